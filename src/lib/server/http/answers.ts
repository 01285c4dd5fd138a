import { z } from 'zod';
import { bookedSchema, factsSchema } from '$core/book';
import { CLASSES, GROUP_KEYS, SIDES } from '$core/reference';

/** What the API answers, as schemas: the description is made from them, and a test holds every answer against them. */

const grams = z.number().int().describe('whole grams');
const ratio = z.number();
const work = z.enum(['hanging', 'bench', 'done']);
const money = z.number().int().describe('smallest units of the currency');
const standing = z.enum(['default', 'rule', 'yours']);

/** A figure with its 80 % interval. */
const expectedSchema = z.strictObject({
  mean: z.number(),
  relativeSd: z.number(),
  low: z.number(),
  high: z.number(),
  standing,
  n: z.number().int().optional().describe('own animals behind it, where it is yours')
});
const intervalSchema = z.strictObject({
  mean: ratio,
  low: ratio,
  high: ratio,
  standing,
  n: z.number().int().optional().describe('own animals behind it, where it is yours'),
  grams: z
    .strictObject({ mean: grams, low: grams, high: grams })
    .optional()
    .describe('the same of the hanging weight, where that is known')
});

export const healthSchema = z.strictObject({ status: z.literal('up'), demo: z.boolean() });

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

const verdict = z.enum(['within', 'below', 'above']);
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
      expected: expectedSchema.describe('of the same state: trimmed or not'),
      trimmed: z.number().describe('what is left of it once all is trimmed'),
      trimmedShare: ratio,
      keptOfUntrimmed: ratio
    })
    .optional(),
  verdict: verdict.optional().describe('of what was weighed against what such meat weighs in that state'),
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
  bill: money.describe('what other houses asked for cutting it'),
  costPerKg: money.optional().describe('once it is closed'),
  costPerMeal: money.optional(),
  meals: z.number().int()
});

const modelledStage = z.strictObject({ grams, relativeSd: ratio, modelled: z.boolean() });
export const expectationSchema = z.strictObject({
  condition: z.number().int(),
  conditionGuessed: z.boolean(),
  softTissue: ratio,
  cleanRatio: ratio,
  trimShare: ratio,
  stages: z.strictObject({ live: modelledStage, dressed: modelledStage, hanging: modelledStage }).optional(),
  boneless: intervalSchema,
  frame: intervalSchema,
  parts: z.array(
    z.strictObject({
      part: z.string(),
      share: ratio,
      taken: intervalSchema,
      side: intervalSchema.optional(),
      boneless: intervalSchema,
      sides: z.strictObject({ left: intervalSchema, right: intervalSchema }).optional()
    })
  )
});

export const auditSchema = z.strictObject({
  entries: z.number().int(),
  animals: z.number().int(),
  unaccountedAbs: grams,
  findings: z.array(
    z.strictObject({
      code: z.string(),
      entry: z.string().optional(),
      item: z.string().optional(),
      text: z.string()
    })
  )
});

export const resultsSchema = z.strictObject({
  results: z.array(
    z.strictObject({
      status: z.enum(['booked', 'already-booked', 'refused']),
      id: z.string().nullable(),
      entry: bookedSchema.optional(),
      refusal: z.looseObject({ code: z.string() }).optional(),
      errors: z.array(z.strictObject({ path: z.string(), message: z.string() })).optional()
    })
  )
});

export const importedSchema = z.strictObject({ entries: z.number().int() });

const procedureSchema = z.looseObject({
  key: z.string(),
  name: z.string(),
  why: z.string(),
  groups: z.array(z.enum(GROUP_KEYS)),
  steps: z.array(z.looseObject({ key: z.string(), title: z.string(), doing: z.string() }))
});
export const proceduresSchema = z.strictObject({ procedures: z.array(procedureSchema) });

export const photoSchema = z.strictObject({
  photo: z.string().describe('the name it is known by'),
  width: z.number().int(),
  height: z.number().int()
});
