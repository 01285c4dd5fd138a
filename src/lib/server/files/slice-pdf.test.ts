import { describe, expect, it } from 'vitest';
import { askedSchema, sliceUp } from '$core/slice';
import { DEFAULT_SETTINGS } from '$core/settings';
import { formatter } from '$lib/words/formatter';
import { POINTS_PER_MM, slicePdf } from './slice-pdf';

const about = { larder: 'Long Lake Larder', format: formatter(DEFAULT_SETTINGS) };
const strap = askedSchema.parse({
  cut: 'strap',
  grams: 140,
  measures: [],
  way: 'steaks',
  by: 'count',
  value: 6
});
type Line = [x1: number, y1: number, x2: number, y2: number];
/** Straight lines that a PDF’s pages draw, in millimetres on paper: one a `m … l S`. */
const linesOf = (bytes: Uint8Array): Line[] =>
  [
    ...Buffer.from(bytes)
      .toString('latin1')
      .matchAll(/([\d.-]+) ([\d.-]+) m\n([\d.-]+) ([\d.-]+) l\n(?=\/)/g)
  ].map((m) => m.slice(1, 5).map((n) => Number(n) / POINTS_PER_MM) as Line);

describe('slices on paper', () => {
  it('are as large as the meat: 100 mm are 100 mm, and cuts lie where the knife goes', async () => {
    const bytes = await slicePdf(strap, about);
    const text = Buffer.from(bytes).toString('latin1');
    // Nothing on the page is drawn larger or smaller: the only change of axes turns the page over.
    for (const [, a, d] of text.matchAll(/([\d.-]+) 0 0 ([\d.-]+) [\d.-]+ [\d.-]+ cm/g))
      expect([Math.abs(Number(a)), Math.abs(Number(d))]).toEqual([1, 1]);
    // A4 across.
    const [, wide, high] = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(text) ?? [];
    expect(Number(wide) / POINTS_PER_MM).toBeCloseTo(297, 1);
    expect(Number(high) / POINTS_PER_MM).toBeCloseTo(210, 1);
    const lines = linesOf(bytes);
    expect(lines.some(([x1, y1, x2, y2]) => Math.abs(x2 - x1 - 100) < 0.05 && Math.abs(y1 - y2) < 1e-6)).toBe(
      true
    );
    const { sliced } = sliceUp(strap);
    const cuts = [0, ...sliced.slices.map((s) => s.to)];
    const upright = lines.filter(([x1, y1, x2, y2]) => Math.abs(x1 - x2) < 1e-6 && Math.abs(y2 - y1) > 12);
    const places = upright.map(([x1]) => x1).sort((a, b) => a - b);
    expect(places).toHaveLength(cuts.length);
    places.forEach((x, i) => expect(x - (places[0] ?? 0)).toBeCloseTo(cuts[i] ?? 0, 1));
    // The ruler has a tick each 10 mm.
    const ticks = lines.filter(
      ([x1, y1, x2, y2]) => Math.abs(x1 - x2) < 1e-6 && Math.abs(y2 - y1) <= 5.1 && y1 > 100
    );
    const at = [...new Set(ticks.map(([x1]) => x1.toFixed(2)))].map(Number).sort((a, b) => a - b);
    at.slice(1).forEach((x, i) => expect(x - (at[i] ?? 0)).toBeCloseTo(10, 1));
    expect(at.length).toBe(Math.floor(sliceUp(strap).piece.solid.length / 10) + 1);
  });

  it('go over several pages where the piece is longer than the paper', async () => {
    const pages = async (grams: number) =>
      Buffer.from(await slicePdf({ ...strap, grams: grams as typeof strap.grams }, about))
        .toString('latin1')
        .match(/\/Type \/Page\b/g)?.length;
    expect(await pages(140)).toBe(1);
    expect(sliceUp({ ...strap, grams: 2_500 as typeof strap.grams }).piece.solid.length).toBeGreaterThan(530);
    expect(await pages(2_500)).toBe(3);
  });
});
