import { z } from 'zod';
import { roomSchema } from '$core/settings';

/** A pasted or typed forecast. */
export const forecastTextSchema = z.object({
  text: z.string().max(20_000, 'at most 20 000 characters').default(''),
  /** The stand-in service is asked instead. */
  service: z.boolean().default(false)
});

/** A logger's file: looked at, or taken in. */
export const importSchema = z.object({
  text: z.string().max(64 * 1024 * 1024),
  place: z.string().max(80),
  timeZone: z.string().max(60).optional(),
  unit: z.enum(['C', 'F']).optional(),
  order: z.enum(['ymd', 'dmy', 'mdy']).optional(),
  /** Only looked at: what is in it, and what would be left out. */
  look: z.boolean().default(true)
});

export const roomsSchema = z.object({ rooms: z.array(roomSchema).min(1).max(12) });
