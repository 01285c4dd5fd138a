import { z } from 'zod';
import {
  destinationSchema,
  factsSchema,
  intentSchema,
  partBirth,
  pieceBirth,
  placeSchema,
  postingSchema,
  readingSchema
} from '$core/book';
import { described, intentName } from './describe';

/** Why the book does not take an entry; the document lists each code with an example. */
export const refusalSchema = z.looseObject({ code: z.string() });

const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string().optional(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  refusal: refusalSchema.optional(),
  question: z.string().optional().describe('asked before it is kept: sent again with sure, it is')
});

export const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
export const content = (type: string, schema: unknown) => ({ [type]: { schema } });
/** What each status of a problem means; the document says it once. */
const PROBLEMS: Readonly<Record<number, string>> = {
  400: 'It cannot be read as what it says it is.',
  404: 'It is not here.',
  409: 'Refused by what stands here, or asked about first: `refusal` or `question` says which.',
  413: 'It is larger than is taken.',
  415: 'It is of a type that is not taken.',
  422: 'Something in it is not as it should be: `errors` says where.',
  503: 'The larder is busy or read only: nothing was booked; send it again.',
  507: 'The disk has no room: nothing was booked.'
};
export const problems = (...statuses: number[]) =>
  Object.fromEntries(statuses.map((s) => [s, { $ref: `#/components/responses/Problem${s}` }]));
/** A piece of the path by its name. */
export const path = (name: string, description?: string) => ({
  name,
  in: 'path',
  required: true,
  ...(description ? { description } : {}),
  schema: { type: 'string' }
});
export const id = path('id', 'An id or a code such as 26-031');
export const query = (name: string, description: string, required = false) => ({
  name,
  in: 'query',
  required,
  description,
  schema: { type: 'integer', minimum: 0 }
});
/** One that is text; of a few words alone, these. */
export const word = (name: string, description: string, required = false, words?: readonly string[]) => ({
  name,
  in: 'query',
  required,
  description,
  schema: { type: 'string', ...(words ? { enum: words } : {}) }
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

/** Pieces of what is sent and answered that have a name of their own in the document. */
const NAMED: Readonly<Record<string, z.ZodType>> = {
  Problem: problemSchema,
  Refusal: refusalSchema,
  Facts: factsSchema,
  Reading: readingSchema,
  Posting: postingSchema,
  PieceBirth: pieceBirth,
  PartBirth: partBirth,
  Place: placeSchema,
  Destination: destinationSchema,
  ...Object.fromEntries(intentSchema.options.map((kind) => [intentName(kind.shape.kind.value), kind]))
};

/** The schemas by name: each once, others pointing at it, every property described. */
function schemasOf(beside: readonly About[]): Record<string, unknown> {
  const registry = z.registry<{ id: string }>();
  const named = { ...Object.assign({}, ...beside.map((about) => about.schemas)), ...NAMED } as Record<
    string,
    z.ZodType
  >;
  const known = new Map<z.ZodType, string>();
  const same: [string, string][] = [];
  for (const [id, schema] of Object.entries(named)) {
    const other = known.get(schema);
    if (other) same.push([id, other]);
    else {
      known.set(schema, id);
      registry.add(schema, { id });
    }
  }
  const { schemas } = z.toJSONSchema(registry, {
    uri: (id) => ref(id).$ref,
    io: 'input',
    unrepresentable: 'any',
    // The largest whole number that a figure holds is no bound that anybody chose.
    override: ({ jsonSchema }) => {
      if (jsonSchema.maximum === Number.MAX_SAFE_INTEGER) delete jsonSchema.maximum;
      if (jsonSchema.minimum === Number.MIN_SAFE_INTEGER) delete jsonSchema.minimum;
    }
  });
  const plain = Object.fromEntries(
    Object.entries(schemas).map(([name, { $schema: _, $id: __, ...schema }]) => [name, schema])
  );
  return described({ ...plain, ...Object.fromEntries(same.map(([id, other]) => [id, ref(other)])) });
}

const OTHERWISE = {
  description:
    'Any other answer is a problem (RFC 9457): 401 nobody is signed in and names are asked for, 403 whoever is may not do it, 404 it is not here, 422 something in it is not as it should be, 500 the program failed and nothing was booked.',
  content: content('application/problem+json', ref('Problem'))
};

/** Every way of asking a path, with an answer for whatever else may come. */
const answered = (paths: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(paths as Record<string, Record<string, unknown>>).map(([path, ways]) => [
      path,
      Object.fromEntries(
        Object.entries(ways).map(([way, told]) =>
          way === 'parameters'
            ? [way, told]
            : [
                way,
                {
                  ...(told as object),
                  responses: {
                    ...(told as { responses?: object }).responses,
                    default: { $ref: '#/components/responses/Otherwise' }
                  }
                }
              ]
        )
      )
    ])
  );

/** The API as OpenAPI 3.1, made from the schemas that check its requests. */
export const openapi = (beside: readonly About[]) => ({
  openapi: '3.1.0',
  info: {
    title: 'Yonder Larder',
    version: '1',
    description: [
      'The book of grams: entries in, figures out.',
      'Units: masses are whole grams, temperatures °C, times milliseconds since the epoch, shares 0 … 1, money the smallest units of an ISO 4217 currency; the page’s own choice of pounds and °F changes nothing here.',
      'An entry is booked once: what a client makes has a version 7 UUID, and the same id with the same contents is answered as it was the first time; with other contents it is refused as `id-taken`.',
      'Grams come from an account and go to one, and an entry’s postings add up to nothing. What is not said stays where it was; what becomes of a rest is told at each kind of entry (schemas Intent…).',
      'Refusals are answers, listed with their codes and an example each in the schema Refusal: 409 where one entry was sent alone, status `refused` in a batch.'
    ].join('\n\n')
  },
  servers: [{ url: '/api/v1' }],
  paths: answered(Object.assign({}, ...beside.map((about) => about.paths)) as Record<string, unknown>),
  components: {
    responses: {
      Otherwise: OTHERWISE,
      ...Object.fromEntries(
        Object.entries(PROBLEMS).map(([status, description]) => [
          `Problem${status}`,
          { description, content: content('application/problem+json', ref('Problem')) }
        ])
      )
    },
    schemas: schemasOf(beside)
  }
});
