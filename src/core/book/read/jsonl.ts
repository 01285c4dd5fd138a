import { z } from 'zod';
import { canonical } from '../entry';
import { bookedSchema, type BookedEntry } from '../schema';

/** The first line of a book file. Version 2 knows pools and origins; a file of version 1 is one without any. */
export const JSONL_HEADER = { format: 'yonder-larder/book', version: 2 } as const;
const headerSchema = z.object({
  format: z.literal(JSONL_HEADER.format),
  version: z.number().int().min(1)
});

/** One entry as a line, keys in order, so that the same book always gives the same bytes. */
export const entryLine = (entry: BookedEntry): string => canonical(entry);
/** The first line of an exported book: its format and version. */
export const headerLine = (): string => canonical(JSONL_HEADER);

export type LineFault = { line: number; path: string; message: string };

/** Reads the header line; an error message when the file is something else. */
export function readHeader(text: string): LineFault | undefined {
  try {
    const parsed = headerSchema.safeParse(JSON.parse(text));
    if (parsed.success && parsed.data.version <= JSONL_HEADER.version) return undefined;
    if (parsed.success)
      return {
        line: 1,
        path: 'version',
        message: `a book of version ${parsed.data.version}: this program reads up to version ${JSONL_HEADER.version}`
      };
  } catch {
    // falls through to the message
  }
  return { line: 1, path: '', message: `the first line must be ${headerLine()}` };
}

/** Reads one entry line. */
export function readEntryLine(
  text: string,
  line: number
): { ok: true; entry: BookedEntry } | { ok: false; fault: LineFault } {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { ok: false, fault: { line, path: '', message: 'not JSON' } };
  }
  const parsed = bookedSchema.safeParse(json);
  if (parsed.success) return { ok: true, entry: parsed.data };
  const issue = parsed.error.issues[0];
  return {
    ok: false,
    fault: { line, path: issue?.path.join('.') ?? '', message: issue?.message ?? 'not an entry' }
  };
}
