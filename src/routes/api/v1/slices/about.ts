import { z } from 'zod';
import { slicedSchema } from '$core/slice';
import { path, post, problems, content, ref, word, type About } from '$lib/server/http/openapi';

export const slicesSchema = z.strictObject({
  slices: z.array(
    z.strictObject({
      slicing: slicedSchema,
      spread: z.number().describe('standard deviation ÷ mean of the weights')
    })
  )
});

const list = { description: 'The slicings', content: content('application/json', ref('Slices')) };
export const about: About = {
  paths: {
    '/slices': {
      get: {
        summary: 'Pieces that were sliced, and how even they came out; the newest first',
        parameters: [word('animal', 'Id or code: only those of this animal', false)],
        responses: { 200: list, ...problems(404) }
      },
      post: post('Keep what the slices of a piece weighed. It moves no gram', 'Slicing', 'Slicing', 201)
    },
    '/slices/template.pdf': {
      get: {
        summary: 'The slices of a piece in its own size, with a ruler, to lay beside it',
        parameters: [word('asked', 'What a slicing keeps as `asked`, as JSON', true)],
        responses: {
          200: {
            description: 'A4, to be printed at 100 %',
            content: content('application/pdf', { type: 'string', format: 'binary' })
          },
          ...problems(422)
        }
      }
    },
    '/slices/{id}': {
      delete: { summary: 'Take a slicing away', responses: { 200: list } },
      parameters: [path('id', 'The slicing’s id')]
    }
  },
  schemas: { Slicing: slicedSchema, Slices: slicesSchema }
};
