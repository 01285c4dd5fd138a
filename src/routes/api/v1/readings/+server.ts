import { z } from 'zod';
import { momentSchema } from '$core/book';
import { readingFault } from '$core/probe';
import { PROBE_ASKS } from '$core/reference';
import { animalIn } from '$lib/server/repo/readings';
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
  const { place, rh, sure, ...rest } = read.data;
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
  const named = await placeNamed(house, place);
  const animal = animalIn(named);
  if (reading.core !== undefined && animal && !sure) {
    const card = await house.animals.find(animal);
    const model = card && (await house.hanging.coreAt(card, reading.at));
    if (model !== undefined && Math.abs(model - reading.core) > PROBE_ASKS)
      return problem({
        status: 409,
        title: 'Far from what is reckoned',
        detail: `By its record it should be about ${model.toFixed(0)} °C there. Is the probe deep in the ham beside the bone, and the figure right?`,
        question: 'farFromModel'
      });
  }
  const taken = await house.readings.add(named, 'hand', [reading]);
  return json({ ...taken, at: reading.at }, taken.added > 0 ? 201 : 200);
});
