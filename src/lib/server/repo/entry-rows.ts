import { canonical, subjectOf, type BookedEntry } from '$core/book';
import { entries, entrySubjects, postings } from '../db/schema';
import type { BookTransaction } from './book-transaction';

/** The rows of an entry, as they stay for ever. */
export function appendEntry(
  t: BookTransaction,
  entry: BookedEntry,
  hash: string,
  touched: readonly string[]
): void {
  const { seq, intent } = entry;
  const main = subjectOf(intent);
  const row = {
    seq,
    id: entry.id,
    at: entry.at,
    deviceAt: entry.deviceAt,
    hand: entry.hand,
    device: entry.device,
    kind: intent.kind,
    subject: main,
    intent: canonical(intent),
    site: entry.site,
    code: entry.code,
    season: entry.season,
    hash
  };
  t.append(entries, [row]);
  t.append(
    postings,
    entry.postings.map((posting, line) => ({ seq, line, ...posting }))
  );
  const beside = touched.filter((subject) => subject !== main);
  t.append(
    entrySubjects,
    beside.map((subject) => ({ subject, seq }))
  );
}
