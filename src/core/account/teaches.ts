import { isBody, voidedIn, type Animal, type BookedEntry, type BookState, type Reading } from '$core/book';
import { cutOf, flankSteakShare, partsOf } from '$core/reference';
import { under } from '$core/units';

/** From this much of a part's meat on, what came off piece by piece is the whole part. Own choice: scraps stay on a frame. */
const WHOLE_FROM = 0.95;

/** A scale's or a hand's figure; what was guessed or supposed teaches nothing. */
export const isWeighed = (reading: Pick<Reading, 'how'> | undefined): boolean =>
  reading?.how === 'scale' || reading?.how === 'typed';

/**
 * Parts of an animal whose weight says what such a part weighs: those that came off whole, on both sides, on a scale. A
 * part with bone in it only as one piece on its bone; the bare frame only where every such part did, and no bone left in
 * a cut off the carcass.
 */
export function wholeParts(state: BookState, animal: Animal, history: readonly BookedEntry[]): Set<string> {
  const gone = voidedIn(history);
  /** By part and side: how much of it came off, and whether all of that was weighed. */
  const off = new Map<string, { share: number; weighed: boolean; asPart: boolean }>();
  let boneGone = false;
  const { species } = animal.facts;
  for (const { id, intent } of history) {
    if (gone.has(id) || intent.animal !== animal.id || intent.kind !== 'cut') continue;
    if (!isBody(under(state.items, intent.from))) continue;
    const { creates, reading } = intent;
    const cut = cutOf(creates.cut ?? '');
    const part = creates.kind === 'part' ? creates.cut : cut?.of;
    if (!part) continue;
    if (creates.kind === 'piece' && under(state.items, creates.id)?.boneShare) boneGone = true;
    const share =
      creates.kind === 'part'
        ? 1
        : creates.cut === 'flankSteak'
          ? flankSteakShare(species)
          : (cut?.share ?? 0);
    // A cut over both sides is half of each.
    const sides = creates.side === 'left' || creates.side === 'right' ? [creates.side] : ['left', 'right'];
    for (const side of sides) {
      const key = `${part}|${side}`;
      const known = off.get(key) ?? { share: 0, weighed: true, asPart: true };
      off.set(key, {
        share: known.share + share,
        weighed: known.weighed && isWeighed(reading),
        asPart: known.asPart && creates.kind === 'part'
      });
    }
  }
  const whole = new Set<string>();
  const parts = partsOf(species);
  for (const part of parts) {
    if (part.key === 'frame' || part.key === 'fat') continue;
    const both = ['left', 'right'].every((side) => {
      const known = off.get(`${part.key}|${side}`);
      return known && known.weighed && (part.bone > 0 ? known.asPart : known.share >= WHOLE_FROM);
    });
    if (both) whole.add(part.key);
  }
  if (!boneGone && parts.every((p) => !(p.meat && p.bone > 0) || whole.has(p.key))) whole.add('frame');
  return whole;
}
