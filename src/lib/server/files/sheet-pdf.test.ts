import { PROCEDURES } from '$core/reference';
import { inflateSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { sheetOf } from '$core/bench';
import { TestBook } from '$core/book/testkit';
import { DEFAULT_SETTINGS } from '$core/settings';
import { formatter } from '$lib/words/formatter';
import { sheetPdf } from './sheet-pdf';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

const ABOUT = {
  larder: 'Long Lake Larder',
  code: '26-015',
  who: 'Fallow buck, yearling',
  came: '24.70 kg on the hook',
  printed: '25 Nov, 16:42',
  url: 'http://127.0.0.1/animals/26-015/quick'
};

/** Rectangles and lines drawn, out of every compressed stream of a PDF. */
function drawn(bytes: Uint8Array): string {
  const file = Buffer.from(bytes);
  const text = file.toString('latin1');
  let all = '';
  for (const { index } of text.matchAll(/stream\r?\n/g)) {
    const start = index + (text.slice(index, index + 8) === 'stream\r\n' ? 8 : 7);
    const end = text.indexOf('endstream', start);
    try {
      all += inflateSync(file.subarray(start, end)).toString('latin1');
    } catch {
      // A font or a picture.
    }
  }
  return all;
}

describe('the printed bench sheet', () => {
  const pdfOf = async (weigh: (book: TestBook) => void) => {
    const book = new TestBook();
    weigh(book);
    const sheet = sheetOf(book.state, book.animal, book.history, { orders });
    return { sheet, bytes: await sheetPdf(sheet, ABOUT, formatter(DEFAULT_SETTINGS)) };
  };

  it('is a PDF with a blank for every weight, a QR code and its own fonts', async () => {
    const { sheet, bytes } = await pdfOf((book) => book.carcass(24_700));
    const text = Buffer.from(bytes).toString('latin1');
    expect(text.startsWith('%PDF-1.')).toBe(true);
    expect(text.match(/\/Type \/Page\b/g)).toHaveLength(2);
    expect(text).toContain('AtkinsonHyperlegibleNext');
    const blanks =
      (sheet.body?.rows.length ?? 0) + sheet.parts.reduce((sum, part) => sum + part.rows.length, 0) + 5;
    // Each blank is filled paper; the code is a few hundred dark squares.
    const rectangles = [...drawn(bytes).matchAll(/ re\s/g)].length;
    expect(rectangles).toBeGreaterThan(blanks + 200);
  });

  it('is a page of waste and nothing else when all is off', async () => {
    const { bytes } = await pdfOf(() => undefined);
    expect(
      Buffer.from(bytes)
        .toString('latin1')
        .match(/\/Type \/Page\b/g)
    ).toHaveLength(1);
  });
});
