import { z } from 'zod';
import { GROUP_KEYS, ORDER_FORMAT, ownProcedureSchema } from '$core/reference';
import { content, get, post, path, type About } from '$lib/server/http/openapi';

const procedureSchema = z.looseObject({
  key: z.string(),
  name: z.string(),
  why: z.string(),
  groups: z.array(z.enum(GROUP_KEYS)),
  steps: z.array(z.looseObject({ key: z.string(), title: z.string(), doing: z.string() }))
});

export const proceduresSchema = z.strictObject({ procedures: z.array(procedureSchema) });

const orderFileSchema = z.strictObject({
  format: z.literal(ORDER_FORMAT),
  version: z.literal(1),
  procedure: procedureSchema
});

export const about: About = {
  paths: {
    '/procedures': get('Orders of work, the larder’s own among them', 'Procedures'),
    '/procedures/{key}': {
      ...get('An order of work as a file: format, version, procedure', 'OrderFile'),
      put: post('Keep an own order of work', 'OwnProcedure', 'OwnProcedure', 200),
      delete: {
        summary: 'Take an own order of work out of the list',
        responses: { 200: { description: 'Taken out', content: content('application/json', {}) } }
      },
      parameters: [path('key')]
    }
  },
  schemas: { Procedures: proceduresSchema, OwnProcedure: ownProcedureSchema, OrderFile: orderFileSchema }
};
