import type { Formatter } from '$lib/words/formatter';
import type { RecallRow } from '../recall';
import { INK, LINE, SOFT, printed, type Node } from './pdf';

export interface RecallSheet {
  larder: string;
  /** What is recalled: an animal's code, a batch or a lot. */
  name: string;
  /** Batches that are taken whole. */
  batches: number;
  /** When it began; undefined where nothing is held yet. */
  begun: number | undefined;
  now: number;
  rows: readonly RecallRow[];
  reached: ReadonlySet<string>;
  format: Formatter;
}

const GONE: Readonly<Record<Exclude<RecallRow['kind'], 'here'>, string>> = {
  given: 'given to',
  with: 'sent to',
  eaten: 'eaten',
  sample: 'sample to'
};

/** The list of a recall, to be worked off with a telephone and a pencil. A4. */
export function recallPdf({
  larder,
  name,
  batches,
  begun,
  now,
  rows,
  reached,
  format
}: RecallSheet): Promise<Uint8Array> {
  const people = new Map<string, RecallRow[]>();
  const places = new Map<string, RecallRow[]>();
  for (const row of rows) {
    const to = row.kind === 'here' ? places : people;
    const key = row.kind === 'eaten' ? 'eaten here' : row.where;
    to.set(key, [...(to.get(key) ?? []), row]);
  }
  const sum = (own: readonly RecallRow[]) => own.reduce((total, row) => total + row.grams, 0);
  const lines = (own: readonly RecallRow[]): Node[] =>
    own.map((row) => ({
      columns: [
        { width: 18, text: '' },
        { width: '*', text: row.what },
        { width: 90, text: row.code },
        { width: 60, text: format.mass(row.grams, 3), alignment: 'right' }
      ],
      fontSize: 9,
      margin: [0, 1, 0, 1]
    }));
  const group = (title: string, own: readonly RecallRow[], box?: boolean): Node => ({
    stack: [
      {
        columns: [
          ...(box === undefined
            ? []
            : [
                {
                  width: 18,
                  canvas: [
                    { type: 'rect', x: 0, y: 1, w: 10, h: 10, lineWidth: 1.2, lineColor: INK },
                    ...(box
                      ? [
                          {
                            type: 'polyline',
                            lineWidth: 1.6,
                            lineColor: INK,
                            points: [
                              { x: 2, y: 6 },
                              { x: 4.5, y: 9 },
                              { x: 9, y: 2 }
                            ]
                          }
                        ]
                      : [])
                  ]
                }
              ]),
          { width: '*', text: title, bold: true },
          { width: 90, text: `${own.length} ${own.length === 1 ? 'thing' : 'things'}`, color: SOFT },
          { width: 60, text: format.mass(sum(own)), alignment: 'right', bold: true }
        ],
        margin: [0, 7, 0, 2]
      },
      ...lines(own)
    ]
  });
  const heading = (text: string): Node => ({
    stack: [
      { text, bold: true, fontSize: 12, margin: [0, 12, 0, 3] },
      { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 515, y2: 0, lineWidth: 0.7, lineColor: LINE }] }
    ]
  });
  const has = [...people].filter(([, own]) => own.some((row) => row.kind !== 'eaten'));
  return printed({
    pageSize: 'A4',
    pageMargins: [40, 40, 40, 50],
    defaultStyle: { font: 'Larder', fontSize: 10, color: INK },
    info: { title: `Recall ${name}`, author: larder },
    footer: {
      every: {
        text: `${larder} · recall ${name} · {page} of {pages}`,
        alignment: 'center',
        color: SOFT,
        fontSize: 8,
        margin: [0, 16, 0, 0]
      }
    },
    content: [
      { text: `Recall: ${name}`, bold: true, fontSize: 22 },
      {
        text: [
          begun === undefined
            ? 'A drill: nothing is held by it yet.'
            : `Held since ${format.moment(begun)}, ${Math.max(0, Math.round((now - begun) / 60_000))} minutes ago.`,
          ` Printed ${format.moment(now)}. `,
          batches > 0
            ? `${batches === 1 ? 'One batch is' : `${batches} batches are`} taken whole: every pack of it, whoever else’s meat is in it.`
            : 'It went into no batch.'
        ],
        color: SOFT,
        margin: [0, 2, 0, 0]
      },
      heading('People who have some'),
      ...(has.length > 0
        ? has.map(([party, own]) =>
            group(`${GONE[own[0]?.kind as keyof typeof GONE] ?? ''} ${party}`.trim(), own, reached.has(party))
          )
        : [{ text: 'Nobody.', margin: [0, 4, 0, 0] }]),
      ...[...people]
        .filter(([, own]) => own.every((row) => row.kind === 'eaten'))
        .map(([where, own]) => group(where, own)),
      heading('What still lies here'),
      ...(places.size > 0
        ? [...places].map(([place, own]) => group(place, own, false))
        : [{ text: 'Nothing.', margin: [0, 4, 0, 0] }])
    ]
  });
}
