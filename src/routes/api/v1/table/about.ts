import { z } from 'zod';
import { settingsSchema } from '$core/settings';
import { get, post, type About } from '$lib/server/http/openapi';

const { people, portion, mealsAWeek, week } = settingsSchema.shape;
export const tableSchema = z.strictObject({
  people,
  portion: portion.describe('raw boneless grams for each and meal'),
  mealsAWeek,
  week: week.describe('people at the table from Monday to Sunday; null where it is the same every day')
});
export const bodySchema = tableSchema.partial();

export const about: About = {
  paths: {
    '/table': {
      ...get('Who eats, how much, and on which days', 'Table'),
      put: post('Say who eats; what is left out stays', 'TableBody', 'Table', 200)
    }
  },
  schemas: { Table: tableSchema, TableBody: bodySchema }
};
