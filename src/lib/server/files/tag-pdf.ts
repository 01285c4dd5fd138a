import { INK, LINE, SOFT, printed, type Node } from './pdf';

export interface TagFacts {
  larder: string;
  code: string;
  /** As written on the tag that was fixed in the field. */
  number?: string;
  who: string;
  rows: [string, string][];
  /** Why it is held; said large. */
  held: string[];
  url: string;
}

/** The animal's tag to print: two to a sheet of A6, to be cut and tied on; its QR leads to the animal. */
export function tagPdf(tag: TagFacts): Promise<Uint8Array> {
  const rule: Node = {
    canvas: [{ type: 'line', x1: 0, y1: 0, x2: 357, y2: 0, lineWidth: 0.7, lineColor: LINE }],
    margin: [0, 6, 0, 6]
  };
  return printed({
    pageSize: 'A6',
    pageOrientation: 'landscape',
    pageMargins: [48, 18, 14, 14],
    defaultStyle: { font: 'Larder', fontSize: 10, color: INK },
    info: { title: `Tag ${tag.code}`, author: tag.larder },
    background: () => [
      { canvas: [{ type: 'ellipse', x: 26, y: 149, r1: 8, r2: 8, lineWidth: 1.2, lineColor: INK }] }
    ],
    content: [
      {
        columns: [
          {
            stack: [
              { text: tag.larder, color: SOFT },
              { text: tag.code, bold: true, fontSize: 40, lineHeight: 0.95 },
              { text: tag.who, bold: true, fontSize: 15 },
              ...(tag.number ? [{ text: `Tag ${tag.number}`, fontSize: 13 }] : [])
            ]
          },
          { width: 104, qr: tag.url, fit: 100, foreground: INK, alignment: 'right' }
        ]
      },
      rule,
      ...(tag.held.length > 0
        ? [
            {
              table: {
                widths: ['*'],
                body: [
                  [{ text: `HELD: ${tag.held.join('; ')}`, bold: true, fontSize: 13, alignment: 'center' }]
                ]
              },
              layout: {
                hLineWidth: () => 1.6,
                vLineWidth: () => 1.6,
                hLineColor: () => INK,
                vLineColor: () => INK
              },
              margin: [0, 0, 0, 6]
            }
          ]
        : []),
      {
        columns: [0, 1].map((side) => ({
          stack: tag.rows
            .filter((_, i) => i % 2 === side)
            .map(([name, value]) => ({
              text: [{ text: `${name}  `, color: SOFT }, value],
              margin: [0, 0, 0, 2.5]
            }))
        }))
      }
    ]
  });
}
