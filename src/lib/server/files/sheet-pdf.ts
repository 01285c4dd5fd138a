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
  const range = row.expected ? format.range(row.expected).replace(` ${format.unit}`, '') : '';
  return [
    { text: row.title, bold: row.kind !== 'piece' },
    { text: tub ? tub.letter : '', bold: true, alignment: 'center' },
    { text: range, color: SOFT, alignment: 'right' },
    blank,
    row.kind === 'piece' ? blank : { text: ' ' }
  ];
}

/** A line high enough for a wet hand with a pencil, points. */
const ROW_HIGH = 22;

function table(rows: Node[][]): Node {
  return {
    table: { widths: ['*', 10, 54, 44, 44], heights: ROW_HIGH, body: rows, dontBreakRows: true },
    layout: {
      hLineColor: LINE,
      vLineWidth: [0, 0, 0, 0, 0.6, 0],
      vLineColor: LINE,
      hLineWidth: [0, 0.6],
      paddingTop: 5,
      paddingBottom: 2,
      paddingLeft: 0,
      paddingRight: [6, 6, 6, 4]
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

/** What stands in each column. */
const columns = ({ unit }: Figures): Node[] => [
  {
    table: {
      widths: ['*', 10, 54, 44, 44],
      body: [
        ['', 'tub', `8 of 10, ${unit}`, 'came off', 'trimmed'].map((text, i) => ({
          text,
          fontSize: 7,
          color: SOFT,
          alignment: i === 0 ? 'left' : i === 1 ? 'center' : i === 2 ? 'right' : 'left',
          noWrap: true
        }))
      ]
    },
    layout: {
      hLineWidth: 0,
      vLineWidth: 0,
      paddingTop: 1,
      paddingBottom: 0,
      paddingLeft: 0,
      paddingRight: [6, 6, 6, 4]
    }
  }
];

/** The letters of the tubs in words: nobody knows them by heart. */
const letters = (): Node => ({
  text: Object.values(TUBS).flatMap(({ letter, name }, i) => [
    { text: `${i === 0 ? '' : '   '}${letter} `, bold: true },
    { text: name.toLowerCase(), color: SOFT }
  ]),
  fontSize: 9,
  margin: [0, 8, 0, 0]
});

function partOf(part: SheetPart, format: Figures): Node {
  return {
    unbreakable: true,
    stack: [
      head(part.title, part.glands ? 'glands and vessels out  [   ]' : ''),
      ...columns(format),
      table(part.rows.map((row) => line(row, format)))
    ]
  };
}

const pair = (left: Node[], right: Node[]): Node => ({
  columns: [{ stack: left }, { stack: right }],
  columnGap: 24
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
        blank,
        { text: ' ' }
      ])
    )
  ];
  const body = sheet.body
    ? [head('Off the hook'), ...columns(format), table(sheet.body.rows.map((row) => line(row, format)))]
    : [];
  const definition = {
    pageSize: 'A4',
    pageMargins: [36, 36, 36, 44],
    defaultStyle: { font: 'Larder', fontSize: 9.5, color: INK },
    info: { title: `Bench sheet ${about.code}`, author: about.larder },
    footer: {
      every: {
        margin: [36, 8, 36, 0],
        columns: [
          { text: `${CAUTIONS.knife?.text ?? ''} ${CAUTION_CODA}`, fontSize: 7.5, color: SOFT },
          {
            text: `${about.code}, {page} of {pages}`,
            alignment: 'right',
            width: 90,
            fontSize: 8,
            color: SOFT
          }
        ]
      }
    },
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
              },
              letters()
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
