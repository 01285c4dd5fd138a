import { animalOf, api, json } from '$lib/server/http/api';
import { animalView } from '$lib/server/http/views';

export const GET = api(async ({ params }, house) => json(animalView(await animalOf(house, params.id ?? ''))));
