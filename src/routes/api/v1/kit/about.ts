import { z } from 'zod';
import { settingsSchema } from '$core/settings';
import { post, type About } from '$lib/server/http/openapi';

/** Tools that the larder is without. */
export const kitSchema = z.strictObject({ missing: settingsSchema.shape.kitMissing });

export const about: About = {
  paths: {
    '/kit': {
      put: post('Tools that the larder is without', 'Kit', 'Kit', 200)
    }
  },
  schemas: { Kit: kitSchema }
};
