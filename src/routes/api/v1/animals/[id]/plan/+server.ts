import { animalOf, api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { plannedSchema } from '$lib/server/repo/plans';

/** What is planned for an animal while it cools. */
export const GET = api(async ({ params }, house) => {
  const { id } = await animalOf(house, params.id ?? '');
  return json({ planned: await house.plans.of(id) });
});

export const PUT = api(async ({ params, request }, house) => {
  const { id } = await animalOf(house, params.id ?? '');
  const body = (await readJson(request)) as { planned?: unknown } | null;
  const planned = plannedSchema.safeParse(body?.planned);
  if (!planned.success) return invalid(planned.error);
  await house.plans.write(id, planned.data);
  return json({ planned: planned.data });
});
