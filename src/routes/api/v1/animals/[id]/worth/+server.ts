import { animalOf, api, json } from '$lib/server/http/api';
import { worthOfCard } from '$lib/server/http/views';

export const GET = api(async ({ params }, house) =>
  json(await worthOfCard(house, await animalOf(house, params.id ?? '')))
);
