import { z } from 'zod';
import { bookedSchema, draftSchema, postingSchema } from '$core/book';
import { ruleCardSchema } from '$core/rules';
import * as air from './air-schemas';
import * as answers from './answers';
import { expectSchema, newAnimalSchema } from './schemas';
import { ownProcedureSchema } from '$core/reference';
import { kitSchema, tubsSchema } from './schemas';
import { scaleActionSchema } from './scale-schema';

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
  refusal: z.looseObject({ code: z.string() }).optional()
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
export const id = {
  name: 'id',
  in: 'path',
  required: true,
  description: 'An id or a code such as 26-031',
  schema: { type: 'string' }
};
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
export const openapi = (beside: readonly About[] = []) => ({
  openapi: '3.1.0',
  info: {
    title: 'Yonder Larder',
    version: '1',
    description: 'The book of grams: entries in, figures out. All masses are whole grams.'
  },
  servers: [{ url: '/api/v1' }],
  paths: {
    '/healthz': get('Whether the server is up', 'Health'),
    '/animals': {
      ...get('Animals, newest first', 'Animals', [
        query('season', 'Year in which the season began'),
        query('limit', 'At most 500; 100 unless said'),
        query('offset', 'How many to pass over')
      ]),
      post: post('Weigh an animal in', 'NewAnimal', 'Animal', 201, 409)
    },
    '/animals/{id}': get('One animal', 'Animal', [id]),
    '/animals/{id}/book': get('Items with balances, entries with postings', 'AnimalBook', [id]),
    '/animals/{id}/beam': get('The animal as one strip', 'Beam', [id]),
    '/animals/{id}/yield': get('Yield, stages, verdict, parts and sides', 'Yield', [id]),
    '/animals/{id}/worth': get('Shop value and cost', 'Worth', [id]),
    '/expect': { post: post('What to expect of an animal', 'Expect', 'Expectation', 200) },
    '/entries': {
      post: {
        ...post('Book one entry, or up to 500 in order', 'Entry', 'Results', 200, 409),
        requestBody: {
          required: true,
          content: content('application/json', {
            oneOf: [ref('Entry'), { type: 'array', minItems: 1, maxItems: 500, items: ref('Entry') }]
          })
        }
      }
    },
    '/audit': get('What is wrong with the book', 'Audit'),
    '/export/book.jsonl': get('The whole book', 'application/x-ndjson'),
    '/export/postings.csv': get('A posting a row', 'text/csv'),
    '/export/animals.csv': get('An animal a row', 'text/csv'),
    '/import/book.jsonl': {
      post: {
        summary: 'Take a book into an empty larder, all or nothing',
        requestBody: { required: true, content: content('application/x-ndjson', { type: 'string' }) },
        responses: {
          201: { description: 'Taken', content: content('application/json', ref('Imported')) },
          ...problems(409, 413, 415, 422, 503, 507)
        }
      }
    },
    '/scale': {
      post: post('Tare the scale; lay a weight on the stand-in', 'ScaleAction', undefined, 200, 409)
    },
    '/photos': {
      post: {
        summary: 'Take a photograph in; its name goes into a note',
        parameters: [query('keepPlace', '1 keeps where it was taken; else it is left out')],
        requestBody: {
          required: true,
          content: content('image/*', { type: 'string', contentEncoding: 'binary' })
        },
        responses: {
          201: { description: 'Kept', content: content('application/json', ref('Photo')) },
          ...problems(413, 422, 503, 507)
        }
      }
    },
    '/photos/{file}': {
      ...get('A photograph', 'image/jpeg', [query('size', 'small, or as kept')]),
      parameters: [{ name: 'file', in: 'path', required: true, schema: { type: 'string' } }]
    },
    '/kit': {
      put: post('Tools that the larder is without', 'Kit', 'Kit', 200)
    },
    '/tubs': {
      put: post('What each empty tub weighs', 'Tubs', 'Tubs', 200)
    },
    '/procedures': get('Orders of work, the larder’s own among them', 'Procedures'),
    '/procedures/{key}': {
      put: post('Keep an own order of work', 'OwnProcedure', 'OwnProcedure', 200),
      delete: {
        summary: 'Take an own order of work out of the list',
        responses: { 200: { description: 'Taken out', content: content('application/json', {}) } }
      },
      parameters: [{ name: 'key', in: 'path', required: true, schema: { type: 'string' } }]
    },
    '/animals/{id}/hanging': get('Cooling and window of an animal, by the record', 'Hanging', [id]),
    '/animals/{id}/plan': {
      ...get('What is planned for an animal while it cools', 'Plan', [id]),
      put: post('Plan what is done to an animal while it cools', 'Plan', 'Plan', 200, 404)
    },
    '/readings': {
      ...get('A span of readings, brought down to some points', 'Readings', [
        word('place', 'room:<key>, room:field, or animal:<id or code>'),
        query('from', 'milliseconds since the epoch'),
        query('to', 'milliseconds since the epoch'),
        query('points', 'At most 2000; 400 unless said')
      ]),
      post: post('One reading by hand', 'HandReading', 'Taken', 201, 404)
    },
    '/readings/import': {
      post: post('Look at a logger’s file, or take it in', 'Import', 'ImportedReadings', 201, 404)
    },
    '/forecast': {
      ...get('What is forecast of the air outside', 'Forecast'),
      post: post(
        'Take a forecast in, typed or pasted, or ask the stand-in service',
        'ForecastText',
        'ForecastTaken',
        201
      )
    },
    '/logger.csv': get('The stand-in logger’s memory as a file', 'text/csv', [
      word('probe', 'Its name, such as P1'),
      query('from', 'milliseconds since the epoch'),
      query('to', 'milliseconds since the epoch'),
      query('every', 'Minutes between two rows; 10 unless said'),
      word('unit', 'C or F'),
      word('separator', 'a comma or a semicolon')
    ]),
    '/rooms': {
      ...get('The rooms that animals hang in', 'Rooms'),
      put: post('Say which rooms there are', 'Rooms', 'Rooms', 200)
    },
    '/rules': get('The larder’s rule cards', 'RuleCards'),
    '/rules/{key}': {
      put: post('Keep a rule card', 'RuleCard', 'RuleCard', 200),
      delete: {
        summary: 'Take a rule card out; a built-in one comes back as it was',
        responses: {
          200: { description: 'Taken out', content: content('application/json', ref('RuleCards')) }
        }
      },
      parameters: [{ name: 'key', in: 'path', required: true, schema: { type: 'string' } }]
    },
    '/bench/{id}/stream': get(
      'Lines of the scale and new entries of one animal, as server-sent events',
      'text/event-stream',
      [id]
    ),
    ...Object.assign({}, ...beside.map((about) => about.paths))
  },
  components: {
    schemas: {
      NewAnimal: schemaOf(newAnimalSchema),
      Expect: schemaOf(expectSchema),
      Entry: schemaOf(draftSchema),
      BookedEntry: schemaOf(bookedSchema),
      Posting: schemaOf(postingSchema),
      Results: schemaOf(answers.resultsSchema),
      Health: schemaOf(answers.healthSchema),
      Animal: schemaOf(answers.animalSchema),
      Animals: schemaOf(answers.animalsSchema),
      AnimalBook: schemaOf(answers.animalBookSchema),
      Beam: schemaOf(answers.beamSchema),
      Yield: schemaOf(answers.yieldSchema),
      Worth: schemaOf(answers.worthSchema),
      Expectation: schemaOf(answers.expectationSchema),
      Audit: schemaOf(answers.auditSchema),
      Imported: schemaOf(answers.importedSchema),
      Photo: schemaOf(answers.photoSchema),
      Kit: schemaOf(kitSchema),
      Tubs: schemaOf(tubsSchema),
      OwnProcedure: schemaOf(ownProcedureSchema),
      Procedures: schemaOf(answers.proceduresSchema),
      Hanging: schemaOf(air.hangingSchema),
      Plan: schemaOf(air.planSchema),
      Readings: schemaOf(air.readingsSchema),
      HandReading: schemaOf(air.handReadingSchema),
      Taken: schemaOf(air.takenSchema),
      Import: schemaOf(air.importSchema),
      ImportedReadings: schemaOf(air.importedReadingsSchema),
      Forecast: schemaOf(air.forecastSchema),
      ForecastText: schemaOf(air.forecastTextSchema),
      ForecastTaken: schemaOf(air.forecastTakenSchema),
      Rooms: schemaOf(air.roomsSchema),
      RuleCard: schemaOf(ruleCardSchema),
      RuleCards: schemaOf(air.cardsSchema),
      ScaleAction: schemaOf(scaleActionSchema),
      Problem: schemaOf(problemSchema),
      ...Object.fromEntries(
        beside.flatMap((about) =>
          Object.entries(about.schemas).map(([name, schema]) => [name, schemaOf(schema)])
        )
      )
    }
  }
});
