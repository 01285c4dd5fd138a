import { z } from 'zod';
import { savedPlanSchema } from '$core/plan';
import { PLAN_USES, SIDES, TUB_KEYS } from '$core/reference';
import { content, get, path, post, problems, ref, word, type About } from '$lib/server/http/openapi';

export const plansSchema = z.strictObject({ plans: z.array(savedPlanSchema) });
export const musclesSchema = z.strictObject({
  animals: z.array(
    z.strictObject({
      id: z.string(),
      code: z.string(),
      name: z.string(),
      seq: z.number().int(),
      held: z.boolean()
    })
  ),
  muscles: z.array(
    z.strictObject({
      id: z.string().describe('animal, cut and side'),
      animal: z.string(),
      cut: z.string(),
      side: z.enum(SIDES).optional(),
      name: z.string(),
      grams: z.number().describe('boneless and trimmed, g'),
      relativeSd: z.number().describe('standard deviation ÷ mean'),
      tender: z.number().describe('tenderness ÷ an adult’s'),
      among: z.array(z.enum(PLAN_USES)).optional().describe('uses its tub leaves open'),
      booked: z.enum(PLAN_USES).optional().describe('the use its tub stands for'),
      never: z.array(z.enum(PLAN_USES)).optional().describe('uses never made of it'),
      item: z.string().optional().describe('the piece or tub'),
      tub: z.enum(TUB_KEYS).optional(),
      bone: z.number().optional().describe('bone ÷ weight')
    })
  )
});

export const about: About = {
  paths: {
    '/cut-plans': {
      ...get('The newest plans of what becomes of which muscle', 'CutPlans'),
      post: post(
        'Keep a plan: it is in force for its animals until a newer one is. It is read again against the book',
        'CutPlan',
        'CutPlan',
        201
      )
    },
    '/cut-plans/muscles': {
      get: {
        summary:
          'What may be planned of some animals: muscles in tubs, and what is expected of what is still on',
        parameters: [word('animals', 'Ids or codes, with commas', true)],
        responses: {
          200: { description: 'The muscles', content: content('application/json', ref('Muscles')) },
          ...problems(404, 422)
        }
      }
    },
    '/cut-plans/{id}/promise.pdf': {
      get: {
        summary: 'What a plan promises the one who gets the meat, on a page',
        responses: {
          200: {
            description: 'The promise',
            content: content('application/pdf', { type: 'string', format: 'binary' })
          },
          ...problems(404)
        }
      },
      parameters: [path('id', 'The plan’s id')]
    },
    '/cut-plans/{id}': {
      get: {
        summary: 'A plan',
        responses: {
          200: { description: 'The plan', content: content('application/json', ref('CutPlan')) },
          ...problems(404)
        }
      },
      delete: {
        summary: 'Take a plan away: the one before is in force again',
        responses: {
          200: { description: 'The plans', content: content('application/json', ref('CutPlans')) }
        }
      },
      parameters: [path('id', 'The plan’s id')]
    }
  },
  schemas: { CutPlan: savedPlanSchema, CutPlans: plansSchema, Muscles: musclesSchema }
};
