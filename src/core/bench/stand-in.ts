import { balanceOf, isBody, isPaired, type BookedEntry, type BookState } from '$core/book';
import { hangingKept, stageFigures, yieldFacts } from '$core/account';
import { cutOf, softTissue, type SpeciesKey } from '$core/reference';
import { seedOf, seeded } from '$core/statistics';
import { under } from '$core/units';
import { drawAnimal, sharesOf, toDivision } from '$core/yield';
import { birthWeights, expectedBone } from './row';

/** What a bench waits for on the plate. */
export type Wanted =
  | {
      kind: 'take';
      cut: string;
      side?: 'left' | 'right' | 'both' | undefined;
      from: string;
      boneIn?: boolean | undefined;
      trimmed?: boolean | undefined;
    }
  | { kind: 'sample'; item: string }
  | { kind: 'bone'; item: string }
  | { kind: 'trimmed'; item: string }
  | { kind: 'off'; item: string }
  | { kind: 'split'; item: string }
  | { kind: 'reweigh'; item: string }
  | { kind: 'stage'; item: string; stage: 'dressed' | 'hanging' }
  | { kind: 'beside'; item: string; tub: 'offal' | 'hide' }
  | { kind: 'nothing' };

/** Grams that drip off a frame at most: on the demo's table nobody spills what the book would ask about. Own choice. */
const MOST_DRIP = 80;

/** Whether a part, or the part a cut belongs to, has two sides. */
const paired = (species: SpeciesKey, key: string): boolean => isPaired(species, cutOf(key)?.of ?? key);

/**
 * Grams of what a bench waits for, out of a hidden true animal: what a stand-in scale lays on its plate.
 * @param animal   its id, which is the seed too: the same animal always weighs the same
 * @returns undefined where the book does not know what is asked for
 */
export function onPlate(
  state: BookState,
  history: readonly BookedEntry[],
  animal: string,
  want: Wanted
): number | undefined {
  if (want.kind === 'nothing') return 0;
  const known = under(state.animals, animal);
  if (!known) return undefined;
  const id = want.kind === 'take' ? want.from : want.item;
  const item = under(state.items, id);
  const left = balanceOf(state, id);
  if (!item) return undefined;
  const chance = seeded(seedOf(`${animal}:${id}`));
  if (want.kind === 'trimmed') return toDivision(left * (0.9 + 0.06 * chance()));
  // A band, a vein, a dry edge: a few grams in a hundred.
  if (want.kind === 'off') return toDivision(Math.max(5, left * (0.01 + 0.02 * chance())));
  // A piece back from the board has lost its silver; a bone is never asked of it.
  if (want.kind === 'bone' && item.kind === 'piece') return toDivision(left * (0.93 + 0.05 * chance()));
  if (want.kind === 'split') return toDivision(left * (0.4 + 0.2 * chance()));
  if (want.kind === 'reweigh') return toDivision(left * (0.985 + 0.01 * chance()));
  const modelled = stageFigures(state, known);
  if (want.kind === 'stage') {
    const value = (modelled[want.stage]?.grams ?? left * 0.8) * (0.97 + 0.06 * chance());
    return toDivision(Math.min(value, left - 5));
  }
  if (want.kind === 'beside')
    return toDivision(
      (modelled.hanging?.grams ?? left) * (want.tub === 'offal' ? 0.035 : 0.11) * (0.9 + 0.2 * chance())
    );
  // A test asks for a matchbox of muscle.
  if (want.kind === 'sample') return toDivision(Math.min(left * 0.02, 45 + 30 * chance()));
  if (want.kind === 'bone') {
    const expected = expectedBone(state, known, item)?.mean ?? 0;
    // What is still there is bone, but for a little drip; of a part, never much less than its bones can weigh.
    const dripped = Math.min(left * (0.006 - 0.004 * chance()), MOST_DRIP);
    return toDivision(Math.max(left - dripped, Math.min(left, expected * 0.9)));
  }
  const hanging = hangingKept(state, known) ?? left / 0.2;
  const truth = drawAnimal(yieldFacts(known.facts), hanging, seedOf(animal));
  const side = want.side === 'both' ? undefined : want.side;
  // Trimmed on the board before it is laid on: silver and fat of this very animal are off.
  const soft = softTissue(sharesOf(yieldFacts(known.facts)));
  const kept = want.trimmed && cutOf(want.cut) ? truth.cleanRatio / soft : 1;
  if (isBody(item)) {
    const whole = cutOf(want.cut) ? truth.cut(want.cut, side, want.boneIn) : truth.part(want.cut, side);
    // Of what has no two sides in the table (a neck), a side is half.
    const value = side && whole > 0 && !paired(known.facts.species, want.cut) ? whole / 2 : whole;
    // A cut that the model gives no share of its own, such as the midriff: a slice of what hangs.
    const some = value > 0 ? value : hanging * 0.006 * (0.8 + 0.4 * chance());
    return toDivision(want.cut === 'wholeBird' ? left : Math.min(some * kept, left * 0.98));
  }
  if (item.kind === 'piece') {
    const [own, mother] = [cutOf(want.cut)?.share ?? 0, cutOf(item.cut)?.share ?? 1];
    const whole = birthWeights(history).get(id) ?? left;
    return toDivision(Math.min(left * 0.98, ((whole * own) / mother) * (0.92 + 0.1 * chance())));
  }
  const part = item.cut ?? '';
  const own = item.side === 'both' ? undefined : item.side;
  const scaleTo = (birthWeights(history).get(id) ?? left) / Math.max(1, truth.part(part, own));
  return toDivision(Math.min(truth.cut(want.cut, own, want.boneIn) * scaleTo * kept, left * 0.98));
}
