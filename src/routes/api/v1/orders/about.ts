import { z } from 'zod';
import { orderSchema } from '$core/settings';
import { content, get, path, post, ref, type About } from '$lib/server/http/openapi';

export const bodySchema = orderSchema.strict();
export const ordersSchema = z.strictObject({
  orders: z.array(
    orderSchema.extend({ packed: z.number().int().describe('packs for it that lie here or went out') })
  )
});

export const about: About = {
  paths: {
    '/orders': {
      ...get('Packs that somebody has asked for, and how many are packed', 'Orders'),
      post: post('Write down what is asked for; the same id again is the same order', 'Order', 'Orders', 200)
    },
    '/orders/{id}': {
      delete: {
        summary: 'Take an order off the list; what was packed for it stays',
        responses: { 200: { description: 'Taken off', content: content('application/json', ref('Orders')) } }
      },
      parameters: [path('id', 'The order’s id')]
    }
  },
  schemas: { Orders: ordersSchema, Order: bodySchema }
};
