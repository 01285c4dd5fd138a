import { describe, expect, it } from 'vitest';
import { tagsPdf, type SmallTag } from './tags-pdf';

const tags = (n: number): SmallTag[] =>
  Array.from({ length: n }, (_, i) => ({
    what: `Hind leg, ${i}`,
    about: 'Fallow doe, adult',
    url: `http://127.0.0.1/bench/26-001?open=hindLeg-${i}`
  }));
const pages = (bytes: Uint8Array) =>
  Buffer.from(bytes)
    .toString('latin1')
    .match(/\/Type \/Page\b/g)?.length ?? 0;

describe('the sheet of small tags', () => {
  it('holds two beside each other, as many rows as a page bears, and goes on overleaf', async () => {
    const few = await tagsPdf('Long Lake Larder', '26-001', tags(10));
    expect(Buffer.from(few).toString('latin1').startsWith('%PDF-1.')).toBe(true);
    expect(pages(few)).toBe(1);
    const many = await tagsPdf('Long Lake Larder', '26-001', tags(40));
    expect(pages(many)).toBeGreaterThan(1);
    expect(pages(many)).toBeLessThan(5);
  });

  it('an odd one stands alone in its row', async () => {
    const [three, four] = await Promise.all([3, 4].map((n) => tagsPdf('L', '26-001', tags(n))));
    expect(pages(three!)).toBe(1);
    // The code of a fourth is a few hundred squares more.
    expect(four!.length).toBeGreaterThan(three!.length);
  });
});
