import { z } from 'zod';
import { get, type About } from '$lib/server/http/openapi';

export const healthSchema = z.strictObject({ status: z.literal('up'), demo: z.boolean() });

export const about: About = {
  paths: {
    '/healthz': get('Whether the server is up', 'Health')
  },
  schemas: { Health: healthSchema }
};
