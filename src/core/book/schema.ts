import { z } from 'zod';
import {
  CLASSES,
  COOLING_EVENTS,
  DISCARD_REASONS,
  HOLD_REASONS,
  SIDES,
  STAGES,
  TUB_KEYS,
  cutOf
} from '$core/reference';
import { MAX_GRAMS, UUID7, type Grams } from '$core/units';
import { DOUBTS } from './doubted';
import { factsPatchSchema, factsSchema, momentSchema, shortText } from './facts';

/** A client-made UUIDv7, lower case. */
export const idSchema = z.string().regex(UUID7, 'not a version 7 UUID in lower case');

const gramsSchema = z
  .number()
  .int('whole grams')
  .min(0, 'not below zero')
  .max(MAX_GRAMS, 'at most 2 000 000 g')
  .transform((n) => n as Grams);

/** What was seen on a scale, or said without one. `grams` is gross; the net is grams − tare. */
export const readingSchema = z
  .object({
    grams: gramsSchema,
    tare: gramsSchema.optional(),
    stage: z.enum(STAGES).optional(),
    how: z.enum(['scale', 'typed', 'estimated', 'model']),
    device: shortText(40).optional(),
    steady: z.boolean().optional(),
    /** What lay on the larder's own scale, by its number: it is booked once. */
    plate: shortText(40).optional(),
    /** Said by a stand-in, not weighed. */
    simulated: z.literal(true).optional()
  })
  .refine((r) => (r.tare ?? 0) <= r.grams, {
    path: ['tare'],
    message: 'the tare is heavier than the reading'
  });
export type Reading = z.infer<typeof readingSchema>;

export const placeSchema = z.union([
  z.object({ tub: z.enum(TUB_KEYS) }).strict(),
  z.object({ shelf: shortText(60).min(1) }).strict(),
  z.object({ person: shortText(60).min(1) }).strict()
]);
/** Where a piece lies. */
export type Place = z.infer<typeof placeSchema>;

const PART_CUTS = ['hindLeg', 'shoulder', 'neck', 'trunk'] as const;
const cutKey = z.string().refine((key) => cutOf(key) !== undefined, 'no such cut');

const partBirth = z.object({
  kind: z.literal('part'),
  id: idSchema,
  cut: z.enum(PART_CUTS),
  side: z.enum(SIDES).optional()
});
const pieceBirth = z.object({
  kind: z.literal('piece'),
  id: idSchema,
  cut: cutKey,
  side: z.enum(SIDES).optional(),
  place: placeSchema,
  /** Kept on the bone: its bone share comes from the reference and is kept with the piece. */
  boneIn: z.boolean().optional(),
  /** Silver, fat and scraps were off it when it was weighed. */
  trimmed: z.literal(true).optional()
});
export type PieceBirth = z.infer<typeof pieceBirth>;
export type PartBirth = z.infer<typeof partBirth>;

const whole = z.object({
  animal: idSchema,
  sure: z.array(z.enum(DOUBTS)).min(1).max(DOUBTS.length).optional()
});
/** Animals of a lot. */
const countSchema = z.number().int('whole animals').min(1, 'at least one').max(999, 'at most 999');
/** Whoever meat goes to, and a laboratory: a name without a colon, which ids are parted by. */
const partySchema = shortText(40)
  .min(1, 'say who')
  .regex(/^[^:]+$/, 'a name without a colon');

const intake = whole.extend({
  kind: z.literal('intake'),
  /** Asked for with the first intake of an animal, refused later (amend them). */
  facts: factsSchema.optional(),
  into: z.union([
    z.object({ kind: z.literal('carcass'), id: idSchema }),
    /** Birds or small game taken together: a count beside the grams. */
    z.object({ kind: z.literal('lot'), id: idSchema, count: countSchema }),
    partBirth,
    z.object({ kind: z.literal('tub'), tub: z.enum(['offal', 'hide', 'fat', 'stock', 'pets']) })
  ]),
  reading: readingSchema
});
const amend = whole.extend({ kind: z.literal('amend'), facts: factsPatchSchema });
const reweigh = whole.extend({
  kind: z.literal('reweigh'),
  item: z.string(),
  reading: readingSchema,
  acknowledged: z.boolean().optional()
});
const skin = whole.extend({
  kind: z.literal('skin'),
  item: z.string(),
  reading: readingSchema,
  /** The hide, head and legs where they were weighed; the rest is dressing loss. */
  hide: readingSchema.optional()
});
const cut = whole.extend({
  kind: z.literal('cut'),
  from: z.string(),
  creates: z.union([pieceBirth, partBirth]),
  reading: readingSchema,
  acknowledged: z.boolean().optional()
});
const split = whole.extend({
  kind: z.literal('split'),
  item: z.string(),
  /** The last child may come without a reading: it gets what is left. */
  children: z
    .array(z.object({ id: idSchema, place: placeSchema, reading: readingSchema.optional() }))
    .min(1)
    .max(20)
});
const destination = z.union([
  z.object({ reason: z.enum(DISCARD_REASONS) }).strict(),
  z.object({ tub: z.enum(TUB_KEYS) }).strict()
]);
export type Destination = z.infer<typeof destination>;
const trim = whole.extend({
  kind: z.literal('trim'),
  item: z.string(),
  /** What the piece weighs now. */
  reading: readingSchema,
  /** Where the difference went; the last may come without grams and gets the rest. */
  went: z
    .array(z.object({ to: destination, grams: gramsSchema.optional() }))
    .min(1)
    .max(10)
});
const tub = whole.extend({
  kind: z.literal('tub'),
  tub: z.enum(TUB_KEYS),
  /** Where the new mass came from; without it the one open part, else the carcass. */
  from: z.string().optional(),
  reading: readingSchema,
  /** What a lighter tub has lost; `silver` says that what lies in it has been trimmed. */
  lost: z.enum(['drip', 'evaporation', 'silver']).optional(),
  acknowledged: z.boolean().optional()
});
const place = whole
  .extend({
    kind: z.literal('place'),
    item: z.string(),
    place: placeSchema.optional(),
    /** The side it came off, where that was booked wrong. */
    side: z.enum(SIDES).optional()
  })
  .refine((p) => p.place !== undefined || p.side !== undefined, {
    path: ['place'],
    message: 'say where it lies, or its side'
  });
const open = whole.extend({ kind: z.literal('open'), item: z.string() });
const close = whole.extend({
  kind: z.literal('close'),
  item: z.string(),
  /** Bare bone as weighed, or as the model expects it; absent when there is none. */
  bone: readingSchema.optional(),
  boneTo: z.enum(['discard', 'stock']).default('discard'),
  /** Whether its glands and vessels were taken out, or knowingly left in. */
  glands: z.enum(['out', 'left']).optional()
});
const discard = whole.extend({
  kind: z.literal('discard'),
  from: z.string(),
  reason: z.enum(DISCARD_REASONS),
  reading: readingSchema,
  /** Whole animals of a lot that went with it. */
  count: countSchema.optional(),
  acknowledged: z.boolean().optional()
});
const hold = whole.extend({
  kind: z.literal('hold'),
  why: z.enum(HOLD_REASONS),
  note: shortText(300).optional()
});
/** Ends a hold: its entry is named. */
const lift = whole.extend({ kind: z.literal('lift'), hold: idSchema, note: shortText(300).optional() });
/** All that is left of the animal is lost; whoever received some of it is listed by the book. */
const condemn = whole.extend({ kind: z.literal('condemn'), note: shortText(300).optional() });
/** A little meat for a test. */
const sample = whole.extend({
  kind: z.literal('sample'),
  from: z.string(),
  lab: partySchema,
  what: shortText(60).optional(),
  reading: readingSchema
});
const leaving = {
  item: z.string(),
  to: partySchema,
  /** What left, where it was not all of it. */
  reading: readingSchema.optional(),
  count: countSchema.optional()
};
const give = whole.extend({ kind: z.literal('give'), ...leaving });
const send = whole.extend({
  kind: z.literal('send'),
  ...leaving,
  /** What was asked for: cuts, trim, mince. */
  wishes: shortText(500).optional()
});
/** Packs that came back of what was sent or given; what is not back by then is not returned. */
const returned = whole.extend({
  kind: z.literal('return'),
  item: z.string(),
  from: partySchema,
  packs: z
    .array(
      z.object({
        id: idSchema,
        what: shortText(60).min(1, 'say what it is'),
        class: z.enum(['P', 'S', 'J', 'G', 'O', 'K', 'F', 'D', 'H']),
        reading: readingSchema,
        /** Fat, salt and casings in it that were never the animal’s. */
        bought: gramsSchema.optional(),
        place: placeSchema.optional()
      })
    )
    .min(1)
    .max(60),
  /** More is to come: the rest stays with them. */
  more: z.boolean().optional(),
  /** What they asked for it, in the smallest units of the larder’s currency. */
  bill: z.number().int().min(0, 'not below zero').max(100_000_000, 'more than anybody asks').optional()
});
/** A step of the order of work that asks for no weight: done, passed over, or glands knowingly left in. No mass moves. */
const tick = whole.extend({
  kind: z.literal('tick'),
  item: z.string().max(80),
  step: shortText(60).min(1, 'say which step'),
  how: z.enum(['done', 'skipped', 'left']),
  /** What was found, where the step asks: stiff, loosening, loose. */
  answer: shortText(40).optional()
});
/** Goes on with a carcass, lot or part by another order of work; what is off stays off. */
const school = whole.extend({
  kind: z.literal('school'),
  item: z.string().max(80),
  by: shortText(60).min(1, 'say which')
});
/** Something done to a carcass while it cools, or where it was taken. No mass moves. */
const chill = whole
  .extend({
    kind: z.literal('chill'),
    what: z.enum(COOLING_EVENTS),
    /** Of `moved`: `field`, or the key of a room. */
    to: shortText(40).min(1, 'say where').optional()
  })
  .refine((c) => c.what !== 'moved' || c.to !== undefined, { path: ['to'], message: 'say where to' });
/** Name of a kept photograph: the SHA-256 of what is stored, and its kind. */
export const PHOTO_FILE = /^[0-9a-f]{64}\.jpg$/;
/** Words or a photograph beside an animal, one of its items, or one of its entries. */
const note = whole
  .extend({
    kind: z.literal('note'),
    item: z.string().max(80).optional(),
    entry: idSchema.optional(),
    text: shortText(1000).optional(),
    photo: z.string().regex(PHOTO_FILE, 'no photograph of this larder').optional()
  })
  .refine((n) => Boolean(n.text) || n.photo !== undefined, {
    path: ['text'],
    message: 'say something, or show it'
  });
const correct = whole.extend({ kind: z.literal('correct'), entry: idSchema, reading: readingSchema });
/** Most entries that stand on one and are taken back with it. */
const MAX_CHAIN = 2_000;
const voided = whole.extend({
  kind: z.literal('void'),
  entry: idSchema,
  /** What stands on it and is taken back with it; all of it, in any order. */
  chain: z.array(idSchema).min(1).max(MAX_CHAIN).optional()
});

/** Kinds with behaviour, in the order of the book's documents. */
export const KINDS = [
  'intake',
  'amend',
  'reweigh',
  'skin',
  'cut',
  'split',
  'trim',
  'tub',
  'place',
  'open',
  'close',
  'discard',
  'hold',
  'lift',
  'condemn',
  'sample',
  'give',
  'send',
  'return',
  'tick',
  'school',
  'note',
  'chill',
  'correct',
  'void'
] as const;
/** Kinds that are named and kept for later behaviour. */
export const LATER_KINDS = ['batch', 'dry', 'cook', 'pack', 'unpack', 'eat'] as const;
export type Kind = (typeof KINDS)[number];

/** The facts of an event: what was done, to what, with what reading. */
export const intentSchema = z.discriminatedUnion('kind', [
  intake,
  amend,
  reweigh,
  skin,
  cut,
  split,
  trim,
  tub,
  place,
  open,
  close,
  discard,
  hold,
  lift,
  condemn,
  sample,
  give,
  send,
  returned,
  tick,
  school,
  note,
  chill,
  correct,
  voided
]);
export type Intent = z.infer<typeof intentSchema>;
export type IntentOf<K extends Kind> = Extract<Intent, { kind: K }>;

/** Most lines that one entry books: a void of a long chain. */
const MAX_POSTINGS = 10_000;
export const postingSchema = z.object({
  item: z.string().max(200),
  grams: z
    .number()
    .int()
    .transform((n) => n as Grams),
  class: z.enum(CLASSES),
  /** Animals, for lots. */
  count: z.number().int().optional()
});
/** One line of an entry: signed grams on an item, under a class. */
export type Posting = z.infer<typeof postingSchema>;

/** An entry as a client sends it. */
export const draftSchema = z.object({
  id: idSchema,
  /** When it happened, by the one who books it; order is the server's. */
  at: momentSchema,
  /** Who did it. */
  hand: shortText(60),
  /** The browser or machine it was booked on. */
  device: shortText(60),
  intent: intentSchema,
  /** What the client showed. If the book derives others, the entry is refused as stale. */
  postings: z.array(postingSchema).max(MAX_POSTINGS).optional()
});
export type Draft = z.infer<typeof draftSchema>;

/** An entry as it stands in the book. */
export const bookedSchema = draftSchema.extend({
  seq: z.number().int().min(1),
  /** What the device's clock said, where it was ahead of the larder's: the entry then has the larder's time. */
  deviceAt: momentSchema.optional(),
  postings: z.array(postingSchema).max(MAX_POSTINGS),
  /** The animal's code, given with its first intake. */
  code: z
    .string()
    .regex(/^\d\d-\d{3,}$/)
    .optional()
});
export type BookedEntry = z.infer<typeof bookedSchema>;
