import type { Drawing, DrawingKey, PlateKey } from './drawing';

const FILES: Readonly<Partial<Record<PlateKey, () => Promise<{ default: unknown }>>>> = {
  'deer-side': () => import('./drawings/deer-side.json'),
  'roe-side': () => import('./drawings/roe-side.json'),
  'red-side': () => import('./drawings/red-side.json'),
  'moose-side': () => import('./drawings/moose-side.json'),
  'deer-back': () => import('./drawings/deer-back.json'),
  'deer-belly': () => import('./drawings/deer-belly.json'),
  'hindleg-outside': () => import('./drawings/hindleg-outside.json'),
  'hindleg-inside': () => import('./drawings/hindleg-inside.json'),
  'shoulder-outside': () => import('./drawings/shoulder-outside.json'),
  'shoulder-inside': () => import('./drawings/shoulder-inside.json'),
  'boar-side': () => import('./drawings/boar-side.json'),
  'rabbit-side': () => import('./drawings/rabbit-side.json'),
  'rabbit-top': () => import('./drawings/rabbit-top.json'),
  'gamebird-top': () => import('./drawings/gamebird-top.json'),
  'waterfowl-top': () => import('./drawings/waterfowl-top.json'),
  'pigeon-top': () => import('./drawings/pigeon-top.json')
};

const isBoard = (key: DrawingKey): key is `board-${string}` => key.startsWith('board-');

/** Large animals hang by their hocks when they are wanted so; all else lies. */
const HANGS = /^(deer|roe|red|elk|moose|boar|tusker)-/;
/** How it was drawn: what shows both sides of a large animal hangs head down, a bird stands on its tail. */
const DRAWN_HUNG = /-(back|belly)$/;
const DRAWN_UPRIGHT = /^(gamebird|partridge|waterfowl|goose|pigeon)-/;

/** A plate as it was drawn, or drawn from its kin. */
async function plate(key: PlateKey): Promise<Drawing> {
  const file = FILES[key];
  if (file) return (await file()).default as Drawing;
  const [{ KIN }, { warped }] = await Promise.all([import('./kin'), import('./warp')]);
  const kin = KIN[key];
  if (!kin) throw new RangeError(`nobody has drawn ${key}`);
  return warped(await plate(kin.from), key, kin.title, kin.shape);
}

/**
 * A drawing’s data; fetched when it is first asked for. A large animal lies with its head to the left, or hangs head down.
 * @returns undefined of a piece that nobody has drawn
 */
export async function loadDrawing<K extends DrawingKey>(
  key: K,
  hung?: boolean
): Promise<K extends PlateKey ? Drawing : Drawing | undefined>;
export async function loadDrawing(key: DrawingKey, hung = false): Promise<Drawing | undefined> {
  if (isBoard(key)) {
    const { boardDrawing } = await import('./board');
    return boardDrawing(key.slice('board-'.length));
  }
  const drawing = await plate(key);
  const { turnedLeft, turnedRight } = await import('./warp');
  if (DRAWN_UPRIGHT.test(key)) return turnedLeft(drawing);
  if (!HANGS.test(key) || DRAWN_HUNG.test(key) === hung) return drawing;
  return hung ? turnedLeft(drawing) : turnedRight(drawing);
}
