import type { Asked, By, Misfit, Slice } from '$core/slice';
import type { Formatter } from './formatter';

/** Two weights as one speaks of them: `81 to 178 g`. */
export function massSpan(low: number, high: number, format: Formatter): string {
  const [a, b] = [Math.round(low), Math.round(high)];
  if (format.unit === 'kg' && b < 1_000) return a === b ? `${a} g` : `${a} to ${b} g`;
  const [from, to] = [format.mass(a, 3), format.mass(b, 3)];
  return from === to ? from : `${from} to ${to}`;
}
const mmSpan = (values: readonly number[]): string => {
  const [low, high] = [Math.min(...values).toFixed(0), Math.max(...values).toFixed(0)];
  return low === high ? `${low} mm` : `${low} to ${high} mm`;
};

/**
 * What slices are, after how many: by one thickness their weights are told, by one weight how thick they are.
 * @param strokes  thicknesses that lie in one slice: a butterfly is opened
 */
export function sliceWords(slices: readonly Slice[], by: By, format: Formatter, strokes = 1): string {
  const grams = slices.map((s) => s.grams);
  const thick = `${mmSpan(slices.map((s) => s.thickness / strokes))} thick${strokes > 1 ? ' once opened' : ''}`;
  const weights = massSpan(Math.min(...grams), Math.max(...grams), format);
  return by === 'thickness' ? `, ${thick}, of ${weights}` : ` of ${weights}, ${thick}`;
}

/** What does not fit, by how much, and what would. */
export function misfitWords(
  { byMeasures, measure, length }: Misfit,
  asked: Asked,
  format: Formatter
): string {
  const of = measure && asked.measures[measure.index];
  const place = of ? `${'girth' in of ? 'the girth' : 'the thickness'} at ${Math.round(of.at * 100)} %` : '';
  const fits = measure
    ? ` ${place} is the likeliest: ${Math.round(measure.now)} mm were read, ${Math.round(measure.fits)} mm would fit;`
    : '';
  return `By these measures it would weigh ${format.mass(Math.round(byMeasures), 3)}, and it weighs ${format.mass(asked.grams, 3)}. Look again:${fits} or its length, ${Math.round(asked.length ?? 0)} mm, where ${Math.round(length)} mm would fit. The slices go by the weight.`;
}
