import { z } from 'zod';
import { shortText } from '$core/book';
import {
  CURE_RULES,
  KIT_KEYS,
  LABEL_LANGUAGES,
  SEALERS,
  TUB_KEYS,
  WRAPS,
  TUB_TRIM,
  VOCABULARIES
} from '$core/reference';
import { grams, isCurrency, isTimeZone } from '$core/units';
import { SEALER_ALLOWANCE } from '$core/wrap';
import { placeNodeSchema } from './places';
import { DEFAULT_COSTS, DEFAULT_PRICES, SHARED_BY, costsSchema, priceBookSchema } from '$core/worth';

/** An address that browsers go to, without a path: `https://larder.example`, `http://192.168.1.20:4620`. */
export const addressSchema = z
  .string()
  .trim()
  .max(200, 'too long')
  .transform((text) => (/^https?:\/\//i.test(text) ? text : `http://${text}`))
  .refine(
    (text) => URL.canParse(text) && /^\/?$/.test(new URL(text).pathname) && !new URL(text).username,
    'an address such as http://192.168.1.20:4620'
  )
  .transform((text) => (URL.canParse(text) ? new URL(text).origin : text));

/** A place where animals hang. */
export const roomSchema = z.object({
  key: z.string().regex(/^[a-z][a-z0-9-]{0,30}$/, 'small letters and figures'),
  name: shortText(40).min(1, 'give it a name'),
  /** How its air moves. */
  film: z.enum(['still', 'breeze', 'fan']),
  /** Follows the weather outside, or is held at a temperature of its own. */
  outside: z.boolean(),
  /** °C it is set to, where it is held; stands in where nothing was read. */
  set: z.number().min(-5, 'at least −5 °C').max(20, 'at most 20 °C').nullish(),
  /** °C above which it is too warm. */
  warm: z.number().min(-5, 'at least −5 °C').max(25, 'at most 25 °C'),
  hooks: z.number().int('whole hooks').min(1, 'at least one').max(500, 'at most 500')
});
export type Room = z.infer<typeof roomSchema>;

/** So many packs of so much for somebody. */
export const orderSchema = z.object({
  id: z.string().min(1).max(40),
  for: shortText(60).min(1, 'say for whom'),
  /** The letter of a tub; '' takes any. */
  class: z.enum(['', 'P', 'S', 'J', 'G', 'O']),
  /** Grams of each pack. */
  each: z.number().int('whole grams').min(20, 'at least 20 g').max(50_000, 'at most 50 kg').transform(grams),
  packs: z.number().int('whole packs').min(1, 'at least one').max(200, 'at most 200'),
  /** Asked for, ms: what was packed before does not count. */
  at: z.number().int().min(0)
});
export type Order = z.infer<typeof orderSchema>;

/** A trim standard; see `TRIM_STANDARDS`. */
const standard = z.union([z.literal(1), z.literal(2), z.literal(3)]);

const DAYS = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** What the larder has chosen. One set for all who work in it. */
export const settingsSchema = z.object({
  larderName: shortText(40).min(1, 'give it a name'),
  units: z.enum(['kg', 'lb']),
  /** How temperatures are shown and typed; the book keeps °C. */
  degrees: z.enum(['C', 'F']),
  /** ISO 4217. */
  currency: z.string().trim().toUpperCase().refine(isCurrency, 'a three-letter currency code, such as EUR'),
  /** The currency before it was first changed; what the book holds without a currency was booked in it. */
  firstCurrency: z.string().refine(isCurrency, 'a three-letter currency code, such as EUR').nullable(),
  vocabulary: z.enum(VOCABULARIES),
  /** Meals of meat that the household eats in a week. */
  mealsAWeek: z.number().int('a whole number').min(1, 'at least one').max(21, 'at most 21'),
  /** People at the table, and raw boneless grams for each and meal. */
  people: z.number().int('a whole number').min(1, 'at least one').max(50, 'at most 50'),
  portion: z
    .number()
    .int('whole grams')
    .min(50, 'at least 50 g')
    .max(1000, 'at most 1000 g')
    .transform(grams),
  /** People at the table from Monday to Sunday, 0 where no meat is eaten; null where nobody has said so. */
  week: z
    .array(z.number().int('a whole number').min(0, 'not below nobody').max(50, 'at most 50'))
    .length(7, 'seven days')
    .refine((days) => days.some((n) => n > 0), 'somebody eats on one day at least')
    .nullable(),
  /** Households that keep their animals to themselves: nothing of theirs is joined with another's. */
  alone: z.array(shortText(60).min(1)).max(40),
  /** Packs that somebody has asked for. */
  orders: z.array(orderSchema).max(100, 'at most 100 orders'),
  /** The language of labels. */
  labelLanguage: z.enum(LABEL_LANGUAGES),
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
  /** How closely the meat of each tub is trimmed. */
  tubTrims: z.object({ prime: standard, jerky: standard, slow: standard, grind: standard }),
  /** What the mixer and the hopper of the mincer hold, grams. */
  machines: z.object({
    mixer: z
      .number()
      .int('whole grams')
      .min(200, 'at least 200 g')
      .max(500_000, 'at most 500 kg')
      .transform(grams),
    hopper: z
      .number()
      .int('whole grams')
      .min(100, 'at least 100 g')
      .max(100_000, 'at most 100 kg')
      .transform(grams)
  }),
  /** How meat is bagged, and the rolls of film on the shelf; where packs go unless somebody says otherwise. */
  wrapping: z.object({
    wrap: z.enum(WRAPS),
    sealer: z.enum(SEALERS),
    /** Length of film that the sealer needs beyond the piece, mm. */
    allowance: z.number().int('whole mm').min(0, 'not below zero').max(400, 'at most 400 mm'),
    rolls: z
      .array(
        z.object({
          id: z.string().min(1).max(40),
          width: z.number().int('whole mm').min(50, 'at least 50 mm').max(1000, 'at most 1000 mm'),
          left: z.number().int('whole mm').min(0, 'not below zero').max(500_000, 'at most 500 m'),
          begun: z.boolean()
        })
      )
      .max(40, 'at most 40 rolls'),
    place: z.string().max(60).nullable()
  }),
  /** Meat is sold or handed out here: mince is kept colder. */
  sells: z.boolean(),
  /** Whose limit of nitrite is kept to. */
  cureRule: z.enum(CURE_RULES),
  /** Minutes until the bench asks for the edge. */
  edgeMinutes: z.number().int('whole minutes').min(5, 'at least 5').max(120, 'at most 120'),
  rooms: z
    .array(roomSchema)
    .min(1, 'at least one room')
    .max(12, 'at most twelve rooms')
    .refine((rooms) => new Set(rooms.map((r) => r.key)).size === rooms.length, 'two rooms share a key'),
  /** Freezers and shelves; with the rooms they are one tree. */
  places: z.array(placeNodeSchema).max(300, 'at most 300 places'),
  /** Depth of target: usual practice by kind (7 °C large, 4 °C small), or 4 °C for all, as many codes ask. */
  coreTarget: z.enum(['usual', 'four']),
  /** Hours on the hook after which the larder wants to be told. */
  longDays: z.number().int('whole days').min(1).max(60, 'at most 60'),
  /** Minutes of a probe's silence that are told. */
  silentMinutes: z.number().int('whole minutes').min(10, 'at least 10').max(2880, 'at most two days'),
  /** Minutes at the bench that a day has. */
  dayMinutes: z.number().int('whole minutes').min(30, 'at least 30').max(2880, 'at most 48 hours'),
  /** How weights come in: a scale on a cable, typed by hand, or on paper first; null until somebody has said so. */
  weighs: z.enum(['cable', 'typed', 'paper']).nullable(),
  /** A simulated scale, logger and weather service may be used; what they say is marked for ever. */
  standIns: z.boolean(),
  /** Backups that are made by night and kept, the newest of them; 0 makes none. */
  backupsKept: z.number().int('a whole number').min(0).max(400, 'at most 400'),
  /** Who is asked for a name: other devices alone, or this machine's own browser too, once there is a keeper. */
  signIn: z.enum(['beyond', 'always']),
  /** How other devices reach this larder, for tags and calendars; '' where none does, null until somebody has said so. */
  address: z.union([z.literal(''), addressSchema]).nullable(),
  prices: priceBookSchema,
  costs: costsSchema,
  /** How the costs of a season are shared by what was taken in it. */
  sharedBy: z.enum(SHARED_BY)
});
export type Settings = z.infer<typeof settingsSchema>;

export const DEFAULT_SETTINGS: Settings = {
  larderName: 'Yonder Larder',
  units: 'kg',
  degrees: 'C',
  currency: 'EUR',
  firstCurrency: null,
  vocabulary: 'plain',
  people: 4,
  portion: grams(180),
  mealsAWeek: 4,
  week: null,
  alone: [],
  orders: [],
  labelLanguage: 'en',
  households: [],
  atBench: 'me',
  seasonStart: { month: 7, day: 1 },
  timeZone: 'UTC',
  silverTo: 'discard',
  letterKeys: true,
  kitMissing: [],
  tubTares: {},
  tubTrims: TUB_TRIM,
  machines: { mixer: grams(8_000), hopper: grams(2_000) },
  wrapping: {
    wrap: 'vacuum',
    sealer: 'clamp',
    allowance: SEALER_ALLOWANCE.clamp,
    rolls: [
      { id: 'r200', width: 200, left: 6_000, begun: false },
      { id: 'r280', width: 280, left: 6_000, begun: false }
    ],
    place: null
  },
  sells: false,
  cureRule: 'us',
  edgeMinutes: 15,
  rooms: [
    { key: 'shed', name: 'Shed', film: 'breeze', outside: true, warm: 8, hooks: 8 },
    { key: 'cold', name: 'Cold room', film: 'fan', outside: false, set: 3, warm: 7, hooks: 12 }
  ],
  places: [],
  coreTarget: 'usual',
  longDays: 14,
  silentMinutes: 180,
  dayMinutes: 300,
  weighs: null,
  standIns: false,
  backupsKept: 7,
  signIn: 'beyond',
  address: null,
  prices: DEFAULT_PRICES,
  costs: DEFAULT_COSTS,
  sharedBy: 'kilo'
};
