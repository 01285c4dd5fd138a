import { wishSchema } from '$core/plan';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { MOST_KEPT_WISHES } from '$lib/server/repo/cut-plans';
import { kept } from './about';
import { wishesOf } from './wishes';

export const GET = api(async (_event, house) => json(await wishesOf(house)));

export const POST = api(async ({ request }, house) => {
  const body = wishSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  return (await house.cutPlans.keepWish(body.data))
    ? json(kept(body.data))
    : problem({
        status: 422,
        title: 'The list is full',
        detail: `${MOST_KEPT_WISHES} wishes are kept: take out what is over`
      });
});
