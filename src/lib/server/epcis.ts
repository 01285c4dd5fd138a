import { EPCIS_FOOT, epcisEvent, epcisHead, type Moving } from '$core/trace';
import { zoneOffset } from '$core/units';
import { textStream } from './http/api';

/** A document of events, one after another as they are read. */
export function epcisDocument(
  entries: AsyncIterable<Moving>,
  base: string,
  timeZone: string,
  filename: string
): Response {
  async function* text() {
    yield epcisHead(base, Date.now());
    let comma = '';
    for await (const entry of entries) {
      const event = epcisEvent(entry, base, zoneOffset(entry.at, timeZone));
      if (!event) continue;
      yield `${comma}\n${JSON.stringify(event)}`;
      comma = ',';
    }
    yield EPCIS_FOOT;
  }
  return textStream(text(), 'application/ld+json', filename);
}
