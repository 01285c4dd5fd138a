import { jsonOf } from '$core/book';
import type { ProbeReading } from '$core/probe';
import { PROBE_ASKS } from '$core/reference';
import { lowMedian } from '$core/statistics';
import { MINUTE, isTimeZone } from '$core/units';
import { TABLE_FAULTS } from '$lib/words/reading-faults';
import { importSchema } from '../about';
import { READINGS_LIMIT, api, json, readBytes, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import type { House } from '$lib/server/larder';
import { placeNamed } from '$lib/server/places';
import { animalIn } from '$lib/server/repo/readings';
import { aside } from '$lib/server/work/aside';
import { rowsOf, type Columns } from '$lib/server/work/logger-file';

/** Rows that are shown before anything is kept. */
const SHOWN = 6;

/** Readings of a file that are held against the model. */
const COMPARED = 60;

/** The middle of a file's cores and of what the model has there, where most of them are far apart. °C. */
async function farFromModel(
  house: House,
  animal: string,
  columns: Columns
): Promise<{ read: number; model: number } | undefined> {
  const card = await house.animals.find(animal);
  if (!card) return undefined;
  const step = Math.max(1, Math.floor(columns.at.length / COMPARED));
  const looked: ProbeReading[] = [];
  for (let i = 0; i < columns.at.length; i += step)
    looked.push(...rowsOf(columns, i, i + 1).filter((r) => r.core !== undefined));
  const models = await house.hanging.coresAt(
    card,
    looked.map((r) => r.at)
  );
  const both = looked.flatMap((r, i) => {
    const model = models[i];
    return model === undefined || r.core === undefined ? [] : [{ read: r.core, model }];
  });
  const apart = both.filter(({ read, model }) => Math.abs(read - model) > PROBE_ASKS);
  if (apart.length === 0 || apart.length * 2 < both.length) return undefined;
  return { read: lowMedian(apart.map((b) => b.read)), model: lowMedian(apart.map((b) => b.model)) };
}

/** What is asked of a file that comes as it is stands in the address: a text is a text, all else is JSON. */
function askedIn(params: URLSearchParams): Record<string, unknown> {
  const asked: Record<string, unknown> = {};
  for (const [key, value] of params)
    asked[key] = key === 'place' || key === 'name' || key === 'timeZone' ? value : (jsonOf(value) ?? value);
  return asked;
}

/** A file is read within so long, ms. */
const READ_WITHIN_MS = 10 * MINUTE;

/** Looks at a logger's file, or takes it in. What stands already is passed over, so the same file twice does nothing. */
export const POST = api(async ({ request, url, locals: { address } }, house) => {
  const raw = /^(text\/csv|text\/plain|application\/octet-stream)\b/.test(
    request.headers.get('content-type') ?? ''
  );
  const asked = importSchema.safeParse(raw ? askedIn(url.searchParams) : await readJson(request));
  if (!asked.success) return invalid(asked.error);
  const { place, look, unit, order, roles, name, sure } = asked.data;
  const file = raw
    ? await readBytes(request, READINGS_LIMIT)
    : asked.data.bytes === undefined
      ? (asked.data.text ?? '')
      : Buffer.from(asked.data.bytes, 'base64');
  const { timeZone: own } = await house.settings.read();
  const timeZone = asked.data.timeZone ?? own;
  if (!isTimeZone(timeZone))
    return problem({
      status: 422,
      title: 'No such time zone',
      errors: [{ path: '/timeZone', message: 'a zone such as Europe/Oslo' }]
    });
  const where = await placeNamed(house, place);
  const found = await aside(
    'readLogger',
    { file, said: { timeZone, unit, order, roles }, now: Date.now(), keep: !look },
    { ms: READ_WITHIN_MS, caller: address, signal: request.signal }
  );
  if (!found.ok)
    return problem({ status: 422, title: 'Not a logger’s file', detail: TABLE_FAULTS[found.fault] });
  const { shape, read, kept } = found;
  const good = read.readings.at.length;
  const told = {
    columns: shape.columns.map((c, i) => ({
      ...c,
      sample: found.sample[i]?.slice(0, 40) ?? '',
      picture: [...(found.pictures[i] ?? [])]
    })),
    rolesAsked: shape.rolesAsked,
    unit: shape.unit,
    unitAsked: shape.unitAsked,
    order: shape.order,
    orderAsked: shape.orderAsked,
    delimiter: found.delimiter,
    decimalComma: shape.comma,
    zoned: shape.zoned,
    rows: found.rows,
    good,
    left: read.left,
    leftRows: read.leftRows.map(({ line, why, cells }) => ({
      line,
      why,
      text: cells.join(found.delimiter).slice(0, 120)
    })),
    outOfOrder: read.outOfOrder,
    clockChange: read.clockChange,
    gaps: read.gaps,
    gapCount: read.gapCount,
    from: read.readings.at[0] ?? null,
    to: read.readings.at[good - 1] ?? null,
    shown: rowsOf(read.readings, 0, SHOWN)
  };
  if (look) return json(told);
  const onlyCore = where.startsWith('animal:');
  // A file of one temperature, read into an animal, is its core.
  const { readings } = read;
  const columns: Columns = onlyCore
    ? {
        ...readings,
        core: readings.core.map((core, i) => (Number.isNaN(core) ? (readings.air[i] ?? NaN) : core)),
        air: readings.air.map(() => NaN)
      }
    : readings;
  const animal = animalIn(where);
  const far = animal && !sure ? await farFromModel(house, animal, columns) : undefined;
  if (far)
    return problem({
      status: 409,
      title: 'Far from what is reckoned',
      detail: `Half of it and more is far from its record: about ${far.read.toFixed(0)} °C in the middle where ${far.model.toFixed(0)} °C is reckoned. Is it this animal’s probe, deep in the ham, and are unit and columns right?`,
      question: 'farFromModel'
    });
  const taken = await house.readings.addMany(
    where,
    'file',
    good,
    (from, to) => rowsOf(columns, from, to),
    request.signal
  );
  if (kept)
    await house.loggerFiles.keepPacked({
      ...kept,
      place: where,
      name: name || 'a file',
      at: Date.now(),
      readings: good
    });
  return json({ ...told, taken }, 201);
});
