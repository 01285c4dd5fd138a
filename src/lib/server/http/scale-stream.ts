import { plateOf, type BookedEntry } from '$core/book';
import { isStandIn } from '../devices/scale';
import type { Visitor } from '../doors/people';
import type { House } from '../larder';
import { eventStream } from './sse';

/**
 * The stream of a place with a scale: its lines (each with the number of what lies on the plate, as the event's id), what
 * anybody took off it, whether the stand-in's table is shaken, and the numbers of new entries.
 * @param concerns  entries whose numbers are told
 * @param begin  what is told first
 */
export function scaleStream(
  { request, visitor }: { request: Request; visitor: Visitor | undefined },
  house: House,
  speaks: boolean,
  concerns: (entry: BookedEntry) => boolean,
  begin: (send: (event: string, data: string) => void) => void = () => undefined
): Response {
  // The larder's own scale is a stand-in: where nobody has asked for it, it says nothing.
  const start = (send: (event: string, data: string, id?: string) => void) => {
    const stops = [
      ...(speaks && isStandIn(house.scale)
        ? [house.scale.shaken((on) => send('table', on ? 'shaken' : 'calm'))]
        : []),
      ...(speaks ? [house.plates.lines((line, plate) => send('scale', line, plate))] : []),
      house.book.listen((entry) => {
        const plate = plateOf(entry.intent);
        if (plate) send('taken', JSON.stringify({ plate, hand: entry.hand, device: entry.device }));
        if (concerns(entry)) send('book', String(entry.seq));
      })
    ];
    begin(send);
    return () => stops.forEach((stop) => stop());
  };
  return eventStream(
    request.signal,
    start,
    visitor && (async () => (await house.people.atVisit(visitor.visit)) !== undefined)
  );
}
