import { readEntryLine, readHeader, type BookedEntry, type LineFault, type Refusal } from '$core/book';

export type Imported =
  { ok: true; entries: number } | { ok: false; fault: LineFault | 'not-empty'; refusal?: Refusal };

/** What is wrong with an entry of a file, at which place of it. */
export type EntryFault = Omit<LineFault, 'line'> & { refusal?: Refusal };

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
  take: (entry: BookedEntry) => Promise<EntryFault | undefined>
): Promise<number> {
  let line = 0;
  let lastSeq = 0;
  for await (const text of source) {
    if (text.trim() === '') continue;
    line += 1;
    if (line === 1) {
      const fault = readHeader(text);
      if (fault) throw new ImportStopped(fault);
      continue;
    }
    const read = readEntryLine(text, line);
    if (!read.ok) throw new ImportStopped(read.fault);
    const { entry } = read;
    if (entry.seq <= lastSeq) throw new ImportStopped({ line, path: 'seq', message: `follows ${lastSeq}` });
    lastSeq = entry.seq;
    const { refusal, ...fault } = (await take(entry)) ?? { path: undefined };
    if (fault.path !== undefined) throw new ImportStopped({ line, ...fault }, refusal);
    if (line % AT_ONCE === 0) await new Promise((next) => setImmediate(next));
  }
  if (line === 0) throw new ImportStopped({ line: 1, path: '', message: 'the file is empty' });
  return line - 1;
}
