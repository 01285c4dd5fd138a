import { isTooMuch, slicedSchema } from '$core/slice';
import { animalOf, api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { slicesOf } from './slices';

export const GET = api(async ({ url }, house) => {
  const animal = url.searchParams.get('animal');
  return json(await slicesOf(house, animal ? (await animalOf(house, animal)).id : undefined));
});

export const POST = api(async ({ request }, house) => {
  const body = slicedSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const card = await animalOf(house, body.data.animal);
  if (isTooMuch(body.data))
    return problem({
      status: 422,
      title: 'Something is not as it should be',
      errors: [{ path: '/weighed', message: 'more than the piece weighed: is something else on the scale?' }]
    });
  const one = { ...body.data, animal: card.id };
  await house.slicings.keep(one);
  return json(one, 201);
});
