import { z } from 'zod';
import { hashSchema } from '$core/book';
import { RESTORE_BOUNDS } from './bounds';

/** What the file is, and the newest version that this program reads. */
export const ARCHIVE = { format: 'yonder-larder/archive', version: 1 } as const;

/** The part that says what all the others are; the last of the file. */
export const MANIFEST = 'manifest.json';
/** The book as JSON Lines. */
export const BOOK = 'book.jsonl';
/** Entries that stand behind a damaged page, where the book could not be read to its end; restored by nobody. */
export const SALVAGED = 'book-behind-the-damage.jsonl';
/** Folder of the photographs. */
export const PHOTOGRAPHS = 'photographs/';

/** Only the format's name and number, to refuse what is newer before the rest is read. */
export const claimSchema = z.object({ format: z.literal(ARCHIVE.format), version: z.number().int().min(1) });

const partSchema = z.object({
  name: z.string().min(1).max(200),
  bytes: z.number().int().min(0),
  sha256: hashSchema,
  /** Entries, rows; 1 of a photograph. */
  rows: z.number().int().min(0)
});
export type PartSaid = z.infer<typeof partSchema>;

/** What could not be read when an archive was made: which part, after how many of its rows, and why. */
const unreadSchema = z.object({
  part: z.string().min(1).max(200),
  after: z.number().int().min(0).optional(),
  why: z.string().max(2_000)
});
export type Unread = z.infer<typeof unreadSchema>;

export const manifestSchema = claimSchema.extend({
  /** When it was made, ISO 8601. */
  made: z.iso.datetime(),
  larder: z.string().max(200),
  book: z.object({
    entries: z.number().int().min(0),
    /** Hash of the newest entry; empty where there is none. */
    hash: z.union([hashSchema, z.literal('')])
  }),
  /** How often what is kept beside the book had been changed, by scope. */
  versions: z.record(z.string().max(40), z.number().int().min(0)),
  parts: z.array(partSchema).max(RESTORE_BOUNDS.files),
  /** Photographs that the book names and that were not there when it was made. */
  missing: z.array(z.string().max(200)).max(RESTORE_BOUNDS.files),
  /** Code of how the larder stood, which its audit knows for good; not of archives of before. */
  seal: z.string().max(40).optional(),
  /** Where something could not be read: the archive is incomplete. */
  unread: z.array(unreadSchema).max(RESTORE_BOUNDS.files).optional()
});
export type Manifest = z.infer<typeof manifestSchema>;

/** Why a file cannot be restored: which part, which line of it, and what is wrong. */
export interface ArchiveFault {
  part: string;
  line?: number | undefined;
  message: string;
}

/** Reading an archive has come to an end. */
export class ArchiveStopped extends Error {
  constructor(readonly fault: ArchiveFault) {
    super('archive stopped');
  }
}

/** Where a long work stands. */
export interface Progress {
  stage: 'reading' | 'booking' | 'photographs' | 'checking' | 'taking over';
  done: number;
  /** How much there is; undefined where nobody knows yet. */
  total?: number | undefined;
}
export type OnProgress = (progress: Progress) => void;
