import { z } from 'zod';
import { clockSchema } from './facts';
import { shortText } from './short-text';
import { idSchema } from './fields';
import { KIND_SCHEMAS, type Intent } from './kinds';
import { postingSchema } from './posting';

/** The facts of an event: what was done, to what, with what reading. */
export const intentSchema = z.discriminatedUnion('kind', [...KIND_SCHEMAS]);

/** Most lines that one entry books: a void of a long chain. */
const MAX_POSTINGS = 10_000;

/** An entry as a client sends it. */
export const draftSchema = z.object({
  id: idSchema,
  /** When it happened, by the one who books it; order is the server's. */
  at: clockSchema,
  /** Who did it. */
  hand: shortText(60),
  /** The browser or machine it was booked on. */
  device: shortText(60),
  intent: intentSchema,
  /** What the client showed. If the book derives others, the entry is refused as stale. */
  postings: z.array(postingSchema).max(MAX_POSTINGS).optional()
});
export type Draft = Omit<z.infer<typeof draftSchema>, 'intent'> & { intent: Intent };

/** Seasons that a clock between 1970 and 2200 can name. */
const [EARLIEST_SEASON, LATEST_SEASON] = [1969, 2200] as const;

/** An entry as it stands in the book. */
export const bookedSchema = draftSchema.extend({
  seq: z.number().int().min(1),
  /** What the device's clock said, where it was ahead of the larder's: the entry then has the larder's time. */
  deviceAt: clockSchema.optional(),
  postings: z.array(postingSchema).max(MAX_POSTINGS),
  /** The house it was booked in, where that is not the only one. */
  site: shortText(40).min(1).optional(),
  /** The animal's code, given with its first intake. */
  code: z
    .string()
    .regex(/^\d\d-\d{3,}$/)
    .optional(),
  /** The season that code was given in, by the year it began. */
  season: z.number().int().min(EARLIEST_SEASON).max(LATEST_SEASON).optional()
});
export type BookedEntry = Omit<z.infer<typeof bookedSchema>, 'intent'> & { intent: Intent };

/** Hash of an entry: SHA-256 as 64 hexadecimal figures. */
export const hashSchema = z.string().regex(/^[0-9a-f]{64}$/, 'no hash');
