import { judge, savedPlanSchema } from '$core/plan';
import { animalOf, api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { onTheTable, withBooks } from '$lib/server/planning';

export const GET = api(async (_event, { cutPlans }) => json({ plans: await cutPlans.newest() }));

/** Keeps a plan, once it is read again against what the book has by now. */
export const POST = api(async ({ request }, house) => {
  const body = savedPlanSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const plan = body.data;
  const cards = [];
  for (const id of plan.animals) cards.push(await animalOf(house, id));
  const { muscles } = await onTheTable(house, await withBooks(house, cards));
  const faults = judge(muscles, plan.wishes, plan.plan);
  const known = new Set(muscles.map((m) => m.id));
  if (faults.length > 0 || plan.plan.of.some((o) => !known.has(o.muscle)))
    return problem({
      status: 409,
      title: 'This is no plan of what lies here now',
      detail: 'The animal was cut meanwhile, or the plan does not add up: plan it again.'
    });
  await house.cutPlans.keep({ ...plan, animals: cards.map((card) => card.id) });
  return json(plan, 201);
});
