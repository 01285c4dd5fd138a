import { z } from 'zod';
import { grams } from '$lib/server/http/parts';
import { get, type About } from '$lib/server/http/openapi';

export const auditSchema = z.strictObject({
  entries: z.number().int(),
  animals: z.number().int(),
  unaccountedAbs: grams,
  findings: z.array(
    z.strictObject({
      code: z.string(),
      entry: z.string().optional(),
      item: z.string().optional(),
      text: z.string()
    })
  )
});

export const about: About = {
  paths: {
    '/audit': get('What is wrong with the book', 'Audit')
  },
  schemas: { Audit: auditSchema }
};
