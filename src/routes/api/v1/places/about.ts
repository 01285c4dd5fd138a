import { z } from 'zod';
import { placeNodeSchema } from '$core/settings';
import { get, post, type About } from '$lib/server/http/openapi';

export const placesSchema = z.strictObject({
  places: z.array(
    placeNodeSchema.extend({ path: z.array(z.string()).describe('its names, from the room down') })
  )
});
export const bodySchema = z.strictObject({ places: z.array(placeNodeSchema).max(300) });

export const about: About = {
  paths: {
    '/places': {
      ...get('Freezers and shelves', 'Places'),
      put: post('Say which freezers and shelves there are', 'PlacesBody', 'Places', 200)
    }
  },
  schemas: { Places: placesSchema, PlacesBody: bodySchema }
};
