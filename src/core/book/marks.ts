import type { Stage } from '$core/reference';
import { grams, type Grams, under } from '$core/units';
import { net, type Reading } from './reading';
import type { Animal, BookState, Mark } from './state';

/** Order of trust among readings of one stage. */
const TRUST: Record<Reading['how'], number> = { scale: 3, typed: 2, estimated: 1, model: 0 };

/** Marks that count: not those whose reading a later correction has taken the place of. */
export function standingMarks(animal: Animal): Mark[] {
  const last = new Map<string, Mark>();
  for (const mark of animal.marks) last.set(mark.corrects ?? mark.entry, mark);
  return [...last.values()];
}

/** A stage's figure: its best reading, scale over typed over estimated over model, then the newest. */
export function bestMark(animal: Animal, stage: Stage, item?: string): Mark | undefined {
  let best: Mark | undefined;
  for (const mark of standingMarks(animal)) {
    if (mark.reading.stage !== stage || (item !== undefined && mark.item !== item)) continue;
    if (!best || TRUST[mark.reading.how] >= TRUST[best.reading.how]) best = mark;
  }
  return best;
}

/** The animal's first weights: of its carcass, or of every part that came in on its own. */
export function firstWeight(state: BookState, animal: string): Grams {
  const known = under(state.animals, animal);
  if (!known) return grams(0);
  let total = 0;
  for (const mark of standingMarks(known)) {
    const item = under(state.items, mark.item);
    const cameIn =
      item?.bornIn === (mark.corrects ?? mark.entry) && item.kind !== 'tub' && item.kind !== 'piece';
    if (cameIn) total += net(mark.reading);
  }
  return grams(total);
}
