import { and, asc, eq, gt, or } from 'drizzle-orm';
import Papa from 'papaparse';
import { z } from 'zod';
import { canonical, jsonOf, momentSchema } from '$core/book';
import { recipeSchema } from '$core/grind';
import { savedPlanSchema, wishSchema } from '$core/plan';
import { readOwn } from '$core/reference';
import { ruleCardSchema } from '$core/rules';
import { settingsSchema } from '$core/settings';
import { slicedSchema } from '$core/slice';
import { isTaken, type Db, type Larder, type Tx } from '../db/client';
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
import { RESTORE_BOUNDS } from './bounds';
import { ArchiveStopped } from './manifest';

/** Something that a larder keeps beside its book. */
export interface Part {
  name: string;
  /** Archives of before are without it. */
  later?: true;
  /** Its rows as text, some at a time; what stands there and cannot be read is left out, and named. */
  write: (db: Db) => AsyncGenerator<{ text: string; rows: number; left?: readonly string[] }>;
  /** Checks it and takes it into a larder of its own. */
  read: (lines: AsyncIterable<string>, into: Larder) => Promise<void>;
}

/** Rows of one stretch. */
const AT_ONCE = 2_000;

/** Rows of a table, and the keys of those that cannot be read. */
interface Rows<T> {
  rows: T[];
  left?: string[];
}

/** Rows as lines of JSON with their keys in order; each is checked by a schema before any of them is taken. */
function linesPart<T>(
  name: string,
  schema: z.ZodType<T>,
  rowsOf: (db: Db) => Promise<Rows<T>>,
  take: (into: Larder, rows: T[]) => Promise<unknown>
): Part {
  return {
    name,
    async *write(db) {
      const { rows, left = [] } = await rowsOf(db);
      yield { text: rows.map((row) => `${canonical(row)}\n`).join(''), rows: rows.length, left };
    },
    async read(lines, into) {
      const rows: T[] = [];
      let line = 0;
      for await (const one of lines) {
        line += 1;
        const read = await schema.safeParseAsync(jsonOf(one));
        if (!read.success) throw stopped(name, line, read.error);
        if (line > RESTORE_BOUNDS.rows)
          throw new ArchiveStopped({ part: name, line, message: `more than ${RESTORE_BOUNDS.rows} rows` });
        rows.push(read.data);
      }
      if (rows.length > 0) await onlyOnce(name, take(into, rows));
    }
  };
}

/** Rows that are taken in; one whose key stands there already is a fault of the file. */
async function onlyOnce(part: string, taking: Promise<unknown>): Promise<void> {
  try {
    await taking;
  } catch (error) {
    throw isTaken(error) ? new ArchiveStopped({ part, message: 'a row of it stands in it twice' }) : error;
  }
}

/** What is kept as JSON under keys, as far as it can be read. */
function readRows<T, Row extends { value: string }>(
  rows: readonly Row[],
  keyOf: (row: Row) => string,
  read: (value: unknown, row: Row) => z.ZodSafeParseResult<T>
): { rows: T[]; left: string[] } {
  const found: { rows: T[]; left: string[] } = { rows: [], left: [] };
  for (const row of rows) {
    const one = read(jsonOf(row.value), row);
    if (one.success) found.rows.push(one.data);
    else found.left.push(keyOf(row));
  }
  return found;
}

const stopped = (part: string, line: number, error: z.ZodError): ArchiveStopped => {
  const [issue] = error.issues;
  const at = issue && issue.path.length > 0 ? `${issue.path.join('.')}: ` : '';
  return new ArchiveStopped({ part, line, message: `${at}${issue?.message ?? 'cannot be read'}` });
};

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
          await onlyOnce(name, take(into, rows));
          rows = [];
        }
      }
      if (line === 0) throw new ArchiveStopped({ part: name, line: 1, message: 'the columns are missing' });
      if (rows.length > 0) await onlyOnce(name, take(into, rows));
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

/** A moment out of a cell, milliseconds since the epoch: of the years that the book knows. */
const moment = z
  .string()
  .regex(/^\d{1,16}$/, 'no moment')
  .transform(Number)
  .pipe(momentSchema);
/** A number out of a cell, between two bounds; nothing where it is empty. */
const figure = (least: number, most: number) =>
  z
    .string()
    .regex(/^(-?\d{1,9}(\.\d{1,6})?)?$/, 'no number')
    .transform((text) => (text === '' ? undefined : Number(text)))
    .pipe(z.number().min(least).max(most).optional());
/** What a sensor may ever have said: °C, ratio, m/s. Wider than what is taken from one today. */
const degrees = figure(-150, 250);
const ratio = figure(-1, 2);
const speed = figure(0, 150);
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

/** A table of values by their keys. */
function keyedPart<T>(
  name: string,
  schema: z.ZodType<T>,
  rowsOf: (db: Db) => Promise<{ key: string; value: string }[]>,
  shape: (key: string, value: unknown) => unknown,
  insert: (tx: Tx, rows: T[]) => Promise<unknown>
): Part {
  const standing = async (db: Db): Promise<Rows<T>> =>
    readRows(
      await rowsOf(db),
      ({ key }) => key,
      (value, { key }) => schema.safeParse(shape(key, value))
    );
  return linesPart(name, schema, standing, (into, rows) => into.write((tx) => insert(tx, rows)));
}

const byId = <T>(
  schema: z.ZodType<T>,
  rows: readonly { id: string; value: string }[]
): { rows: T[]; left: string[] } =>
  readRows(
    rows,
    ({ id }) => id,
    (value) => schema.safeParse(value)
  );
const byKey = (table: typeof settings | typeof ruleCards | typeof procedures) => (db: Db) =>
  db.select({ key: table.key, value: table.value }).from(table).orderBy(asc(table.key)).execute();
const itself = (_: string, value: unknown): unknown => value;
const asRow = (value: { key: string }) => ({ key: value.key, value: JSON.stringify(value) });

/** Everything that a larder keeps beside its book and its photographs. */
export const PARTS: readonly Part[] = [
  keyedPart(
    'settings.jsonl',
    choiceSchema,
    // A choice that the program has no more is none of the larder.
    async (db) => (await byKey(settings)(db)).filter(({ key }) => isChoice(key)),
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
        readRows(
          await db.select().from(recipes).orderBy(asc(recipes.key), asc(recipes.version)),
          ({ key, version }) => `${key} ${version}`,
          (value, { gone }) => {
            const read = recipeSchema.safeParse(value);
            return read.success && gone ? recipeRowSchema.safeParse({ ...read.data, gone: true }) : read;
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
      async (db) => byId(wishSchema, await db.select().from(wishes).orderBy(asc(wishes.id))),
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
      async (db) => byId(savedPlanSchema, await db.select().from(cutPlans).orderBy(asc(cutPlans.id))),
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
      async (db) => byId(slicedSchema, await db.select().from(slicings).orderBy(asc(slicings.id))),
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
      const rows = (await db.select().from(parties).orderBy(asc(parties.id))).map((party) => ({
        ...party,
        names: names.filter((row) => row.party === party.id).map((row) => row.name)
      }));
      return { rows };
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
    z.object({ place: word, at: moment, probe: word, air_c: degrees, core_c: degrees, rh: ratio }),
    readingRows,
    takeReadings
  ),
  {
    ...linesPart(
      'logger-files.jsonl',
      loggerFileSchema,
      async (db) => ({
        rows: await db.select().from(loggerFiles).orderBy(asc(loggerFiles.at), asc(loggerFiles.sha256))
      }),
      async (into, rows) => {
        for (const row of rows) await into.write((tx) => tx.insert(loggerFiles).values(row).execute());
      }
    ),
    later: true
  },
  csvPart(
    'forecasts.csv',
    ['at', 'air_c', 'rh', 'source', 'wind_ms'],
    z.object({ at: moment, air_c: degrees, rh: ratio, source: word, wind_ms: speed }),
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
