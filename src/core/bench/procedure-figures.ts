import type { BookState, Item } from '$core/book';
import { SPECIES, boneShareOf, cutOf, type Procedure } from '$core/reference';
import { expectCut } from '$core/yield';
import { roundGrams, type Grams, under } from '$core/units';
import { hangingKept, yieldFacts } from '$core/account';
import { actAhead } from './clock';
import { minutesOf, sizeOf, type Minutes } from './minutes';

/** What the model can say of going one way rather than another. */
export interface ProcedureFigures {
  /** Pieces and parts it takes off. */
  pieces: number;
  minutes: number;
  /**
   * `side`: meat that comes with the boneless side and not with the strap. `front`: front end of the straps that stays under the
   * blade until it is looked for. `bone`: bone that goes to the pot or the oven with the meat.
   */
  note?: { kind: 'side' | 'front' | 'bone'; grams: Grams };
}

/** Front end of a strap that runs on under the blade, ÷ strap. Working default. */
const FRONT_SHARE = 0.08;

/**
 * Figures of one way to go on with what lies open, for whoever chooses.
 * @param weights  first weights of items; see `birthWeights`
 */
export function procedureFigures(
  state: BookState,
  item: Item,
  procedure: Procedure,
  weights: ReadonlyMap<string, Grams>,
  learned: Minutes = {}
): ProcedureFigures {
  const animal = under(state.animals, item.owner);
  const takes = procedure.steps.flatMap((step) => step.takes);
  if (!animal) return { pieces: takes.length, minutes: 0 };
  const facts = yieldFacts(animal.facts);
  const { group } = SPECIES[facts.species];
  const hanging = hangingKept(state, animal);
  const partGrams = item.kind === 'part' ? weights.get(item.id) : undefined;
  const size = sizeOf(state, item.owner);
  const minutes = procedure.steps.reduce(
    (sum, step) =>
      sum + (size ? minutesOf({ act: actAhead(step), key: step.key }, size, learned).minutes : 0),
    0
  );
  const grams = (cut: string) =>
    expectCut(facts, cut, item.kind === 'part' ? { partGrams } : { hanging })?.mean ?? 0;
  const has = (cut: string) => takes.some((take) => take.cut === cut);
  const note = ((): ProcedureFigures['note'] => {
    if (has('side')) return figure('side', grams('side') - grams('strap') - grams('tenderloin'));
    const strap = takes.findIndex((t) => t.cut === 'strap');
    const shoulder = takes.findIndex((t) => t.cut === 'shoulder');
    if (strap >= 0 && shoulder >= 0 && strap < shoulder) return figure('front', grams('strap') * FRONT_SHARE);
    const bone = takes.reduce((sum, take) => {
      const cut = cutOf(take.cut);
      return cut?.boneIn ? sum + grams(take.cut) * boneShareOf(cut, group) : sum;
    }, 0);
    return bone > 0 ? figure('bone', bone) : undefined;
  })();
  return { pieces: takes.length, minutes: Math.round(minutes), ...(note ? { note } : {}) };
}

const figure = (kind: 'side' | 'front' | 'bone', grams: number) => ({
  kind,
  grams: roundGrams(Math.max(0, grams))
});
