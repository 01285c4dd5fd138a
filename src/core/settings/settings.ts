import { z } from 'zod';
import { shortText } from '$core/book';
import { KIT_KEYS, TUB_KEYS, VOCABULARIES } from '$core/reference';
import { grams, isCurrency, isTimeZone } from '$core/units';
import { DEFAULT_COSTS, DEFAULT_PRICES, costsSchema, priceBookSchema } from '$core/worth';

const DAYS = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** What the larder has chosen. One set for all who work in it. */
export const settingsSchema = z.object({
  larderName: shortText(40).min(1, 'give it a name'),
  units: z.enum(['kg', 'lb']),
  /** ISO 4217. */
  currency: z.string().trim().toUpperCase().refine(isCurrency, 'a three-letter currency code, such as EUR'),
  vocabulary: z.enum(VOCABULARIES),
  /** People at the table, and raw boneless grams for each and meal. */
  people: z.number().int('a whole number').min(1, 'at least one').max(50, 'at most 50'),
  portion: z
    .number()
    .int('whole grams')
    .min(50, 'at least 50 g')
    .max(1000, 'at most 1000 g')
    .transform(grams),
  households: z.array(shortText(60).min(1)).max(40),
  /** Whose hand the bench signs entries with. */
  atBench: shortText(60).min(1, 'somebody must be at the bench'),
  seasonStart: z
    .object({ month: z.number().int().min(1).max(12), day: z.number().int().min(1).max(31) })
    .refine(({ month, day }) => day <= (DAYS[month - 1] ?? 31), 'no such day in that month'),
  timeZone: z.string().trim().refine(isTimeZone, 'a time zone such as Europe/Oslo'),
  /** Where silver goes unless said otherwise. */
  silverTo: z.enum(['stock', 'discard']),
  /** Letter keys at the bench; off for those whom a glove on the keyboard would trip. */
  letterKeys: z.boolean(),
  /** Tools the larder does without; an order of work shows what does instead. */
  kitMissing: z
    .array(z.string().refine((key) => (KIT_KEYS as string[]).includes(key), 'no such tool'))
    .max(40),
  /** What each empty tub weighs; taken off when a whole tub is on the scale. */
  tubTares: z.partialRecord(
    z.enum(TUB_KEYS),
    z.number().int('whole grams').min(0).max(50_000, 'at most 50 kg')
  ),
  /** Minutes until the bench asks for the edge. */
  edgeMinutes: z.number().int('whole minutes').min(5, 'at least 5').max(120, 'at most 120'),
  prices: priceBookSchema,
  costs: costsSchema
});
export type Settings = z.infer<typeof settingsSchema>;

export const DEFAULT_SETTINGS: Settings = {
  larderName: 'Yonder Larder',
  units: 'kg',
  currency: 'EUR',
  vocabulary: 'plain',
  people: 4,
  portion: grams(180),
  households: [],
  atBench: 'me',
  seasonStart: { month: 7, day: 1 },
  timeZone: 'UTC',
  silverTo: 'discard',
  letterKeys: true,
  kitMissing: [],
  tubTares: {},
  edgeMinutes: 15,
  prices: DEFAULT_PRICES,
  costs: DEFAULT_COSTS
};
