import { describe, expect, it } from 'vitest';
import { tagPdf } from './tag-pdf';

const pages = async (rows: number, held: string[], number?: string) =>
  Buffer.from(
    await tagPdf({
      larder: 'Long Lake Larder',
      code: '26-001',
      who: 'White-tailed doe, adult',
      rows: Array.from({ length: rows }, (_, i) => [`what ${i}`, 'Kestrel Ridge, north side of the lake']),
      held,
      degreeUnit: '°C',
      url: 'http://127.0.0.1/animals/26-001',
      ...(number ? { number } : {})
    })
  )
    .toString('latin1')
    .match(/\/Type \/Page\b/g)?.length;

describe('the tag', () => {
  it('stands on one card, whatever is known of the animal', async () => {
    for (const rows of [0, 3, 7, 10])
      for (const held of [[], ['test pending', 'gate']])
        for (const number of [undefined, 'W 0093'])
          expect([rows, held.length, number, await pages(rows, held, number)]).toEqual([
            rows,
            held.length,
            number,
            1
          ]);
  });
});
