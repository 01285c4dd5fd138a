import { z } from 'zod';
import { ruleCardSchema } from '$core/rules';
import { content, get, post, ref, path, type About } from '$lib/server/http/openapi';

export const cardsSchema = z.strictObject({ cards: z.array(ruleCardSchema) });

export const about: About = {
  paths: {
    '/rules': get('The larder’s rule cards', 'RuleCards'),
    '/rules/{key}': {
      put: post('Keep a rule card', 'RuleCard', 'RuleCard', 200),
      delete: {
        summary: 'Take a rule card out; a built-in one comes back as it was',
        responses: {
          200: { description: 'Taken out', content: content('application/json', ref('RuleCards')) }
        }
      },
      parameters: [path('key')]
    }
  },
  schemas: { RuleCard: ruleCardSchema, RuleCards: cardsSchema }
};
