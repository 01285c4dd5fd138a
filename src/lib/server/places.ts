import { FIELD } from '$core/hang';
import { animalOf } from './http/api';
import { ProblemError } from './http/problem';
import type { House } from './larder';
import { animalPlace, roomPlace } from './repo/readings';

/** A place as the API names it: a room by key (`room:cold`, `room:field`), or an animal by id or code (`animal:26-031`). */
export async function placeNamed(house: House, text: string): Promise<string> {
  const [kind, key = ''] = text.split(/:(.*)/s);
  if (kind === 'animal') return animalPlace((await animalOf(house, key)).id);
  const { rooms } = await house.settings.read();
  if (kind === 'room' && (key === FIELD || rooms.some((r) => r.key === key))) return roomPlace(key);
  throw new ProblemError({ status: 404, title: 'No such place', detail: 'a room’s key, or an animal' });
}
