import type { Order } from '$core/settings';
import type { House } from './larder';

/** So many orders are written down at once. Own choice. */
export const MOST_ORDERS = 100;

/** An order with how many packs of it there are. */
export interface OrderDone extends Order {
  packed: number;
}

/** Orders as they stand, each with the packs that were made for it since it was asked for. */
export async function ordersOf(house: House): Promise<OrderDone[]> {
  const { orders } = await house.settings.read();
  return Promise.all(
    orders.map(async (order) => ({
      ...order,
      packed: await house.packs.packedFor(order)
    }))
  );
}
