import { isTimeZone } from '$core/units';
import { TABLE_FAULTS } from '$lib/words/reading-faults';
import { readFile } from '$lib/server/air-import';
import { importSchema } from '../about';
import { READINGS_LIMIT, api, json, readBytes } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { placeNamed } from '$lib/server/places';

/** Rows that are shown before anything is kept. */
const SHOWN = 6;

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
  const { text, place, look, unit, order, roles } = asked.data;
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
    columns: shape.columns.map((c, i) => ({ ...c, sample: file.sample[i]?.slice(0, 40) ?? '' })),
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
  return json({ ...found, taken: await house.readings.add(where, 'file', rows) }, 201);
});
