import { CAUTION_CODA, NEVER_PINK, THAWED_FIRST, type KitchenCard, type KitchenWay } from '$core/reference';
import { capital } from '$lib/words/format';
import type { Formatter } from '$lib/words/formatter';
import { coreWords, heatWords, spanWords } from '$lib/words/kitchen';
import { INK, LINE, SOFT, printed, type Node } from './pdf';

export interface KitchenSheet {
  larder: string;
  code: string;
  who: string;
  printed: string;
  /** In the units and words of the larder. */
  format: Formatter;
  /** What has to be said with this meat: a hold, a hit with lead, organs nobody looked at. */
  warnings: readonly string[];
  /** What is said of this kind of animal. */
  notes: readonly string[];
  cards: readonly { name: string; given: string; card: KitchenCard }[];
}

// Points from 40 to 100 °C along the probe that is drawn at each way.
const [FROM, TO, WIDE] = [40, 100, 150];
const at = (celsius: number) => ((celsius - FROM) / (TO - FROM)) * WIDE;

/** The probe in the middle: a line from 40 to 100 °C, a mark where it is asked, a bar where slow meat is tender. */
function probe({ core }: KitchenWay): Node {
  const bar = (from: number, to: number, color: string): Node => ({
    type: 'line',
    x1: at(from),
    y1: 9,
    x2: at(to),
    y2: 9,
    lineWidth: 4,
    lineColor: color
  });
  return {
    canvas: [
      bar(FROM, TO, LINE),
      ...(core.tenderAt ? [bar(...core.tenderAt, SOFT)] : []),
      {
        type: 'polyline',
        closePath: true,
        color: INK,
        points: [
          { x: at(core.asked), y: 7 },
          { x: at(core.asked) - 4, y: 0 },
          { x: at(core.asked) + 4, y: 0 }
        ]
      }
    ],
    margin: [0, 2, 0, 3]
  };
}

const said = (name: string, text: string): Node[] =>
  text ? [{ text: [{ text: `${name}  `, color: SOFT }, text], margin: [0, 0, 0, 1] }] : [];

/** One way, told once however many cuts are cooked so. */
const way = (one: KitchenWay, format: Formatter): Node => ({
  stack: [
    { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 244, y2: 0, lineWidth: 0.7, lineColor: LINE }] },
    { text: one.name, bold: true, fontSize: 12, margin: [0, 4, 0, 1] },
    { text: one.how, margin: [0, 0, 0, 1] },
    ...said('cut', one.cut),
    ...said('heat', [heatWords(one, format), spanWords(one, format)].filter(Boolean).join(', ')),
    ...said('liquid', one.liquid === 'none' ? '' : one.liquid),
    ...said('silver', one.silver),
    ...said('rest', one.rest === 'none' ? '' : one.rest),
    {
      text: [
        { text: 'middle  ', color: SOFT },
        { text: coreWords(one.core, format), bold: true },
        one.core.tenderAt ? `, tender at ${format.degreeSpan(one.core.tenderAt)}` : ''
      ]
    },
    probe(one),
    ...(one.core.others ? [{ text: one.core.others, color: SOFT, fontSize: 8 }] : [])
  ]
});

/** Cards name a cut’s best ways only. */
const BEST = 3;

/** Every way that one of the cuts is cooked, once. */
function waysOf(cards: KitchenSheet['cards']): KitchenWay[] {
  const told = new Map<string, KitchenWay>();
  for (const { card } of cards)
    for (const one of card.ways.slice(0, BEST)) told.set(one.name, told.get(one.name) ?? one);
  return [...told.values()];
}

const cutsTable = (cards: KitchenSheet['cards']): Node => ({
  table: {
    widths: [110, 86, 120, '*'],
    dontBreakRows: true,
    headerRows: 1,
    body: [
      ['Cut', 'Given', 'Cook it as', 'Slicing'].map((text) => ({ text, color: SOFT, fontSize: 8.5 })),
      ...cards.map(({ name, given, card }) => [
        { text: name, bold: true },
        given,
        capital(
          card.ways
            .slice(0, BEST)
            .map((one) => one.name)
            .join(', ')
        ),
        { text: `${card.grain ?? ''} ${card.until ?? ''}`.trim(), fontSize: 8.5 }
      ])
    ]
  },
  layout: {
    hLineColor: LINE,
    vLineWidth: 0,
    hLineWidth: [0, 0.6],
    paddingTop: 3.5,
    paddingBottom: 2.5,
    paddingLeft: 0,
    paddingRight: 8
  },
  margin: [0, 0, 0, 14]
});

/**
 * What an animal gave and how it is cooked, for whoever gets the meat: the cuts in a table, then each way once. A4.
 * @returns the bytes of a PDF
 */
export function kitchenPdf(sheet: KitchenSheet): Promise<Uint8Array> {
  const ways = waysOf(sheet.cards);
  return printed({
    pageSize: 'A4',
    pageMargins: [40, 40, 40, 50],
    defaultStyle: { font: 'Larder', fontSize: 9.5, color: INK, lineHeight: 1.12 },
    info: { title: `Kitchen sheet ${sheet.code}`, author: sheet.larder },
    footer: {
      every: {
        margin: [40, 8, 40, 0],
        columns: [
          { text: CAUTION_CODA, fontSize: 7.5, color: SOFT },
          {
            text: `${sheet.code}, {page} of {pages}`,
            alignment: 'right',
            width: 90,
            fontSize: 8,
            color: SOFT
          }
        ]
      }
    },
    content: [
      { text: sheet.larder, color: SOFT },
      { text: `In the kitchen: ${sheet.code}`, bold: true, fontSize: 22 },
      { text: sheet.who, bold: true, fontSize: 12 },
      { text: `Printed ${sheet.printed}`, color: SOFT, margin: [0, 0, 0, 6] },
      ...sheet.warnings.map((text) => ({
        table: { widths: ['*'], body: [[{ text, bold: true }]] },
        layout: { hLineColor: INK, vLineColor: INK },
        margin: [0, 0, 0, 4]
      })),
      {
        text: [{ text: `${NEVER_PINK} `, bold: true }, `${THAWED_FIRST} `, sheet.notes.join(' ')],
        margin: [0, 4, 0, 10]
      },
      ...(sheet.cards.length > 0
        ? [cutsTable(sheet.cards), ...twos(ways, sheet.format)]
        : [{ text: 'Nothing of it is in a tub yet. The sheet lists what is.', color: SOFT }])
    ]
  });
}

const twos = (ways: readonly KitchenWay[], format: Formatter): Node[] =>
  ways.flatMap((first, i) => {
    if (i % 2 === 1) return [];
    const second = ways[i + 1];
    return {
      unbreakable: true,
      columns: [way(first, format), second ? way(second, format) : { text: '' }],
      columnGap: 26,
      margin: [0, 0, 0, 12]
    };
  });
