import type { IntentOf } from '$core/book';
import { parseMass, parseMoney, type MassUnit } from '$core/units';
import { MASS_FAULTS } from '$lib/words/mass-faults';

export type ReturnLetter = IntentOf<'return'>['packs'][number]['class'];

/** One kind of pack that came back, as typed. */
export interface ReturnRow {
  id: string;
  what: string;
  class: ReturnLetter;
  weight: string;
  bought: string;
}

export type ReturnRead =
  | { ok: true; packs: IntentOf<'return'>['packs']; bill?: number }
  /** Faults by a row's id; `bill` and `rows` for the rest. */
  | { ok: false; faults: Record<string, string> };

/** Packs and bill out of the form; rows with nothing in them are passed over. */
export function readReturn(
  rows: readonly ReturnRow[],
  bill: string,
  unit: MassUnit,
  currency: string
): ReturnRead {
  const faults: Record<string, string> = {};
  const packs = rows.flatMap((row): IntentOf<'return'>['packs'] => {
    if (row.weight.trim() === '' && row.bought.trim() === '') return [];
    const weight = parseMass(row.weight, unit);
    const bought = row.bought.trim() === '' ? undefined : parseMass(row.bought, unit);
    if (!weight.ok) faults[row.id] = MASS_FAULTS[weight.fault];
    else if (bought && !bought.ok) faults[row.id] = MASS_FAULTS[bought.fault];
    else if (bought?.ok && bought.grams > weight.grams) faults[row.id] = 'more was bought in than it weighs';
    if (!weight.ok || (bought && !bought.ok)) return [];
    return [
      {
        id: row.id,
        what: row.what.trim() || 'a pack',
        class: row.class,
        reading: { grams: weight.grams, how: 'typed' },
        ...(bought ? { bought: bought.grams } : {})
      }
    ];
  });
  const cost = bill.trim() === '' ? undefined : parseMoney(bill, currency);
  if (cost && !cost.ok) faults.bill = 'an amount such as 84.50';
  if (packs.length === 0 && Object.keys(faults).length === 0) faults.rows = 'Say what one pack weighs.';
  if (Object.keys(faults).length > 0) return { ok: false, faults };
  return { ok: true, packs, ...(cost?.ok ? { bill: cost.amount } : {}) };
}
