import { WAY_FACTS, areaAt, faceOf, notesOf, sliceUp, type Asked } from '$core/slice';
import type { Formatter } from '$lib/words/formatter';
import { INK, LINE, SOFT, printed, type Node } from './pdf';

/** Points of a millimetre: a PDF has 72 to the inch. */
export const POINTS_PER_MM = 72 / 25.4;
const pt = (mm: number) => mm * POINTS_PER_MM;
/** A4 across, mm; room at its sides; how much of the piece a page shows, and what the next one repeats. */
const PAGE = { width: 297, height: 210, side: 16, shows: 265, again: 15 } as const;
/** Where the middle of the piece and its ruler lie, from the top, mm. */
const [MIDDLE, RULER] = [95, 172];

interface About {
  larder: string;
  format: Formatter;
}

/**
 * The slices of a piece as it lies on the board, seen from above, in its own size: its outline, a line a cut, a ruler. Long
 * pieces go over several pages that overlap.
 */
export async function slicePdf(asked: Asked, { larder, format }: About): Promise<Uint8Array> {
  const { piece, sliced } = sliceUp(asked);
  const { solid } = piece;
  const { length } = solid;
  const notes = notesOf(asked.cut);
  const facts = WAY_FACTS[asked.way];
  const name = format.cut(asked.cut);
  const half = (x: number) => faceOf(piece, areaAt(solid, x)).width / 2;
  const pages: Node[][] = [];
  for (let from = 0; from === 0 || from + PAGE.again < length; from += PAGE.shows - PAGE.again) {
    const to = Math.min(length, from + PAGE.shows);
    const x = (mm: number) => pt(PAGE.side + mm - from);
    const y = (mm: number) => pt(MIDDLE + mm);
    const steps = Math.max(12, Math.ceil((to - from) / 3));
    const along = Array.from({ length: steps + 1 }, (_, i) => from + ((to - from) * i) / steps);
    const inside = (mm: number) => mm >= from - 0.01 && mm <= to + 0.01;
    const cuts = [
      ...new Set([
        ...sliced.slices.flatMap((s) => [s.from, s.to]),
        ...(asked.stop === undefined ? [] : [asked.stop])
      ])
    ].filter(inside);
    const texts: Node[] = sliced.slices.flatMap((s, i) => {
      const middle = (s.from + s.to) / 2;
      if (!inside(middle)) return [];
      const wide = Math.max(10, s.thickness);
      return [
        {
          absolutePosition: { x: x(middle) - pt(wide / 2), y: y(0) - 11 },
          columns: [
            {
              width: pt(wide),
              alignment: 'center',
              text: `${i + 1}\n${s.thickness.toFixed(0)} mm\n${format.mass(Math.round(s.grams), 3)}`,
              fontSize: s.thickness < 16 ? 5 : 8
            }
          ]
        }
      ];
    });
    const ends: Node[] = sliced.ends.flatMap((end) => {
      const middle = (end.from + end.to) / 2;
      return inside(middle)
        ? [
            {
              absolutePosition: { x: x(middle) - pt(15), y: y(0) - 8 },
              columns: [
                {
                  width: pt(30),
                  alignment: 'center',
                  color: SOFT,
                  fontSize: 7,
                  text: `${notes.rest}\n${format.mass(Math.round(end.grams), 3)}`
                }
              ]
            }
          ]
        : [];
    });
    const first = Math.ceil(from / 10) * 10;
    const tens = Array.from({ length: Math.floor((to - first) / 10) + 1 }, (_, i) => first + i * 10);
    const line = (x1: number, y1: number, x2: number, y2: number, lineColor: string, more = {}): Node => ({
      type: 'line',
      x1,
      y1,
      x2,
      y2,
      lineWidth: 0.8,
      lineColor,
      ...more
    });
    pages.push([
      {
        text: [
          { text: `${name}  `, bold: true, fontSize: 15 },
          {
            text: `${format.mass(asked.grams, 3)}, ${sliced.slices.length} ${sliced.slices.length === 1 ? facts.one : facts.many}`,
            fontSize: 12
          }
        ]
      },
      {
        text: `In its own size when it is printed at 100 %: hold a ruler to the line of 100 mm. Grain: ${notes.grain}. Slicing stops where ${notes.until}.`,
        color: SOFT,
        margin: [0, 2, 0, 0]
      },
      {
        text:
          piece.measures > 0
            ? `By ${piece.measures} measures; a slice may weigh ${Math.round(piece.spread * 100)} % more or less.`
            : `By the usual shape of this muscle, not measured; a slice may weigh ${Math.round(piece.spread * 100)} % more or less.`,
        color: SOFT
      },
      {
        absolutePosition: { x: 0, y: 0 },
        canvas: [
          // The line to measure: 100 mm.
          line(pt(PAGE.side), pt(30), pt(PAGE.side + 100), pt(30), INK, { lineWidth: 1.5 }),
          line(pt(PAGE.side), pt(28), pt(PAGE.side), pt(32), INK),
          line(pt(PAGE.side + 100), pt(28), pt(PAGE.side + 100), pt(32), INK),
          {
            type: 'polyline',
            lineWidth: 1.2,
            lineColor: INK,
            closePath: true,
            points: [
              ...along.map((mm) => ({ x: x(mm), y: y(-half(mm)) })),
              ...[...along].reverse().map((mm) => ({ x: x(mm), y: y(half(mm)) }))
            ]
          },
          ...cuts.map((mm) =>
            line(x(mm), y(-half(mm) - 6), x(mm), y(half(mm) + 6), mm === asked.stop ? SOFT : INK, {
              dash: { length: mm === asked.stop ? 2 : 5, space: 2 }
            })
          ),
          line(x(from), pt(RULER), x(to), pt(RULER), INK),
          ...tens.map((mm) => line(x(mm), pt(RULER), x(mm), pt(RULER + (mm % 50 === 0 ? 5 : 3)), INK)),
          // The grain arrow.
          ...(notes.along
            ? [
                line(pt(PAGE.side + 120), pt(30), pt(PAGE.side + 160), pt(30), LINE, { lineWidth: 2 }),
                line(pt(PAGE.side + 156), pt(28), pt(PAGE.side + 160), pt(30), LINE, { lineWidth: 2 }),
                line(pt(PAGE.side + 156), pt(32), pt(PAGE.side + 160), pt(30), LINE, { lineWidth: 2 })
              ]
            : [])
        ]
      },
      { absolutePosition: { x: pt(PAGE.side + 40), y: pt(32) }, text: '100 mm', fontSize: 8, color: SOFT },
      ...(notes.along
        ? [
            {
              absolutePosition: { x: pt(PAGE.side + 130), y: pt(32) },
              text: 'grain',
              fontSize: 8,
              color: SOFT
            }
          ]
        : []),
      ...texts,
      ...ends,
      ...tens
        .filter((mm) => mm % 50 === 0)
        .map((mm) => ({
          absolutePosition: { x: x(mm) + 2, y: pt(RULER + 4) },
          text: `${mm}`,
          fontSize: 8,
          color: SOFT
        }))
    ]);
    if (to >= length) break;
  }
  const foot = (sheets: string): Node => ({
    text: `${larder} · ${name}${sheets} · Fingers behind the blade; a dull knife slips.`,
    margin: [pt(PAGE.side), 0],
    fontSize: 8,
    color: SOFT
  });
  return printed({
    pageSize: 'A4',
    pageOrientation: 'landscape',
    pageMargins: [pt(PAGE.side), pt(10), pt(PAGE.side), pt(8)],
    compress: false,
    info: { title: `${name}, sliced` },
    defaultStyle: { font: 'Larder', fontSize: 9, color: INK },
    footer: {
      every: foot(''),
      several: foot(` · sheet {page} of {pages}, each begins ${PAGE.again} mm before the last one ends`)
    },
    content: pages.map((stack, i) => ({ stack, ...(i > 0 ? { pageBreak: 'before' } : {}) }))
  });
}
