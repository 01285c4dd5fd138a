import type { Asked, By, Misfit, Slice } from '$core/slice';
import type { Formatter } from './formatter';

const span = (values: readonly number[], show: (value: number) => string): string => {
  const [low, high] = [show(Math.min(...values)), show(Math.max(...values))];
  return low === high ? low : `${low} to ${high}`;
};

/** What slices are, after how many: by one thickness their weights are told, by one weight how thick they are. */
export function sliceWords(slices: readonly Slice[], by: By, format: Formatter): string {
  const grams = slices.map((s) => Math.round(s.grams));
  const thick = span(
    slices.map((s) => s.thickness),
    (mm) => mm.toFixed(0)
  );
  const weights = span(grams, (g) => format.mass(g, 3));
  return by === 'thickness' ? `, ${thick} mm thick, of ${weights}` : ` of ${weights}, ${thick} mm thick`;
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
