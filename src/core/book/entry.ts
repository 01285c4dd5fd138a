import type { Grams } from '$core/units';
import type { Draft, Intent, Reading } from './schema';

/** Net grams of a reading. */
export const net = (reading: Reading): Grams => (reading.grams - (reading.tare ?? 0)) as Grams;

/** The same entry always gives the same text: keys sorted, undefined left out. */
export function canonical(value: unknown): string {
  return JSON.stringify(value, (_, v: unknown) =>
    v !== null && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v
  );
}

/**
 * Text that two drafts share exactly when they say the same: time, hand, device and intent. Of an entry that was booked at
 * the larder's time the device's own counts.
 */
export const contentsOf = (
  entry: Pick<Draft, 'at' | 'hand' | 'device' | 'intent'> & { deviceAt?: number | undefined }
): string =>
  canonical({ at: entry.deviceAt ?? entry.at, hand: entry.hand, device: entry.device, intent: entry.intent });

/** The number of what lay on the larder's own scale when an entry was made; undefined where it was not weighed there. */
export function plateOf(intent: Intent): string | undefined {
  const reading: Reading | undefined =
    'reading' in intent ? intent.reading : intent.kind === 'close' ? intent.bone : undefined;
  return reading?.plate;
}
