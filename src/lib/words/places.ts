import { COOLBOX, FIELD } from '$core/hang';

/** Where something lies or hangs, in the middle of a sentence. */
export const placeWords = (key: string, rooms: readonly { key: string; name: string }[]): string =>
  key === FIELD
    ? 'the field'
    : (rooms.find((r) => r.key === key)?.name.toLowerCase() ?? (key === COOLBOX ? 'a cool box on ice' : key));
