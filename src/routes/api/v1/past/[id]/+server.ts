import { idSchema } from '$core/book';
import { handOf } from '$lib/server/actor';
import { signed } from '$lib/server/doors/door';
import { api, json } from '$lib/server/http/api';
import { missing, problem } from '$lib/server/http/problem';

export const DELETE = api(async (event, { past, settings }) => {
  // An id is looked for as it is written: no sign in it stands for others.
  if (!idSchema.safeParse(event.params.id).success) return missing('No such list stands in the book');
  const hand = await signed(event, handOf(event.locals, await settings.read()));
  const gone = await past.takeBack(event.params.id ?? '', hand);
  if (gone.ok) return json({ animals: gone.animals });
  const { stop } = gone;
  if (stop.code === 'unknown') return missing('No such list stands in the book');
  return problem({
    status: 409,
    title: 'Nothing was taken back',
    detail:
      stop.code === 'worked-on'
        ? `Somebody has booked on ${stop.codes.slice(0, 8).join(', ')}${stop.codes.length > 8 ? ' and others' : ''} since: take that back first.`
        : 'Something else stands on it by now.'
  });
});
