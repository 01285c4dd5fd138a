import { INK, LINE, SOFT, printed, type Node } from './pdf';

export interface SmallTag {
  /** What it is tied to. */
  what: string;
  /** What else is known of it: a weight, a hold. */
  about: string;
  /** Where its QR leads. */
  url: string;
}

/** Tags on a sheet: two beside each other. */
const ACROSS = 2;

const tag = (larder: string, code: string, one: SmallTag): Node => ({
  table: {
    widths: ['*', 84],
    body: [
      [
        {
          stack: [
            { text: larder, color: SOFT, fontSize: 8 },
            { text: code, bold: true, fontSize: 22, lineHeight: 0.95 },
            { text: one.what, bold: true, fontSize: 13 },
            { text: one.about, fontSize: 9, color: SOFT, margin: [0, 2, 0, 0] }
          ],
          margin: [26, 4, 0, 4]
        },
        { qr: one.url, fit: 80, foreground: INK, alignment: 'right', margin: [0, 4, 4, 4] }
      ]
    ]
  },
  layout: {
    hLineColor: LINE,
    vLineColor: LINE,
    hLineWidth: 0.7,
    vLineWidth: [0.7, 0, 0.7],
    paddingTop: 4,
    paddingBottom: 4
  }
});

/**
 * Small tags for quarters, hide, head and tubs, to be cut out and tied on; the QR of each opens the thing. A4.
 * @returns the bytes of a PDF
 */
export function tagsPdf(larder: string, code: string, tags: readonly SmallTag[]): Promise<Uint8Array> {
  const rows = tags.flatMap((_, i) => (i % ACROSS === 0 ? [tags.slice(i, i + ACROSS)] : []));
  return printed({
    pageSize: 'A4',
    pageMargins: [28, 28, 28, 28],
    defaultStyle: { font: 'Larder', fontSize: 10, color: INK },
    info: { title: `Tags ${code}`, author: larder },
    content: rows.map((row) => ({
      unbreakable: true,
      columns: Array.from({ length: ACROSS }, (_, i) => (row[i] ? tag(larder, code, row[i]) : { text: '' })),
      columnGap: 10,
      margin: [0, 0, 0, 10]
    }))
  });
}
