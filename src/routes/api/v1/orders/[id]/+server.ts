import { api, json } from '$lib/server/http/api';
import { ordersOf } from '$lib/server/orders';

export const DELETE = api(async ({ params }, house) => {
  await house.settings.write(({ orders }) => ({ orders: orders.filter((o) => o.id !== params.id) }));
  return json({ orders: await ordersOf(house) });
});
