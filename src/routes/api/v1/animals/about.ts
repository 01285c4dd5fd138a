import { z } from 'zod';
import { CLOSINGS, LEVELS, OPENINGS, WARNING_KEYS, WINDOW_STATES } from '$core/chill';
import {
  bookedSchema,
  factsSchema,
  DOUBTS,
  idSchema,
  momentSchema,
  readingSchema,
  shortText
} from '$core/book';
import { CLASSES, SIDES } from '$core/reference';
import { plannedSchema } from '$lib/server/repo/plans';
import { grams, ratio, money, celsius, expectedSchema, gapSchema } from '$lib/server/http/parts';
import { get, post, id, query, type About } from '$lib/server/http/openapi';

/** A new animal: its facts and its first weighing, whole or as a single part. */
export const newAnimalSchema = z
  .object({
    id: idSchema.optional(),
    entry: idSchema.optional(),
    at: momentSchema.optional(),
    hand: shortText(60).optional(),
    facts: factsSchema,
    reading: readingSchema,
    /** Questions answered with yes: `weight` where a doubtful weight is meant. */
    sure: z.array(z.enum(DOUBTS)).min(1).max(DOUBTS.length).optional(),
    /** Birds or small game taken together. */
    count: z.number().int().min(1).max(999).optional(),
    part: z
      .object({ cut: z.enum(['hindLeg', 'shoulder', 'neck', 'trunk']), side: z.enum(SIDES).optional() })
      .optional()
  })
  .refine((v) => v.part !== undefined || v.reading.stage !== undefined, {
    path: ['reading', 'stage'],
    message: 'say at which stage it was weighed'
  });

const work = z.enum(['hanging', 'bench', 'done']);

export const animalSchema = z.strictObject({
  id: z.string(),
  code: z.string(),
  name: z.string(),
  season: z.number().int(),
  facts: factsSchema,
  work,
  place: z.string().nullable().describe('field, or a room’s key; null where nobody has said'),
  base: grams.describe('what is 100 % of the beam'),
  hanging: grams.nullable(),
  boneless: grams,
  takeHome: grams,
  stillOn: grams,
  lastSeq: z.number().int()
});

export const animalsSchema = z.strictObject({ animals: z.array(animalSchema) });

const balanceSchema = z.partialRecord(z.enum(CLASSES), grams);

export const animalBookSchema = z.strictObject({
  animal: z.looseObject({ id: z.string(), facts: factsSchema, marks: z.array(z.unknown()) }),
  items: z.array(z.looseObject({ id: z.string(), kind: z.string(), balance: balanceSchema })),
  boundary: z.array(z.strictObject({ id: z.string(), balance: balanceSchema })),
  entries: z.array(bookedSchema)
});

export const beamSchema = z.strictObject({
  base: grams,
  baseOf: z.enum(['hanging', 'first']),
  hollow: z.boolean(),
  segments: z.array(z.strictObject({ key: z.string(), class: z.enum(CLASSES), grams })),
  stillOn: grams,
  strip: z.strictObject({ offal: grams, hide: grams, dressing: grams }),
  unaccounted: grams,
  unaccountedAbs: grams,
  away: grams.describe('given or sent uncut: no longer part of the base')
});

const verdict = z.enum(['within', 'below', 'above', 'unclear']);
const band = z.strictObject({ mean: z.number(), low: z.number(), high: z.number() });

const stageSchema = z.strictObject({
  grams,
  how: z.enum(['scale', 'typed', 'estimated', 'modelled']),
  low: grams,
  high: grams,
  relativeSd: ratio
});

const ratioSchema = z.strictObject({ value: ratio, low: ratio, high: ratio, modelled: z.boolean() });

const perStage = <T extends z.ZodType>(schema: T) =>
  z.strictObject({ live: schema.optional(), dressed: schema.optional(), hanging: schema.optional() });

export const yieldSchema = z.strictObject({
  work,
  boneless: grams,
  takeHome: grams,
  finished: grams.describe('of the boneless, what is packed, ground, sent back, given or eaten'),
  byClass: z.strictObject({ P: grams, S: grams, J: grams, G: grams }),
  pets: grams,
  offal: grams,
  stages: perStage(stageSchema),
  ratios: perStage(ratioSchema),
  takeHomeRatio: ratioSchema.optional(),
  expectedBoneless: expectedSchema.optional().describe('trimmed'),
  weighed: z
    .strictObject({
      actual: z.number().describe('boneless and pets, as it was weighed'),
      expected: expectedSchema.describe(
        'of the same state: trimmed or not; over both where that is not known'
      ),
      bands: z.tuple([band, band]).describe('what it is judged by: trimmed, and as it came off'),
      known: z.enum(['apart', 'said', 'weighed', 'unsaid', 'some']),
      trimmed: z.number().describe('what is left of it once all is trimmed'),
      trimmedShare: ratio,
      keptOfUntrimmed: ratio
    })
    .optional(),
  verdict: verdict.optional().describe('of what was weighed against what such meat weighs in that state'),
  byChance: ratio.optional().describe('how often an average animal lies as far out'),
  parts: z.array(
    z.strictObject({
      part: z.string(),
      side: z.enum(SIDES).optional(),
      name: z.string(),
      taken: grams.optional(),
      expectedTaken: expectedSchema.optional(),
      boneless: grams.optional(),
      expectedBoneless: expectedSchema.optional(),
      verdict: verdict.optional(),
      supposed: z.literal(true).optional(),
      discards: z.record(z.string(), grams),
      settled: z.boolean()
    })
  ),
  sides: z.array(
    z.strictObject({
      part: z.string(),
      name: z.string(),
      left: grams,
      right: grams,
      comparison: z.strictObject({
        ratio,
        uneven: z.boolean(),
        lighter: z.enum(['left', 'right']).optional()
      })
    })
  ),
  frame: z
    .strictObject({ expected: expectedSchema, weighed: grams.optional(), how: z.string().optional() })
    .optional(),
  losses: z.record(z.string(), grams),
  unaccounted: grams,
  unaccountedAbs: grams
});

export const worthSchema = z.strictObject({
  currency: z.string(),
  lines: z.array(z.strictObject({ use: z.string(), grams, perKg: money, value: money })),
  shopValue: money,
  boneless: grams,
  cost: money,
  net: money,
  bill: money.describe('what other houses asked for cutting it, in this currency'),
  otherBills: z
    .array(z.strictObject({ currency: z.string(), amount: money }))
    .describe('bills in other currencies; in no sum here'),
  costPerKg: money.optional().describe('once it is closed'),
  costPerMeal: money.optional(),
  meals: z.number().int()
});

export const planSchema = z.object({ planned: plannedSchema });

const warmthSchema = z.strictObject({
  hoursAbove20: z.number(),
  degreeHoursAbove10: z.number(),
  boneSour: z.enum(LEVELS)
});

export const hangingSchema = z.union([
  z.strictObject({
    place: z.string(),
    missing: z
      .array(z.string())
      .describe('places whose air nobody knows; none of an animal killed more than 60 days ago')
  }),
  z.strictObject({
    place: z.string(),
    target: celsius,
    hoursToTarget: z.number().nullable().describe('null: not within the record'),
    never: z.boolean().describe('not in this air'),
    soFar: warmthSchema.describe('by the record up to now'),
    withForecast: warmthSchema.describe('the same with what is still ahead'),
    core: celsius,
    surface: celsius,
    ageing: z.number(),
    ageingGoal: z.number(),
    spoilage: z.number().describe('log10 on the exposed surface, by the record'),
    warmGrowers: z.number(),
    degreeDays: z.number(),
    opens: z.number().nullable(),
    openedBy: z.enum(OPENINGS),
    closes: z.number().nullable(),
    closedBy: z.enum(CLOSINGS),
    cutNow: z.boolean().describe('it would close before it opens, and is neither warm nor stiff'),
    waits: z.enum(['warm', 'stiff']).nullable(),
    state: z.enum(WINDOW_STATES),
    evaporated: z.number().int().describe('grams, expected'),
    rindMm: z.number(),
    coldShortened: z.boolean(),
    warnings: z
      .array(z.enum(WARNING_KEYS))
      .describe(
        'what its record warns of: gut left in long, bone sour, warm too long on open faces, growth on them, it shuts before it is tender, chilled fast'
      ),
    gaps: z.array(gapSchema),
    parts: z
      .array(
        z.strictObject({
          item: z.string(),
          cut: z.string(),
          side: z.enum(SIDES).optional(),
          grams,
          place: z.string().describe('field, coolbox, or a room’s key'),
          alone: z.boolean(),
          core: celsius.optional(),
          hoursToTarget: z.number().nullable().optional(),
          opens: z.number().nullable().optional(),
          closes: z.number().nullable().optional(),
          state: z.enum(WINDOW_STATES).optional(),
          warnings: z.array(z.enum(WARNING_KEYS)).optional()
        })
      )
      .describe('parts that are off, each cooling by itself; without figures where its air is not known')
  })
]);

export const about: About = {
  paths: {
    '/animals': {
      ...get('Animals, newest first', 'Animals', [
        query('season', 'Year in which the season began'),
        query('limit', 'At most 500; 100 unless said'),
        query('offset', 'How many to pass over')
      ]),
      post: post('Weigh an animal in', 'NewAnimal', 'Animal', 201, 409)
    },
    '/animals/{id}': get('One animal', 'Animal', [id]),
    '/animals/{id}/book': get('Items with balances, entries with postings', 'AnimalBook', [id]),
    '/animals/{id}/beam': get('The animal as one strip', 'Beam', [id]),
    '/animals/{id}/yield': get('Yield, stages, verdict, parts and sides', 'Yield', [id]),
    '/animals/{id}/worth': get('Shop value and cost', 'Worth', [id]),
    '/animals/{id}/hanging': get('Cooling and window of an animal, by the record', 'Hanging', [id]),
    '/animals/{id}/plan': {
      ...get('What is planned for an animal while it cools', 'Plan', [id]),
      put: post('Plan what is done to an animal while it cools', 'Plan', 'Plan', 200, 404)
    }
  },
  schemas: {
    NewAnimal: newAnimalSchema,
    Animal: animalSchema,
    Animals: animalsSchema,
    AnimalBook: animalBookSchema,
    Beam: beamSchema,
    Yield: yieldSchema,
    Worth: worthSchema,
    Plan: planSchema,
    Hanging: hangingSchema
  }
};
