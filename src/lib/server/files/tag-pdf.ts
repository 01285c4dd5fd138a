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
  /** `°C` or `°F`: what a core is written in by hand. */
  degreeUnit: string;
}

/** What somebody writes on it with a pencil, on its way to the hook. */
const byHandNames = ({ degreeUnit }: TagFacts) => ['when', 'weighed', `core ${degreeUnit}`, 'place', 'by'];

/** Points that a card has for what is known and what is written: its height less margins and head. */
const ROOM = 158;
/** Signs that go on one line of half a card. */
const ACROSS = 30;

/** Lines that what is known takes, in two columns. */
const linesOf = (rows: TagFacts['rows']): number =>
  Math.max(
    ...[0, 1].map((side) =>
      rows
        .filter((_, i) => i % 2 === side)
        .reduce((sum, [name, value]) => sum + Math.ceil((name.length + value.length + 2) / ACROSS), 0)
    )
  );
/** More lines than these are printed small. */
const MOST_LINES = 6;

/** As many lines as there is room for under what is known; none where there is no room. */
function linesByHand({ rows, held, number }: TagFacts): number {
  const left = ROOM - linesOf(rows) * 16 - (held.length > 0 ? 32 : 0) - (number ? 16 : 0);
  return Math.max(0, Math.floor((left - 26) / 24));
}

const byHand = (names: readonly string[], lines: number): Node => ({
  table: {
    widths: [62, 62, 44, '*', 62],
    heights: [10, ...Array.from({ length: 40 }, () => 20)],
    body: [
      names.map((text) => ({ text, fontSize: 7.5, color: SOFT })),
      ...Array.from({ length: lines }, () => names.map(() => ({ text: ' ' })))
    ]
  },
  layout: {
    hLineWidth: [0, 0.6],
    vLineWidth: [0, ...names.slice(1).map(() => 0.6), 0],
    hLineColor: LINE,
    vLineColor: LINE,
    paddingTop: 1,
    paddingBottom: 1
  },
  margin: [0, 8, 0, 0]
});

/** The animal's tag to print: two to a sheet of A6, to be cut and tied on; its QR leads to the animal. */
export function tagPdf(tag: TagFacts): Promise<Uint8Array> {
  const lines = linesByHand(tag);
  const small = linesOf(tag.rows) > MOST_LINES ? { fontSize: 7.5 } : {};
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
    background: [
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
                hLineWidth: 1.6,
                vLineWidth: 1.6,
                hLineColor: INK,
                vLineColor: INK
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
              ...small,
              margin: [0, 0, 0, 2.5]
            }))
        }))
      },
      ...(lines > 0 ? [byHand(byHandNames(tag), lines)] : [])
    ]
  });
}
