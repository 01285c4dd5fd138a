import { get, id, type About } from '$lib/server/http/openapi';

export const about: About = {
  paths: {
    '/bench/{id}/stream': get(
      'Lines of the scale and new entries of one animal, as server-sent events',
      'text/event-stream',
      [id]
    )
  },
  schemas: {}
};
