import { setRight } from '$core/bench';
import type { Intent } from '$core/book';
import { TUBS, type TubKey } from '$core/reference';
import { roundGrams } from '$core/units';
import { PiecesDesk } from './pieces.svelte';
import { asReading, type Weight } from './plate.svelte';

/** A tub that is so far off what was expected of the pieces in it is asked about. Own choice. */
const SUPPOSED_OFF = [0.5, 1.8] as const;

/** Tubs on the scale: empty ones are known by their tare, full ones give what came into them. */
export abstract class TubsDesk extends PiecesDesk {
  byTub = $state(false);
  /** Empty tubs are on the scale: a tub's press keeps its tare. */
  taring = $state(false);
  /** What each empty tub weighs. */
  tares = $state.raw<Partial<Record<TubKey, number>>>({});
  /** Keeps a tare for the larder. */
  keepTares: (tares: Partial<Record<TubKey, number>>) => void = () => undefined;

  /** The empty tub on the scale is this one: its weight comes off whenever it is weighed whole. */
  protected tareTub(tub: TubKey): void {
    const weight = this.weight(() => this.tareTub(tub));
    if (!weight) return;
    this.took(weight);
    this.tares = { ...this.tares, [tub]: weight.grams };
    this.keepTares(this.tares);
    this.notice = { kind: 'plain', text: `${TUBS[tub].name}: the empty tub is known now.` };
  }

  /** The tub with all that lies in it: its new weight is what came into it, or sets right what was supposed of it. */
  protected weighTub(tub: TubKey): void {
    const seen = this.weight(() => this.weighTub(tub));
    const own = this.tares[tub] ?? 0;
    // The scale's own tare comes first; a tub lighter than its tare is not this tub.
    const weight = seen && seen.tare === 0 && seen.grams >= own ? { ...seen, tare: roundGrams(own) } : seen;
    const from = this.bench.work.focus?.id;
    const beside = tub === 'offal' || tub === 'hide';
    if (weight && this.#setsRight(tub, weight)) return;
    if (weight)
      this.book(weight, {
        kind: 'tub',
        animal: this.bench.animal,
        tub,
        ...(from && !beside ? { from } : {}),
        reading: asReading(weight)
      });
  }

  /** Pieces in the tub that nobody had weighed take their share of what it weighs; false where there are none. */
  #setsRight(tub: TubKey, weight: Weight, sure = false): boolean {
    const { animal, state, entries } = this.bench;
    const right = setRight(state, entries, animal, tub, roundGrams(weight.grams - weight.tare));
    if (!right) return false;
    const { name } = TUBS[tub];
    if (!right.ok)
      this.notice = {
        kind: 'plain',
        text: `${name}: what was weighed of it is heavier than that. Look at the tare.`
      };
    else if (!sure && (right.factor < SUPPOSED_OFF[0] || right.factor > SUPPOSED_OFF[1]))
      this.notice = {
        kind: 'plain',
        text: `${name} is ${right.factor < 1 ? 'far lighter' : 'far heavier'} than was expected of what lies in it.`,
        retryWords: 'It is right',
        retry: () => void this.#setsRight(tub, weight, true)
      };
    else if (right.corrections.length === 0) this.took(weight);
    else
      this.book(
        weight,
        ...right.corrections.map(({ entry, grams }): Intent => ({
          kind: 'correct',
          animal,
          entry,
          reading: { grams, how: 'model' }
        })),
        () => (this.lastTaken = { text: `${name}, set right`, grams: weight.grams - weight.tare })
      );
    return true;
  }
}
