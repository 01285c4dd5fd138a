import { beamOf } from '$core/book';
import { animalOf, api, json } from '$lib/server/http/api';
import { bookOf } from '$lib/server/http/views';

export const GET = api(async ({ params }, house) => {
  const card = await animalOf(house, params.id ?? '');
  return json(beamOf((await bookOf(house, card.id)).state, card.id));
});
