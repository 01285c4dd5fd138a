import { z } from 'zod';
import { momentSchema } from '$core/book';
import { readingFault } from '$core/probe';
import { handReadingSchema } from './about';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { placeNamed } from '$lib/server/places';
import { READING_FAULTS } from '$lib/words/reading-faults';

const spanSchema = z.object({
  place: z.string().max(80),
  from: z.coerce.number().pipe(momentSchema),
  to: z.coerce.number().pipe(momentSchema),
  points: z.coerce.number().int().min(2).max(2000).default(400)
});

/** A span of readings, brought down to some points. */
export const GET = api(async ({ url }, house) => {
  const asked = spanSchema.safeParse(Object.fromEntries(url.searchParams));
  if (!asked.success) return invalid(asked.error);
  const { place, from, to, points } = asked.data;
  if (to <= from) return problem({ status: 422, title: 'The end lies before the beginning' });
  return json({ points: await house.readings.series(await placeNamed(house, place), from, to, points) });
});

/** One reading by hand. */
export const POST = api(async ({ request }, house) => {
  const read = handReadingSchema.safeParse(await readJson(request));
  if (!read.success) return invalid(read.error);
  const { place, rh, ...rest } = read.data;
  const now = Date.now();
  const reading = { at: now, ...rest, ...(rh === undefined ? {} : { rh: rh / 100 }) };
  const fault = readingFault(reading, now);
  if (fault) {
    const path =
      fault === 'future' || fault === 'ancient' ? '/at' : reading.core === undefined ? '/air' : '/core';
    return problem({
      status: 422,
      title: 'Not a reading to keep',
      errors: [{ path, message: READING_FAULTS[fault] }]
    });
  }
  const taken = await house.readings.add(await placeNamed(house, place), 'hand', [reading]);
  return json({ ...taken, at: reading.at }, taken.added > 0 ? 201 : 200);
});
