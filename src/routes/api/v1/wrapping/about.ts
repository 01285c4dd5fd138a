import { settingsSchema } from '$core/settings';
import { post, type About } from '$lib/server/http/openapi';

export const wrappingSchema = settingsSchema.shape.wrapping;
export const bodySchema = wrappingSchema.partial();

export const about: About = {
  paths: {
    '/wrapping': {
      put: post(
        'How meat is bagged, the rolls on the shelf, where packs go; what is left out stays',
        'WrappingBody',
        'Wrapping',
        200
      )
    }
  },
  schemas: { Wrapping: wrappingSchema, WrappingBody: bodySchema }
};
