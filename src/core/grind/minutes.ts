/** A batch that was made here: kilograms, and minutes without breaks. */
export interface Made {
  kg: number;
  minutes: number;
}

/** Minutes to set the machine up and clean it. Own estimate, until own batches say otherwise. */
const SETTING_UP = 20;
/** Minutes for each kilogram. Own estimate, likewise. */
const PER_KG = 4;
/** What the table counts for beside own batches, in batches. Own choice. */
const TRUST = 2;
/** A batch says at most so many times more or less than the table: who was called away has not ground all that time. Own choice. */
const MOST = 4;
/** Longest pause between two acts that still counts as work, minutes. Own choice. */
export const BREAK = 15;

const table = (kg: number): number => SETTING_UP + PER_KG * kg;

/**
 * Minutes that a batch takes: the table's, times how much slower or faster the larder's own batches were, as a geometric
 * mean in which the table counts as two.
 * @param own  batches made here, in any order; those without kilograms or minutes are passed over
 */
export function grindMinutes(kg: number, own: readonly Made[]): { minutes: number; of: number } {
  if (!(kg > 0)) throw new RangeError('a batch weighs something');
  const ratios = own.filter((m) => m.kg > 0 && m.minutes > 0).map((m) => m.minutes / table(m.kg));
  const logs = ratios.map((r) => Math.log(Math.min(MOST, Math.max(1 / MOST, r))));
  const factor = Math.exp(logs.reduce((a, b) => a + b, 0) / (logs.length + TRUST));
  return { minutes: table(kg) * factor, of: ratios.length };
}

/**
 * Minutes of work in a row of acts: what lies between two of them, breaks counted as {@link BREAK}.
 * @param acts  ms, in order
 */
export const workedMinutes = (acts: readonly number[]): number =>
  acts.slice(1).reduce((sum, at, i) => {
    const gap = (at - (acts[i] ?? at)) / 60_000;
    return sum + Math.min(BREAK, Math.max(0, gap));
  }, 0);
