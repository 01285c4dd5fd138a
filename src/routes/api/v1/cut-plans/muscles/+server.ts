import { MOST_ANIMALS } from '$core/plan';
import { animalOf, api, json } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';
import { onTheTable, withBooks } from '$lib/server/planning';

export const GET = api(async ({ url }, house) => {
  const asked = [...new Set((url.searchParams.get('animals') ?? '').split(',').filter(Boolean))];
  if (asked.length === 0 || asked.length > MOST_ANIMALS)
    return problem({
      status: 422,
      title: 'Something is not as it should be',
      errors: [{ path: '/animals', message: `one to ${MOST_ANIMALS} animals, with commas` }]
    });
  const cards = [];
  for (const id of asked) cards.push(await animalOf(house, id));
  return json(await onTheTable(house, await withBooks(house, cards)));
});
