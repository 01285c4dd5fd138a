import { z } from 'zod';
import { settingsSchema } from '$core/settings';

import { post, type About } from '$lib/server/http/openapi';

/** What each empty tub weighs, in grams. */
export const tubsSchema = z.strictObject({ tares: settingsSchema.shape.tubTares });

export const about: About = {
  paths: {
    '/tubs': {
      put: post('What each empty tub weighs', 'Tubs', 'Tubs', 200)
    }
  },
  schemas: { Tubs: tubsSchema }
};
