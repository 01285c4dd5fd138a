import { readPast } from '$core/past';
import { handOf } from '$lib/server/actor';
import { signed } from '$lib/server/doors/door';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { pastDoubtText, pastFaultText } from '$lib/words/past';
import { formatter } from '$lib/words/formatter';
import { refusalText } from '$lib/words/messages';
import { pastSchema } from './about';

/** Rows that are named in an answer. */
const NAMED = 20;

export const GET = api(async (_, { past }) => json({ lists: await past.all() }));

export const POST = api(async (event, { past, settings }) => {
  const body = pastSchema.safeParse(await readJson(event.request));
  if (!body.success) return invalid(body.error);
  const { rows, reading, species, sure, here, hand } = body.data;
  const chosen = await settings.read();
  const read = readPast(rows, reading, { now: Date.now(), species });
  const format = formatter(chosen);
  const errors = [
    ...read.faults.map(({ row, fault }) => ({
      path: `/rows/${row - 1}`,
      message: `row ${row}: ${pastFaultText(fault)}`
    })),
    ...(sure
      ? []
      : read.doubts.map(({ row, doubt }) => ({
          path: `/rows/${row - 1}`,
          message: `row ${row}: ${pastDoubtText(doubt, format)}`
        })))
  ];
  if (errors.length > 0)
    return problem({ status: 422, title: 'Nothing was booked', errors: errors.slice(0, NAMED) });
  if (read.animals.length === 0)
    return problem({ status: 422, title: 'Nothing was booked', detail: 'There is no animal in it.' });
  const taken = await past.take(read.animals, {
    hand: await signed(event, hand ?? handOf(event.locals, chosen)),
    here
  });
  if (taken.ok) return json({ id: taken.id, animals: read.animals.length }, 201);
  const { stop } = taken;
  return problem({
    status: 409,
    title: 'Nothing was booked',
    detail:
      stop.code === 'refused'
        ? `row ${stop.row}: ${refusalText(stop.refusal, format, () => 'It')}`
        : 'This list stands in the book already. Take that one back first, if it is to come in anew.'
  });
});
