import { decodeText, type ProbeReading } from '$core/probe';
import { PROBE_ASKS } from '$core/reference';
import { lowMedian } from '$core/statistics';
import { isTimeZone } from '$core/units';
import { TABLE_FAULTS } from '$lib/words/reading-faults';
import { readFile } from '$lib/server/air-import';
import { importSchema } from '../about';
import { READINGS_LIMIT, api, json, readBytes } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import type { House } from '$lib/server/larder';
import { placeNamed } from '$lib/server/places';
import { animalIn } from '$lib/server/repo/readings';

/** Rows that are shown before anything is kept. */
const SHOWN = 6;

/** Readings of a file that are held against the model. */
const COMPARED = 60;

/** The middle of a file's cores and of what the model has there, where most of them are far apart. °C. */
async function farFromModel(
  house: House,
  animal: string,
  rows: readonly ProbeReading[]
): Promise<{ read: number; model: number } | undefined> {
  const card = await house.animals.find(animal);
  if (!card) return undefined;
  const step = Math.max(1, Math.floor(rows.length / COMPARED));
  const looked = rows.filter((r, i) => r.core !== undefined && i % step === 0);
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

/** Looks at a logger's file, or takes it in. What stands already is passed over, so the same file twice does nothing. */
export const POST = api(async ({ request }, house) => {
  let body: unknown;
  try {
    body = JSON.parse(
      new TextDecoder('utf-8', { fatal: true }).decode(await readBytes(request, READINGS_LIMIT))
    );
  } catch (error) {
    if (!(error instanceof SyntaxError || error instanceof TypeError)) throw error;
    return problem({ status: 400, title: 'Not text that can be read', detail: 'JSON in UTF-8' });
  }
  const asked = importSchema.safeParse(body);
  if (!asked.success) return invalid(asked.error);
  const { place, look, unit, order, roles, name, sure } = asked.data;
  const bytes =
    asked.data.bytes === undefined
      ? new TextEncoder().encode(asked.data.text ?? '')
      : Buffer.from(asked.data.bytes, 'base64');
  const text = asked.data.bytes === undefined ? (asked.data.text ?? '') : decodeText(bytes);
  const { timeZone: own } = await house.settings.read();
  const timeZone = asked.data.timeZone ?? own;
  if (!isTimeZone(timeZone))
    return problem({
      status: 422,
      title: 'No such time zone',
      errors: [{ path: '/timeZone', message: 'a zone such as Europe/Oslo' }]
    });
  const where = await placeNamed(house, place);
  const file = readFile(text, { timeZone, unit, order, roles }, Date.now());
  if (!file.ok)
    return problem({ status: 422, title: 'Not a logger’s file', detail: TABLE_FAULTS[file.fault] });
  const { shape, read } = file;
  const found = {
    columns: shape.columns.map((c, i) => ({
      ...c,
      sample: file.sample[i]?.slice(0, 40) ?? '',
      picture: [...(file.pictures[i] ?? [])]
    })),
    rolesAsked: shape.rolesAsked,
    unit: shape.unit,
    unitAsked: shape.unitAsked,
    order: shape.order,
    orderAsked: shape.orderAsked,
    delimiter: file.delimiter,
    decimalComma: shape.comma,
    zoned: shape.zoned,
    rows: file.rows,
    good: read.readings.length,
    left: read.left,
    leftRows: read.leftRows.map(({ line, why, cells }) => ({
      line,
      why,
      text: cells.join(file.delimiter).slice(0, 120)
    })),
    outOfOrder: read.outOfOrder,
    clockChange: read.clockChange,
    gaps: read.gaps.slice(0, 50),
    gapCount: read.gaps.length,
    from: read.readings[0]?.at ?? null,
    to: read.readings.at(-1)?.at ?? null,
    shown: read.readings.slice(0, SHOWN)
  };
  if (look) return json(found);
  const onlyCore = where.startsWith('animal:');
  // A file of one temperature, read into an animal, is its core.
  const rows = onlyCore
    ? read.readings.map((r) => ({ ...r, core: r.core ?? r.air, air: undefined }))
    : read.readings;
  const animal = animalIn(where);
  const far = animal && !sure ? await farFromModel(house, animal, rows) : undefined;
  if (far)
    return problem({
      status: 409,
      title: 'Far from what is reckoned',
      detail: `Half of it and more is far from its record: about ${far.read.toFixed(0)} °C in the middle where ${far.model.toFixed(0)} °C is reckoned. Is it this animal’s probe, deep in the ham, and are unit and columns right?`,
      question: 'farFromModel'
    });
  const taken = await house.readings.add(where, 'file', rows);
  await house.loggerFiles.keep(bytes, {
    place: where,
    name: name || 'a file',
    at: Date.now(),
    readings: rows.length
  });
  return json({ ...found, taken }, 201);
});
