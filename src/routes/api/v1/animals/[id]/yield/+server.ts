import { animalOf, api, json } from '$lib/server/http/api';
import { accountOfCard } from '$lib/server/http/views';

export const GET = api(async ({ params }, house) => {
  const { account } = await accountOfCard(house, await animalOf(house, params.id ?? ''));
  const { yield: gave, beam, expectation: _, ...rest } = account;
  const losses = Object.fromEntries(
    beam.segments.filter((s) => s.class === 'X').map((s) => [s.key, s.grams])
  );
  return json({
    ...rest,
    ...gave,
    losses,
    unaccounted: beam.unaccounted,
    unaccountedAbs: beam.unaccountedAbs
  });
});
