import { bodyOf, type BookState } from '$core/book';
import { hangingKept } from '$core/account';
import { SPECIES, type GroupKey } from '$core/reference';
import { under } from '$core/units';
import type { RowAct, WorkRow } from './row';

/** What takes the time: the same for left and right. */
export type WorkKey = string;

/** The key of minutes for what a row books: the one that the rules of the entry's kind give (`minutes`). */
export function workKey(act: RowAct, step: string): WorkKey {
  switch (act.kind) {
    case 'take':
      return `take:${act.cut}`;
    case 'close':
      return 'close';
    case 'open':
      return 'open';
    default:
      return `step:${step}`;
  }
}

/** Minutes learned by step, with how many times stand behind each. */
export type Minutes = Readonly<Record<WorkKey, { mean: number; n: number }>>;

/**
 * Minutes where nobody has worked yet: a part off the hook, a muscle along its seam, bare bone and so on, of a deer of
 * 40 kg; larger ones take longer by the square root of the weight, a lot by its animals. Working defaults.
 */
const DEFAULTS: Record<string, number> = {
  part: 4,
  piece: 3,
  close: 4,
  open: 1,
  say: 2,
  glands: 0.5,
  weigh: 2
};
/** The carcass that the minutes are given for. Working default, grams. */
const REFERENCE_GRAMS = 40_000;
/** Minutes an animal of a lot takes for one step. Working default. */
const EACH_OF_LOT = 0.8;

export interface Size {
  group: GroupKey;
  /** Hanging grams of all together. */
  hanging: number | undefined;
  count: number;
}

/** Minutes of a step where nobody has worked yet; see the table above. */
export function defaultMinutes(act: RowAct, { group, hanging, count }: Size): number {
  const kind =
    act.kind === 'take'
      ? act.born
      : act.kind === 'close' || act.kind === 'open'
        ? act.kind
        : act.kind === 'say' || act.kind === 'glands'
          ? act.kind
          : 'weigh';
  const base = DEFAULTS[kind] ?? 2;
  if (kind === 'open' || kind === 'weigh' || kind === 'glands') return base;
  if (group !== 'deer' && group !== 'boar') return kind === 'say' ? base : Math.max(1, EACH_OF_LOT * count);
  if (kind === 'say') return base;
  return base * Math.sqrt(Math.max(0.2, (hanging ?? REFERENCE_GRAMS) / REFERENCE_GRAMS));
}

/** How much a default weighs beside own times: as much as two of them. Own choice. */
const DEFAULT_WEIGHT = 2;

/** Minutes of a step: own times pulled towards the default while they are few. */
export function minutesOf(
  row: Pick<WorkRow, 'act' | 'key'>,
  size: Size,
  learned: Minutes = {}
): { minutes: number; n: number } {
  const base = defaultMinutes(row.act, size);
  const own = under(learned, workKey(row.act, row.key));
  if (!own) return { minutes: base, n: 0 };
  return { minutes: (own.mean * own.n + base * DEFAULT_WEIGHT) / (own.n + DEFAULT_WEIGHT), n: own.n };
}

/** How large an animal or lot is, for the minutes it takes; undefined for one that is not in the book. */
export function sizeOf(state: BookState, animalId: string): Size | undefined {
  const animal = under(state.animals, animalId);
  return (
    animal && {
      group: SPECIES[animal.facts.species].group,
      hanging: hangingKept(state, animal),
      count: Math.max(1, bodyOf(state, animalId)?.count ?? 1)
    }
  );
}
