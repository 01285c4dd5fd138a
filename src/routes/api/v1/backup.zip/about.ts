import { get, type About } from '$lib/server/http/openapi';

export const about: About = {
  paths: { '/backup.zip': get('Everything the larder keeps, as it stands now', 'application/zip') },
  schemas: {}
};
