import {
  readEntryLine,
  readHeader,
  readTrailer,
  type BookedEntry,
  type LineFault,
  type Refusal
} from '$core/book';

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
