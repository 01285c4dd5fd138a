import { z } from 'zod';
import { orderSchema, settingsSchema } from '$core/settings';
import { get, post, type About } from '$lib/server/http/openapi';

export const bodySchema = z.strictObject({ orders: settingsSchema.shape.orders });
export const ordersSchema = z.strictObject({
  orders: z.array(
    orderSchema.extend({ packed: z.number().int().describe('packs for it that lie here or went out') })
  )
});

export const about: About = {
  paths: {
    '/orders': {
      ...get('Packs that somebody has asked for, and how many are packed', 'Orders'),
      put: post('Say what is asked for', 'OrdersBody', 'Orders', 200)
    }
  },
  schemas: { Orders: ordersSchema, OrdersBody: bodySchema }
};
