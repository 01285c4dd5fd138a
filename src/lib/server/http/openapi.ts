import { z } from 'zod';

export const schemaOf = (schema: z.ZodType): unknown => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Record<
    string,
    unknown
  >;
  return rest;
};

const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string().optional(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  refusal: z.looseObject({ code: z.string() }).optional(),
  question: z.string().optional().describe('asked before it is kept: sent again with sure, it is')
});

export const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
export const content = (type: string, schema: unknown) => ({ [type]: { schema } });
export const problems = (...statuses: number[]) =>
  Object.fromEntries(
    statuses.map((s) => [
      s,
      { description: 'A problem (RFC 9457)', content: content('application/problem+json', ref('Problem')) }
    ])
  );
/** A piece of the path by its name. */
export const path = (name: string, description?: string) => ({
  name,
  in: 'path',
  required: true,
  ...(description ? { description } : {}),
  schema: { type: 'string' }
});
export const id = path('id', 'An id or a code such as 26-031');
export const query = (name: string, description: string) => ({
  name,
  in: 'query',
  description,
  schema: { type: 'integer', minimum: 0 }
});
export const word = (name: string, description: string) => ({
  name,
  in: 'query',
  description,
  schema: { type: 'string' }
});
/** A question; its answer is a schema by name, or text of another type. */
export const get = (summary: string, answer: string, parameters: unknown[] = []) => ({
  get: {
    summary,
    parameters,
    responses: {
      200: {
        description: summary,
        content: answer.includes('/')
          ? content(answer, { type: 'string' })
          : content('application/json', ref(answer))
      },
      ...problems(...(parameters.includes(id) ? [404] : []))
    }
  }
});
export const post = (
  summary: string,
  body: string,
  answer: string | undefined,
  status: number,
  ...faults: number[]
) => ({
  summary,
  requestBody: { required: true, content: content('application/json', ref(body)) },
  responses: {
    [status]: { description: summary, content: content('application/json', answer ? ref(answer) : {}) },
    ...problems(400, 413, 415, 422, ...faults, 503, 507)
  }
});

/** What stands beside a route, in its `about.ts`: its paths, and the schemas of what it takes and answers. */
export interface About {
  paths: Record<string, unknown>;
  schemas: Record<string, z.ZodType>;
}

/** The API as OpenAPI 3.1, made from the schemas that check its requests. */
export const openapi = (beside: readonly About[]) => ({
  openapi: '3.1.0',
  info: {
    title: 'Yonder Larder',
    version: '1',
    description: 'The book of grams: entries in, figures out. All masses are whole grams.'
  },
  servers: [{ url: '/api/v1' }],
  paths: {
    ...Object.assign({}, ...beside.map((about) => about.paths))
  },
  components: {
    schemas: {
      Problem: schemaOf(problemSchema),
      ...Object.fromEntries(
        beside.flatMap((about) =>
          Object.entries(about.schemas).map(([name, schema]) => [name, schemaOf(schema)])
        )
      )
    }
  }
});
