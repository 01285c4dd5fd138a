import { plateOf, speaksOf } from '$core/book';
import { isStandIn } from '$lib/server/devices/scale';
import { animalOf, api } from '$lib/server/http/api';
import { eventStream } from '$lib/server/http/sse';

/**
 * The bench's one stream: lines of the scale (each with the number of what lies on the plate, as the event's id), what was
 * taken off it by anybody, and the number of each new entry of this animal. It begins with the newest
 * number, so that what was booked between the page and the stream is noticed.
 */
export const GET = api(async ({ params, request, locals: { visitor } }, house) => {
  const { id } = await animalOf(house, params.id ?? '');
  // The larder's own scale is a stand-in: where nobody has asked for it, it says nothing.
  const speaks = await house.standIns();
  const start = (send: (event: string, data: string, id?: string) => void) => {
    const stops = [
      ...(speaks && isStandIn(house.scale)
        ? [house.scale.shaken((on) => send('table', on ? 'shaken' : 'calm'))]
        : []),
      ...(speaks ? [house.plates.lines((line, plate) => send('scale', line, plate))] : []),
      house.book.listen((entry) => {
        const plate = plateOf(entry.intent);
        if (plate) send('taken', JSON.stringify({ plate, hand: entry.hand, device: entry.device }));
        if (speaksOf(entry, id)) send('book', String(entry.seq));
      })
    ];
    void house.animals.find(id).then(
      (card) => card && send('book', String(card.lastSeq)),
      () => undefined
    );
    return () => stops.forEach((stop) => stop());
  };
  return eventStream(
    request.signal,
    start,
    visitor && (async () => (await house.people.atVisit(visitor.visit)) !== undefined)
  );
});
