import { z } from 'zod';
import { share, moment, celsius } from '$lib/server/http/parts';
import { get, post, type About } from '$lib/server/http/openapi';

/** A pasted or typed forecast. */
export const forecastTextSchema = z.object({
  text: z.string().max(20_000, 'at most 20 000 characters').default(''),
  /** Of degrees that a line does not mark. */
  unit: z.enum(['C', 'F']).default('C'),
  /** The stand-in service is asked instead. */
  service: z.boolean().default(false)
});

export const forecastSchema = z.strictObject({
  hours: z.array(
    z.strictObject({
      at: moment,
      air: celsius,
      rh: share.optional(),
      wind: z.number().nonnegative().describe('m/s, at ten metres').optional(),
      forecast: z.literal(true),
      source: z.enum(['typed', 'pasted', 'csv', 'service', 'simulated'])
    })
  )
});

export const forecastTakenSchema = z.strictObject({
  hours: z.number().int(),
  unread: z.array(z.strictObject({ line: z.number().int(), text: z.string() }))
});

export const about: About = {
  paths: {
    '/forecast': {
      ...get('What is forecast of the air outside', 'Forecast'),
      post: post(
        'Take a forecast in, typed or pasted, or ask the stand-in service',
        'ForecastText',
        'ForecastTaken',
        201
      )
    }
  },
  schemas: { Forecast: forecastSchema, ForecastText: forecastTextSchema, ForecastTaken: forecastTakenSchema }
};
