import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { ordersOf } from '$lib/server/orders';
import { bodySchema } from './about';

export const GET = api(async (_event, house) => json({ orders: await ordersOf(house) }));

/** What is asked for, all of it. */
export const PUT = api(async ({ request }, house) => {
  const body = bodySchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  await house.settings.write(body.data);
  return json({ orders: await ordersOf(house) });
});
