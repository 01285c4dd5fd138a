import { speaksOf } from '$core/book';
import { animalOf, api } from '$lib/server/http/api';
import { heard } from '$lib/server/heard';
import { scaleStream } from '$lib/server/http/scale-stream';

/**
 * The bench's one stream: the scale, and each new entry of this animal. It begins with the newest number, so that what was
 * booked between the page and the stream is noticed.
 */
export const GET = api(async ({ params, request, locals: { visitor } }, house) => {
  const { id } = await animalOf(house, params.id ?? '');
  return scaleStream(
    { request, visitor },
    house,
    await house.standIns(),
    (entry) => speaksOf(entry, id),
    (send) =>
      heard(
        house.animals.find(id).then((card) => card && send('book', String(card.lastSeq))),
        'the newest number of an animal could not be read'
      )
  );
});
