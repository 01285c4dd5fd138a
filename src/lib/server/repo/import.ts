import {
  readEntryLine,
  readHeader,
  readTrailer,
  samePostings,
  type BookedEntry,
  type LineFault,
  type Posting,
  type Refusal
} from '$core/book';
import type { BookTransaction } from './book-transaction';
import type { Outcome } from './sent';

export type Imported =
  { ok: true; entries: number } | { ok: false; fault: LineFault | 'not-empty'; refusal?: Refusal };

/** What is wrong with an entry of a file, at which place of it. */
export type EntryFault = Omit<LineFault, 'line'> & { line?: number; refusal?: Refusal };

/** Reading a file has come to an end at a fault of it. */
export class ImportStopped extends Error {
  constructor(
    readonly fault: LineFault,
    readonly refusal?: Refusal
  ) {
    super('import stopped');
  }
}

/** Entries that are read before others of this process are let through. */
const AT_ONCE = 10;

/**
 * Reads a book's lines and gives each entry on, in order.
 * @param take  takes an entry, or says what is wrong with it
 * @returns entries in the file
 * @throws ImportStopped  at the first line that is no entry, is out of order, or was not taken
 */
export async function readBook(
  source: AsyncIterable<string>,
  take: (entry: BookedEntry, hash: string | undefined, line: number) => Promise<EntryFault | undefined>
): Promise<number> {
  let line = 0;
  let lastSeq = 0;
  let ends = false;
  let end: { entries: number; hash: string } | undefined;
  let last: string | undefined;
  for await (const text of source) {
    if (text.trim() === '') continue;
    line += 1;
    if (line === 1) {
      const header = readHeader(text);
      if (!header.ok) throw new ImportStopped(header.fault);
      ends = header.ends;
      continue;
    }
    if (end)
      throw new ImportStopped({ line, path: '', message: 'something follows the line that ends the book' });
    end = ends ? readTrailer(text) : undefined;
    if (end) continue;
    const read = readEntryLine(text, line);
    if (!read.ok) throw new ImportStopped(read.fault);
    const { entry, hash } = read;
    last = hash;
    if (ends && hash === undefined) throw new ImportStopped({ line, path: 'hash', message: 'is missing' });
    if (entry.seq <= lastSeq) throw new ImportStopped({ line, path: 'seq', message: `follows ${lastSeq}` });
    lastSeq = entry.seq;
    const { refusal, ...fault } = (await take(entry, hash, line)) ?? { path: undefined };
    if (fault.path !== undefined) throw new ImportStopped({ line, ...fault }, refusal);
    if (line % AT_ONCE === 0) await new Promise((next) => setImmediate(next));
  }
  if (line === 0) throw new ImportStopped({ line: 1, path: '', message: 'the file is empty' });
  if (!ends) return line - 1;
  if (!end)
    throw new ImportStopped({
      line: line + 1,
      path: '',
      message: 'the file has been cut off: the line that ends the book is missing'
    });
  const entries = line - 2;
  if (end.entries !== entries || end.hash !== (last ?? ''))
    throw new ImportStopped({
      line,
      path: 'entries',
      message: `speaks of ${end.entries} entries, ${entries} stand before it, or the last of them is another`
    });
  return entries;
}

/** Entries of a file that are put in together. */
const TOGETHER = 200;

/** The fault of an entry that stands in the book already. */
export const twice = (line: number): EntryFault => ({
  line,
  path: 'id',
  message: 'stands in the book already'
});

/** Some lines of a file: their entries are put in together, and looked up by their ids. */
export class Stretch {
  readonly #lines = new Map<string, { line: number; seq: number }>();
  constructor(private readonly t: BookTransaction) {}

  has = (id: string): boolean => this.#lines.has(id);

  /** Takes an entry down; the last of a stretch closes it. */
  async add({ id, seq }: BookedEntry, line: number): Promise<EntryFault | undefined> {
    this.#lines.set(id, { line, seq });
    return this.#lines.size < TOGETHER ? undefined : this.close();
  }

  /** Puts the entries in; says which of them stands in the book already under another number. */
  async close(): Promise<EntryFault | undefined> {
    for (const { id, seq } of await this.t.numbers([...this.#lines.keys()])) {
      const own = this.#lines.get(id);
      if (own && own.seq !== seq) return twice(own.line);
    }
    this.t.flush();
    this.#lines.clear();
    return undefined;
  }
}

/** What is wrong with an entry that came in a file, when it was booked anew. */
export function faultOf(
  outcome: Outcome,
  stated: readonly Posting[],
  code: string | undefined
): EntryFault | undefined {
  if (outcome.status === 'refused')
    return { path: 'intent', message: outcome.refusal.code, refusal: outcome.refusal };
  const derived = outcome.entry.postings;
  if (!samePostings(stated, derived))
    return {
      path: 'postings',
      message: 'do not follow from the intent',
      refusal: { code: 'stale', sent: [...stated], derived }
    };
  return outcome.entry.code === code
    ? undefined
    : { path: 'code', message: 'stands on the first intake of an animal only' };
}

/** Whether the entry that was booked last has the hash that its line says; a line of an older book says none. */
export async function unchained(
  t: BookTransaction,
  hash: string | undefined
): Promise<EntryFault | undefined> {
  return hash === undefined || hash === (await t.head()).hash
    ? undefined
    : { path: 'hash', message: 'is not that of this entry after the one before: something was changed' };
}
