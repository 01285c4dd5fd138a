import { animalOf, api } from '$lib/server/http/api';
import { eventStream } from '$lib/server/http/sse';

/**
 * The bench's one stream: lines of the scale, and the number of each new entry of this animal. It begins with the newest
 * number, so that what was booked between the page and the stream is noticed.
 */
export const GET = api(async ({ params, request }, house) => {
  const { id } = await animalOf(house, params.id ?? '');
  return eventStream(request.signal, (send) => {
    const stops = [
      house.scale.lines((line) => send('scale', line)),
      house.book.listen((entry) => {
        if (entry.intent.animal === id) send('book', String(entry.seq));
      })
    ];
    void house.animals.find(id).then(
      (card) => card && send('book', String(card.lastSeq)),
      () => undefined
    );
    return () => stops.forEach((stop) => stop());
  });
});
