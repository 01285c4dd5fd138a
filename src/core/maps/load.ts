import type { Drawing, DrawingKey, PlateKey } from './drawing';

const FILES: Record<PlateKey, () => Promise<{ default: unknown }>> = {
  'deer-side': () => import('./drawings/deer-side.json'),
  'trunk-top': () => import('./drawings/trunk-top.json'),
  'trunk-inside': () => import('./drawings/trunk-inside.json'),
  'hindleg-outside': () => import('./drawings/hindleg-outside.json'),
  'hindleg-inside': () => import('./drawings/hindleg-inside.json'),
  'shoulder-outside': () => import('./drawings/shoulder-outside.json'),
  'shoulder-inside': () => import('./drawings/shoulder-inside.json'),
  'boar-side': () => import('./drawings/boar-side.json'),
  'rabbit-top': () => import('./drawings/rabbit-top.json'),
  'bird-front': () => import('./drawings/bird-front.json')
};

const isPlate = (key: DrawingKey): key is PlateKey => Object.hasOwn(FILES, key);

/** A drawing's data; fetched when it is first asked for. Undefined of a piece that nobody has drawn. */
export async function loadDrawing<K extends DrawingKey>(
  key: K
): Promise<K extends PlateKey ? Drawing : Drawing | undefined>;
export async function loadDrawing(key: DrawingKey): Promise<Drawing | undefined> {
  if (isPlate(key)) return (await FILES[key]()).default as Drawing;
  const { boardDrawing } = await import('./board');
  return boardDrawing(key.slice('board-'.length));
}
