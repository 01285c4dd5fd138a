import { z } from 'zod';
import { grams } from '$lib/server/http/parts';
import { get, word, type About } from '$lib/server/http/openapi';

export const auditSchema = z.strictObject({
  entries: z.number().int(),
  animals: z.number().int(),
  unaccountedAbs: grams,
  hash: z.string().describe('of the newest entry; the same as long as it is the same book'),
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
    '/audit': get('What is wrong with the book', 'Audit', [
      word('as', 'lines: progress and findings as lines of JSON, as they come; the last is the sum'),
      word('code', 'of a seal that was written down: whether it is of this larder')
    ])
  },
  schemas: { Audit: auditSchema }
};
