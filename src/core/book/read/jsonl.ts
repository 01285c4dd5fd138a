import { z } from 'zod';
import { canonical } from '../entry';
import { jsonOf } from './json';
import { bookedSchema, hashSchema, type BookedEntry } from '../schema';

/**
 * The first line of a book file. Version 2 knows pools and origins; a file of version 1 is one without any. Version 3 has the
 * season beside each code, and ends each line with the entry's hash.
 */
export const JSONL_HEADER = { format: 'yonder-larder/book', version: 3 } as const;
const headerSchema = z.object({
  format: z.literal(JSONL_HEADER.format),
  version: z.number().int().min(1)
});
/** From this version on a file ends with a line that says so. */
const ENDED_SINCE = 3;
const trailerSchema = z.strictObject({
  entries: z.number().int().min(0),
  hash: z.union([hashSchema, z.literal('')])
});

/** One entry as a line, keys in order, so that the same book always gives the same bytes. */
export const entryLine = (entry: BookedEntry & { hash?: string | undefined }): string => canonical(entry);

/**
 * The text whose SHA-256 is the hash of an entry: the hash of the entry before, a line feed, and the entry's own line without
 * its hash. Before the first entry stands an empty text. Whoever changes, takes out or puts in an entry has to change every
 * hash after it.
 */
export const linkText = (previous: string, entry: BookedEntry): string => `${previous}\n${canonical(entry)}`;
/** The first line of an exported book: its format and version. */
export const headerLine = (): string => canonical(JSONL_HEADER);

const lineSchema = bookedSchema.extend({ hash: hashSchema.optional() });

export type LineFault = { line: number; path: string; message: string };

/** The last line of an exported book: how many entries there are, and the hash of the newest; empty where there is none. */
export const trailerLine = (entries: number, hash: string): string => canonical({ entries, hash });

type Read<T> = ({ ok: true } & T) | { ok: false; fault: LineFault };

/** Reads the header line; says whether the file has a last line that says it is whole. */
export function readHeader(text: string): Read<{ ends: boolean }> {
  const parsed = headerSchema.safeParse(jsonOf(text));
  if (!parsed.success)
    return { ok: false, fault: { line: 1, path: '', message: `the first line must be ${headerLine()}` } };
  const { version } = parsed.data;
  return version <= JSONL_HEADER.version
    ? { ok: true, ends: version >= ENDED_SINCE }
    : {
        ok: false,
        fault: {
          line: 1,
          path: 'version',
          message: `a book of version ${version}: this program reads up to version ${JSONL_HEADER.version}`
        }
      };
}

/** Reads the last line of a book; undefined where a line is something else. */
export function readTrailer(text: string): { entries: number; hash: string } | undefined {
  const parsed = trailerSchema.safeParse(jsonOf(text));
  return parsed.success ? parsed.data : undefined;
}

/** Reads one entry line. */
export function readEntryLine(text: string, line: number): Read<{ entry: BookedEntry; hash?: string }> {
  const json = jsonOf(text);
  if (json === undefined) return { ok: false, fault: { line, path: '', message: 'not JSON' } };
  const parsed = lineSchema.safeParse(json);
  if (parsed.success) {
    const { hash, ...entry } = parsed.data;
    return { ok: true, entry, ...(hash === undefined ? {} : { hash }) };
  }
  const issue = parsed.error.issues[0];
  return {
    ok: false,
    fault: { line, path: issue?.path.join('.') ?? '', message: issue?.message ?? 'not an entry' }
  };
}
