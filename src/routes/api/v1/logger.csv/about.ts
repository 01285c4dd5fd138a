import { get, query, word, type About } from '$lib/server/http/openapi';

export const about: About = {
  paths: {
    '/logger.csv': get('The stand-in logger’s memory as a file', 'text/csv', [
      word('probe', 'Its name, such as P1', true),
      query('from', 'milliseconds since the epoch', true),
      query('to', 'milliseconds since the epoch', true),
      query('every', 'Minutes between two rows; 10 unless said'),
      word('unit', 'Of its degrees; C unless said', false, ['C', 'F']),
      word('separator', 'A comma unless said', false, [',', ';'])
    ])
  },
  schemas: {}
};
