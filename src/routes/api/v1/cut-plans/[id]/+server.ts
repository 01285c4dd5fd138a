import { api, json } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';

export const GET = api(async ({ params }, { cutPlans }) => {
  const plan = await cutPlans.find(params.id ?? '');
  return plan ? json(plan) : problem({ status: 404, title: 'No such plan' });
});

export const DELETE = api(async ({ params }, { cutPlans }) => {
  await cutPlans.drop(params.id ?? '');
  return json({ plans: await cutPlans.newest() });
});
