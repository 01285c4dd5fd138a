import type { Sheet, SheetPart, SheetRow } from '$core/bench';
import { INK, LINE, SOFT, printed, type Node } from './pdf';
import { CAUTIONS, CAUTION_CODA, TUBS } from '$core/reference';

/** How figures are written: the larder's unit, and an interval in it. */
export interface Figures {
  unit: string;
  range(expected: { low: number; high: number }): string;
}

export interface SheetHead {
  larder: string;
  code: string;
  who: string;
  came: string;
  printed: string;
  /** Address of the animal's form, for whoever holds a phone to the paper. */
  url: string;
}

/** A blank to write a weight into. */
const blank: Node = { text: ' ', fillColor: '#f4efe4' };

function line(row: SheetRow, format: Figures): Node[] {
  const tub = row.tub ? TUBS[row.tub] : undefined;
  return [
    { text: row.title, bold: row.kind !== 'piece' },
    { text: tub ? tub.letter : row.kind === 'part' ? 'table' : '', color: SOFT, alignment: 'center' },
    { text: row.expected ? format.range(row.expected) : '', color: SOFT, alignment: 'right' },
    blank
  ];
}

function table(rows: Node[][]): Node {
  return {
    table: { widths: ['*', 26, 70, 50], body: rows, dontBreakRows: true },
    layout: {
      hLineColor: () => LINE,
      vLineWidth: () => 0,
      hLineWidth: (i: number) => (i === 0 ? 0 : 0.6),
      paddingTop: () => 4.5,
      paddingBottom: () => 3,
      paddingLeft: () => 0,
      paddingRight: () => 6
    },
    margin: [0, 2, 0, 10]
  };
}

const head = (title: string, aside = ''): Node => ({
  columns: [
    { text: title, bold: true, fontSize: 11.5 },
    { text: aside, alignment: 'right', color: SOFT, width: 'auto' }
  ],
  margin: [0, 4, 0, 0]
});

function partOf(part: SheetPart, format: Figures): Node {
  return {
    unbreakable: true,
    stack: [
      head(part.title, part.glands ? 'glands and vessels out  [   ]' : ''),
      table(part.rows.map((row) => line(row, format)))
    ]
  };
}

const pair = (left: Node[], right: Node[]): Node => ({
  columns: [{ stack: left }, { stack: right }],
  columnGap: 26
});
const pairs = (nodes: Node[]): [Node, Node | undefined][] =>
  nodes.flatMap((node, i) => (i % 2 === 0 ? [[node, nodes[i + 1]] as [Node, Node | undefined]] : []));

/**
 * The bench sheet of an animal: what is still to weigh, in the order of work, with what it should weigh, a blank for each
 * and the way back to the form. A4, two columns of parts.
 * @returns the bytes of a PDF
 */
export async function sheetPdf(sheet: Sheet, about: SheetHead, format: Figures): Promise<Uint8Array> {
  const parts = sheet.parts.map((part) => partOf(part, format));
  const thrown = [
    head('Thrown away, and why', format.unit),
    table(
      ['bloodshot', 'silver, dried crust', 'glands', 'gut or urine touched it', 'other'].map((why) => [
        why,
        'X',
        '',
        blank
      ])
    )
  ];
  const body = sheet.body
    ? [head('Off the hook', '8 of 10 animals'), table(sheet.body.rows.map((row) => line(row, format)))]
    : [];
  const definition = {
    pageSize: 'A4',
    pageMargins: [40, 40, 40, 44],
    defaultStyle: { font: 'Larder', fontSize: 9.5, color: INK },
    info: { title: `Bench sheet ${about.code}`, author: about.larder },
    footer: (page: number, pages: number) => ({
      margin: [40, 8, 40, 0],
      columns: [
        { text: `${CAUTIONS.knife?.text ?? ''} ${CAUTION_CODA}`, fontSize: 7.5, color: SOFT },
        {
          text: `${about.code}, ${page} of ${pages}`,
          alignment: 'right',
          width: 90,
          fontSize: 8,
          color: SOFT
        }
      ]
    }),
    content: [
      {
        columns: [
          {
            stack: [
              { text: about.larder, color: SOFT },
              { text: about.code, bold: true, fontSize: 26 },
              { text: about.who, bold: true, fontSize: 13 },
              { text: about.came, margin: [0, 2, 0, 0] },
              {
                text: `Printed ${about.printed}. Begun at ________  ended at ________  by ________________`,
                color: SOFT,
                margin: [0, 8, 0, 0]
              }
            ]
          },
          {
            width: 96,
            stack: [
              { qr: about.url, fit: 86, foreground: INK, alignment: 'right' },
              { text: 'type it in here', fontSize: 8, color: SOFT, alignment: 'right', margin: [0, 3, 0, 0] }
            ]
          }
        ],
        margin: [0, 0, 0, 12]
      },
      pair([...body, ...thrown], parts.slice(0, 2)),
      ...pairs(parts.slice(2)).map(([left, right]) => pair([left], right ? [right] : []))
    ]
  };
  return printed(definition);
}
