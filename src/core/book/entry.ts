import { subjectsOf, type Intent } from './kinds';
import type { Reading } from './reading';
import type { BookedEntry, Draft } from './schema';

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

/** Whoever outside the house an entry names: who was given, sent or asked something, or brought it back. */
export const partyOf = (intent: Intent): string | undefined =>
  intent.kind === 'give' || intent.kind === 'send'
    ? intent.to
    : intent.kind === 'return'
      ? intent.from
      : intent.kind === 'sample'
        ? intent.lab
        : undefined;

/** True of an entry that speaks of a subject, takes from it, or moves grams of it. */
export const speaksOf = (
  { intent, postings }: Pick<BookedEntry, 'intent' | 'postings'>,
  subject: string
): boolean => subjectsOf(intent).includes(subject) || postings.some((p) => p.origin === subject);

/** The reading that an entry was made by, of a closing its bone; undefined where nothing was weighed. */
export const readingOf = (intent: Intent): Reading | undefined =>
  'reading' in intent
    ? intent.reading
    : intent.kind === 'close' || intent.kind === 'divide'
      ? intent.bone
      : undefined;

/** The number of what lay on the larder's own scale when an entry was made; undefined where it was not weighed there. */
export const plateOf = (intent: Intent): string | undefined => readingOf(intent)?.plate;
