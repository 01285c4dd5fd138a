import { and, asc, eq, gt, or } from 'drizzle-orm';
import Papa from 'papaparse';
import { z } from 'zod';
import { canonical } from '$core/book';
import { recipeSchema } from '$core/grind';
import { savedPlanSchema, wishSchema } from '$core/plan';
import { readOwn } from '$core/reference';
import { ruleCardSchema } from '$core/rules';
import { settingsSchema } from '$core/settings';
import { slicedSchema } from '$core/slice';
import type { Db, Larder, Tx } from '../db/client';
import {
  coolingPlans,
  cutPlans,
  slicings,
  forecasts,
  loggerFiles,
  parties,
  partyNames,
  procedures,
  readings,
  recipes,
  ruleCards,
  settings,
  wishes
} from '../db/schema';
import { isItself } from '../repo/logger-files';
import { plannedSchema } from '../repo/plans';
import { ReadingRepository } from '../repo/readings';
import { insertPlan } from '../repo/cut-plans';
import { slicingRow } from '../repo/slicings';
import { recipeRow } from '../repo/recipes';
import { ArchiveStopped } from './manifest';

/** Something that a larder keeps beside its book. */
export interface Part {
  name: string;
  /** Archives of before are without it. */
  later?: true;
  /** Its rows as text, some at a time. */
  write: (db: Db) => AsyncGenerator<{ text: string; rows: number }>;
  /** Checks it and takes it into a larder of its own. */
  read: (lines: AsyncIterable<string>, into: Larder) => Promise<void>;
}

/** Rows of one stretch. */
const AT_ONCE = 2_000;

/** Rows as lines of JSON with their keys in order; each is checked by a schema before any of them is taken. */
function linesPart<T>(
  name: string,
  schema: z.ZodType<T>,
  rowsOf: (db: Db) => Promise<T[]>,
  take: (into: Larder, rows: T[]) => Promise<unknown>
): Part {
  return {
    name,
    async *write(db) {
      const rows = await rowsOf(db);
      yield { text: rows.map((row) => `${canonical(row)}\n`).join(''), rows: rows.length };
    },
    async read(lines, into) {
      const rows: T[] = [];
      let line = 0;
      for await (const one of lines) {
        line += 1;
        const read = schema.safeParse(jsonOf(one));
        if (!read.success) throw stopped(name, line, read.error);
        rows.push(read.data);
      }
      if (rows.length > 0) await take(into, rows);
    }
  };
}

/** What is kept as JSON, as far as it can be read. */
const readRows = <T>(schema: z.ZodType<T>, rows: readonly { value: string }[]): T[] =>
  rows.flatMap(({ value }) => {
    const read = schema.safeParse(jsonOf(value));
    return read.success ? [read.data] : [];
  });

const stopped = (part: string, line: number, error: z.ZodError): ArchiveStopped => {
  const [issue] = error.issues;
  const at = issue && issue.path.length > 0 ? `${issue.path.join('.')}: ` : '';
  return new ArchiveStopped({ part, line, message: `${at}${issue?.message ?? 'cannot be read'}` });
};

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

const choices = settingsSchema.shape;
const isChoice = (key: string): key is keyof typeof choices => Object.hasOwn(choices, key);
const choiceSchema = z
  .strictObject({ key: z.string(), value: z.unknown() })
  .refine(({ key }) => isChoice(key), { message: 'no such choice', abort: true })
  .refine(
    ({ key, value }) => isChoice(key) && choices[key].safeParse(value).success,
    'no such value of that choice'
  );
const recipeRowSchema = recipeSchema.extend({ gone: z.literal(true).optional() });
const procedureSchema = z
  .looseObject({ key: z.string() })
  .refine((value) => readOwn(value).ok, 'no order of work');
const planSchema = z.strictObject({ animal: z.uuid(), planned: plannedSchema });
const loggerFileSchema = z
  .strictObject({
    sha256: z.string().regex(/^[0-9a-f]{64}$/, 'no hash'),
    place: z.string().min(1).max(200),
    name: z.string().max(200),
    at: z.number().int(),
    size: z.number().int().min(0),
    readings: z.number().int().min(0),
    body: z.base64()
  })
  .refine(({ sha256, body }) => isItself(sha256, body), 'is not the file of that hash');
const partySchema = z.strictObject({
  id: z.uuid(),
  name: z.string().min(1).max(200),
  names: z.array(z.string().min(1).max(200)).max(1_000)
});

/**
 * A table of figures as CSV: columns of numbers, empty where nothing was read, beside columns of text.
 * @param later  how many of the last columns a copy of before may lack
 */
function csvPart<Row>(
  name: string,
  columns: readonly string[],
  schema: z.ZodType<Row, Record<string, string>>,
  rowsOf: (db: Db) => AsyncGenerator<readonly unknown[][]>,
  take: (into: Larder, rows: Row[]) => Promise<unknown>,
  later = 0
): Part {
  return {
    name,
    async *write(db) {
      yield { text: `${columns.join(',')}\n`, rows: 0 };
      for await (const rows of rowsOf(db))
        if (rows.length > 0)
          yield { text: `${Papa.unparse(rows as unknown[][], { newline: '\n' })}\n`, rows: rows.length };
    },
    async read(lines, into) {
      let line = 0;
      let rows: Row[] = [];
      let width = columns.length;
      for await (const record of recordsOf(lines)) {
        const cells = Papa.parse<string[]>(record, { delimiter: ',' }).data[0] ?? [];
        line += 1;
        if (line === 1) {
          width = cells.length;
          if (width < columns.length - later || cells.join() !== columns.slice(0, width).join())
            throw new ArchiveStopped({ part: name, line, message: `the columns must be ${columns.join()}` });
          continue;
        }
        const read =
          cells.length === width
            ? schema.safeParse(Object.fromEntries(columns.map((column, i) => [column, cells[i] ?? ''])))
            : undefined;
        if (!read) throw new ArchiveStopped({ part: name, line, message: `${width} cells a row` });
        if (!read.success) throw stopped(name, line, read.error);
        rows.push(read.data);
        if (rows.length >= AT_ONCE) {
          await take(into, rows);
          rows = [];
        }
      }
      if (line === 0) throw new ArchiveStopped({ part: name, line: 1, message: 'the columns are missing' });
      if (rows.length > 0) await take(into, rows);
    }
  };
}

/** Records of a CSV file: lines, joined where a quoted cell goes on in the next. */
async function* recordsOf(lines: AsyncIterable<string>): AsyncGenerator<string> {
  let open: string | undefined;
  for await (const line of lines) {
    const record: string = open === undefined ? line : `${open}\n${line}`;
    const quotes = record.split('"').length - 1;
    open = quotes % 2 === 1 ? record : undefined;
    if (open === undefined) yield record;
  }
  if (open !== undefined) yield open;
}

/** A whole number out of a cell. */
const whole = z
  .string()
  .regex(/^-?\d{1,16}$/, 'no whole number')
  .transform(Number);
/** A number out of a cell; nothing where it is empty. */
const figure = z
  .string()
  .regex(/^(-?\d{1,9}(\.\d{1,6})?)?$/, 'no number')
  .transform((text) => (text === '' ? undefined : Number(text)));
const word = z.string().min(1).max(200);

const over = (value: number | null, by: number): number | '' => (value === null ? '' : value / by);

async function* readingRows(db: Db): AsyncGenerator<unknown[][]> {
  for (let after = { place: '', at: 0, probe: '' }; ;) {
    const { place, at, probe } = readings;
    const rows = await db
      .select()
      .from(readings)
      .where(
        or(
          gt(place, after.place),
          and(eq(place, after.place), gt(at, after.at)),
          and(eq(place, after.place), eq(at, after.at), gt(probe, after.probe))
        )
      )
      .orderBy(asc(place), asc(at), asc(probe))
      .limit(AT_ONCE);
    const last = rows.at(-1);
    if (!last) return;
    yield rows.map((r) => [r.place, r.at, r.probe, over(r.air, 100), over(r.core, 100), over(r.rh, 1000)]);
    after = last;
  }
}

async function takeReadings(
  into: Larder,
  rows: { place: string; at: number; probe: string; air_c?: number; core_c?: number; rh?: number }[]
): Promise<void> {
  const repository = new ReadingRepository(into);
  const series = new Map<string, typeof rows>();
  for (const row of rows) {
    const key = canonical([row.place, row.probe]);
    const own = series.get(key);
    if (own) own.push(row);
    else series.set(key, [row]);
  }
  for (const own of series.values()) {
    const [{ place, probe } = { place: '', probe: '' }] = own;
    await repository.add(
      place,
      probe,
      own.map((r) => ({ at: r.at, air: r.air_c, core: r.core_c, rh: r.rh }))
    );
  }
}

/** A table of values by their keys: what does not read any more is left out, and is no choice of the larder. */
function keyedPart<T>(
  name: string,
  schema: z.ZodType<T>,
  rowsOf: (db: Db) => Promise<{ key: string; value: string }[]>,
  shape: (key: string, value: unknown) => unknown,
  insert: (tx: Tx, rows: T[]) => Promise<unknown>
): Part {
  const standing = async (db: Db): Promise<T[]> =>
    (await rowsOf(db)).flatMap(({ key, value }) => {
      const read = schema.safeParse(shape(key, jsonOf(value)));
      return read.success ? [read.data] : [];
    });
  return linesPart(name, schema, standing, (into, rows) => into.write((tx) => insert(tx, rows)));
}

const byKey = (table: typeof settings | typeof ruleCards | typeof procedures) => (db: Db) =>
  db.select({ key: table.key, value: table.value }).from(table).orderBy(asc(table.key)).execute();
const itself = (_: string, value: unknown): unknown => value;
const asRow = (value: { key: string }) => ({ key: value.key, value: JSON.stringify(value) });

/** Everything that a larder keeps beside its book and its photographs. */
export const PARTS: readonly Part[] = [
  keyedPart(
    'settings.jsonl',
    choiceSchema,
    byKey(settings),
    (key, value) => ({ key, value }),
    (tx, rows) =>
      tx.insert(settings).values(rows.map(({ key, value }) => ({ key, value: JSON.stringify(value) })))
  ),
  keyedPart('rules.jsonl', ruleCardSchema, byKey(ruleCards), itself, (tx, rows) =>
    tx.insert(ruleCards).values(rows.map(asRow))
  ),
  keyedPart('orders-of-work.jsonl', procedureSchema, byKey(procedures), itself, (tx, rows) =>
    tx.insert(procedures).values(rows.map(asRow))
  ),
  {
    ...linesPart(
      'recipes.jsonl',
      recipeRowSchema,
      async (db) =>
        (await db.select().from(recipes).orderBy(asc(recipes.key), asc(recipes.version))).flatMap(
          ({ value, gone }) => {
            const read = recipeSchema.safeParse(jsonOf(value));
            return read.success ? [{ ...read.data, ...(gone ? { gone: true as const } : {}) }] : [];
          }
        ),
      (into, rows) => into.write((tx) => tx.insert(recipes).values(rows.map(recipeRow)).execute())
    ),
    later: true
  },
  {
    ...linesPart(
      'wishes.jsonl',
      wishSchema,
      async (db) => readRows(wishSchema, await db.select().from(wishes).orderBy(asc(wishes.id))),
      (into, rows) =>
        into.write((tx) =>
          tx
            .insert(wishes)
            .values(rows.map((wish) => ({ id: wish.id, value: JSON.stringify(wish) })))
            .execute()
        )
    ),
    later: true
  },
  {
    ...linesPart(
      'cut-plans.jsonl',
      savedPlanSchema,
      async (db) => readRows(savedPlanSchema, await db.select().from(cutPlans).orderBy(asc(cutPlans.id))),
      (into, rows) =>
        into.write(async (tx) => {
          for (const plan of rows) await insertPlan(tx, plan);
        })
    ),
    later: true
  },
  {
    ...linesPart(
      'slicings.jsonl',
      slicedSchema,
      async (db) => readRows(slicedSchema, await db.select().from(slicings).orderBy(asc(slicings.id))),
      (into, rows) => into.write((tx) => tx.insert(slicings).values(rows.map(slicingRow)).execute())
    ),
    later: true
  },
  keyedPart(
    'plans.jsonl',
    planSchema,
    (db) =>
      db
        .select({ key: coolingPlans.animal, value: coolingPlans.value })
        .from(coolingPlans)
        .orderBy(asc(coolingPlans.animal))
        .execute(),
    (animal, planned) => ({ animal, planned }),
    (tx, rows) =>
      tx
        .insert(coolingPlans)
        .values(rows.map(({ animal, planned }) => ({ animal, value: JSON.stringify(planned) })))
  ),
  linesPart(
    'parties.jsonl',
    partySchema,
    async (db) => {
      const names = await db.select().from(partyNames).orderBy(asc(partyNames.name));
      return (await db.select().from(parties).orderBy(asc(parties.id))).map((party) => ({
        ...party,
        names: names.filter((row) => row.party === party.id).map((row) => row.name)
      }));
    },
    (into, rows) =>
      // Booking has made a party of each name; whose names are one is said here.
      into.write(async (tx) => {
        await tx.delete(partyNames);
        await tx.delete(parties);
        await tx.insert(parties).values(rows.map(({ id, name }) => ({ id, name })));
        const all = rows.flatMap(({ id, names }) => names.map((name) => ({ name, party: id })));
        if (all.length > 0) await tx.insert(partyNames).values(all);
      })
  ),
  csvPart(
    'readings.csv',
    ['place', 'at', 'probe', 'air_c', 'core_c', 'rh'],
    z.object({ place: word, at: whole, probe: word, air_c: figure, core_c: figure, rh: figure }),
    readingRows,
    takeReadings
  ),
  {
    ...linesPart(
      'logger-files.jsonl',
      loggerFileSchema,
      (db) => db.select().from(loggerFiles).orderBy(asc(loggerFiles.at), asc(loggerFiles.sha256)).execute(),
      async (into, rows) => {
        for (const row of rows) await into.write((tx) => tx.insert(loggerFiles).values(row).execute());
      }
    ),
    later: true
  },
  csvPart(
    'forecasts.csv',
    ['at', 'air_c', 'rh', 'source', 'wind_ms'],
    z.object({ at: whole, air_c: figure, rh: figure, source: word, wind_ms: figure }),
    async function* (db) {
      const rows = await db.select().from(forecasts).orderBy(asc(forecasts.at));
      yield rows.map((r) => [r.at, over(r.air, 100), over(r.rh, 1000), r.source, over(r.wind, 10)]);
    },
    (into, rows) =>
      into.write((tx) =>
        tx
          .insert(forecasts)
          .values(
            rows.map((r) => ({
              at: r.at,
              air: Math.round((r.air_c ?? 0) * 100),
              rh: r.rh === undefined ? null : Math.round(r.rh * 1000),
              wind: r.wind_ms === undefined ? null : Math.round(r.wind_ms * 10),
              source: r.source
            }))
          )
          .execute()
      ),
    1
  )
];
