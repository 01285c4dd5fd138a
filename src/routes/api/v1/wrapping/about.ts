import { settingsSchema } from '$core/settings';
import { post, type About } from '$lib/server/http/openapi';

export const wrappingSchema = settingsSchema.shape.wrapping;

export const about: About = {
  paths: {
    '/wrapping': {
      put: post('How meat is bagged, the rolls on the shelf, where packs go', 'Wrapping', 'Wrapping', 200)
    }
  },
  schemas: { Wrapping: wrappingSchema }
};
