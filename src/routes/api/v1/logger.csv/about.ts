import { get, query, word, type About } from '$lib/server/http/openapi';

export const about: About = {
  paths: {
    '/logger.csv': get('The stand-in logger’s memory as a file', 'text/csv', [
      word('probe', 'Its name, such as P1'),
      query('from', 'milliseconds since the epoch'),
      query('to', 'milliseconds since the epoch'),
      query('every', 'Minutes between two rows; 10 unless said'),
      word('unit', 'C or F'),
      word('separator', 'a comma or a semicolon')
    ])
  },
  schemas: {}
};
