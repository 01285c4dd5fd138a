import { z } from 'zod';
import { momentSchema } from '$core/book';
import { COLUMN_ROLES } from '$core/probe';
import { ruleCardSchema } from '$core/rules';
import { roomSchema } from '$core/settings';
import { plannedSchema } from '../repo/plans';

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
  /** What each column is, where the guess was wrong. */
  roles: z.array(z.enum(COLUMN_ROLES)).max(200).optional(),
  /** Only looked at: what is in it, and what would be left out. */
  look: z.boolean().default(true)
});

export const roomsSchema = z.object({ rooms: z.array(roomSchema).min(1).max(12) });

/** One reading by hand. Degrees Celsius; humidity in per cent. */
export const handReadingSchema = z.object({
  place: z.string().max(80),
  at: momentSchema.optional(),
  air: z.number().optional(),
  core: z.number().optional(),
  rh: z.number().min(0, 'not below 0 %').max(100, 'at most 100 %').optional()
});

export const planSchema = z.object({ planned: plannedSchema });

/* Answers. */
const celsius = z.number().describe('°C');
const moment = z.number().int().describe('milliseconds since the epoch');
const ratio = z.number().min(0).max(1);
const gapSchema = z.strictObject({ from: moment, to: moment });

export const readingsSchema = z.strictObject({
  points: z.array(
    z.strictObject({
      at: moment,
      air: celsius.nullable(),
      low: celsius.nullable(),
      high: celsius.nullable(),
      core: celsius.nullable(),
      rh: ratio.nullable()
    })
  )
});
export const takenSchema = z.strictObject({ added: z.number().int(), known: z.number().int(), at: moment });
export const importedReadingsSchema = z.strictObject({
  columns: z.array(z.strictObject({ name: z.string(), role: z.enum(COLUMN_ROLES), sample: z.string() })),
  rolesAsked: z.boolean().describe('no column says that it is a temperature: ask which one is'),
  unit: z.enum(['C', 'F']),
  unitAsked: z.boolean().describe('nothing in the file says so: ask'),
  order: z.enum(['ymd', 'dmy', 'mdy']),
  orderAsked: z.boolean(),
  delimiter: z.string(),
  decimalComma: z.boolean(),
  zoned: z.boolean(),
  rows: z.number().int(),
  good: z.number().int(),
  left: z.record(z.string(), z.number().int()).describe('rows left out, by why'),
  outOfOrder: z.number().int(),
  clockChange: z.number().int(),
  gaps: z.array(gapSchema),
  gapCount: z.number().int(),
  from: moment.nullable(),
  to: moment.nullable(),
  shown: z.array(
    z.strictObject({ at: moment, air: celsius.optional(), core: celsius.optional(), rh: ratio.optional() })
  ),
  taken: z.strictObject({ added: z.number().int(), known: z.number().int() }).optional()
});
export const forecastSchema = z.strictObject({
  hours: z.array(
    z.strictObject({
      at: moment,
      air: celsius,
      rh: ratio.optional(),
      forecast: z.literal(true),
      source: z.enum(['typed', 'pasted', 'csv', 'service', 'simulated'])
    })
  )
});
export const forecastTakenSchema = z.strictObject({
  hours: z.number().int(),
  unread: z.array(z.strictObject({ line: z.number().int(), text: z.string() }))
});
export const cardsSchema = z.strictObject({ cards: z.array(ruleCardSchema) });
const warmthSchema = z.strictObject({
  hoursAbove20: z.number(),
  degreeHoursAbove10: z.number(),
  boneSour: z.enum(['quiet', 'watch', 'act'])
});
export const hangingSchema = z.union([
  z.strictObject({
    place: z.string(),
    missing: z.array(z.string()).describe('places whose air nobody knows')
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
    openedBy: z.enum(['ageing', 'stiff']),
    closes: z.number().nullable(),
    closedBy: z.enum(['spoilage', 'days']),
    cutNow: z.boolean().describe('it would close before it opens, and is neither warm nor stiff'),
    waits: z.enum(['warm', 'stiff']).nullable(),
    state: z.enum(['cooling', 'ageing', 'open', 'closed']),
    evaporated: z.number().int().describe('grams, expected'),
    rindMm: z.number(),
    coldShortened: z.boolean(),
    gaps: z.array(gapSchema)
  })
]);
