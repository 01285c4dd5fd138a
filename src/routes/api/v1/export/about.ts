import { get, type About } from '$lib/server/http/openapi';

export const about: About = {
  paths: {
    '/export/book.jsonl': get('The whole book', 'application/x-ndjson'),
    '/export/postings.csv': get('A posting a row', 'text/csv'),
    '/export/animals.csv': get('An animal a row', 'text/csv')
  },
  schemas: {}
};
