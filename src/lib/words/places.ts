import { COOLBOX, FIELD } from '$core/hang';

/** Where something lies or hangs, in the middle of a sentence. */
export const placeWords = (key: string, rooms: readonly { key: string; name: string }[]): string =>
  key === FIELD
    ? 'the field'
    : (rooms.find((r) => r.key === key)?.name.toLowerCase() ?? (key === COOLBOX ? 'a cool box on ice' : key));

/** Of whose air nothing is known, and whose air stands in. */
export function unreadWords(
  { places, from }: { places: readonly string[]; from: string },
  rooms: readonly { key: string; name: string }[]
): string {
  const where = (key: string): string =>
    key === FIELD ? 'out of doors' : `in “${rooms.find((r) => r.key === key)?.name ?? key}”`;
  return `Nobody has said how warm it is ${places.map(where).join(', ')}. Calculated with the air ${where(from)}: it may be wrong.`;
}
