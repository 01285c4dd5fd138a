import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { MOST_ORDERS, ordersOf } from '$lib/server/orders';
import { bodySchema } from './about';

export const GET = api(async (_event, house) => json({ orders: await ordersOf(house) }));

/** One more is asked for; two who write at once keep both. */
export const POST = api(async ({ request }, house) => {
  const body = bodySchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const { id } = body.data;
  const { orders } = await house.settings.write((now) => {
    const others = now.orders.filter((o) => o.id !== id);
    return others.length < MOST_ORDERS ? { orders: [...others, body.data] } : {};
  });
  return orders.some((o) => o.id === id)
    ? json({ orders: await ordersOf(house) })
    : problem({
        status: 422,
        title: 'The list is full',
        detail: `${MOST_ORDERS} orders are written down: take off what is packed`
      });
});
