import { plateOf } from '$core/book';
import { isStandIn } from '$lib/server/devices/scale';
import { api } from '$lib/server/http/api';
import { eventStream } from '$lib/server/http/sse';

/**
 * The scale for a station that speaks of no one animal: its lines, what was taken off it by anybody, and the number of each
 * new entry of the book.
 */
export const GET = api(async ({ request, locals: { visitor } }, house) => {
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
        send('book', String(entry.seq));
      })
    ];
    return () => stops.forEach((stop) => stop());
  };
  return eventStream(
    request.signal,
    start,
    visitor && (async () => (await house.people.atVisit(visitor.visit)) !== undefined)
  );
});
