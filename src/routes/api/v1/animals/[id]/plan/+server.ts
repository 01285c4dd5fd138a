import { planSchema } from '../../about';
import { animalOf, api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';

/** What is planned for an animal while it cools. */
export const GET = api(async ({ params }, house) => {
  const { id } = await animalOf(house, params.id ?? '');
  return json({ planned: await house.plans.of(id) });
});

export const PUT = api(async ({ params, request }, house) => {
  const { id } = await animalOf(house, params.id ?? '');
  const plan = planSchema.safeParse(await readJson(request));
  if (!plan.success) return invalid(plan.error);
  await house.plans.write(id, plan.data.planned);
  return json(plan.data);
});
