import { expect, it } from 'vitest';
import { csvOf } from './csv';

it('what a spreadsheet would reckon is quoted, by whatever sign it begins; figures stay figures', () => {
  expect(csvOf([['=1+1', '＝1+1', '＋1', '－1', '＠x', '@x', '-12', -12, 3.5, 'a, b', 'plain']])).toBe(
    `"'=1+1","'＝1+1","'＋1","'－1","'＠x","'@x","'-12",-12,3.5,"a, b",plain\n`
  );
});
