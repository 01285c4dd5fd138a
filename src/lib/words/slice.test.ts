import { describe, expect, it } from 'vitest';
import { askedSchema, byCount, byThickness, profilePiece, sliceUp } from '$core/slice';
import { DEFAULT_SETTINGS } from '$core/settings';
import { formatter } from './formatter';
import { massSpan, misfitWords, sliceWords } from './slice';

const format = formatter(DEFAULT_SETTINGS);
describe('words of slices', () => {
  it('tell what differs: weights by one thickness, thicknesses by one weight', () => {
    const { solid } = profilePiece('strap', 1_400);
    expect(sliceWords(byThickness(solid, 30).slices, 'thickness', format)).toMatch(
      /^, 30 mm thick, of \d+ to \d+ g$/
    );
    expect(sliceWords(byThickness(solid, 40).slices, 'thickness', format, 2)).toContain(
      '20 mm thick once opened'
    );
    expect(massSpan(181.4, 453.6, formatter({ ...DEFAULT_SETTINGS, units: 'lb' }))).toMatch(/ to .*(lb|oz)/);
    expect(massSpan(900, 1_200, format)).toBe('0.900 kg to 1.200 kg');
    expect(sliceWords(byCount(solid, 7).slices, 'count', format)).toMatch(/^ of 200 g, \d+ to \d+ mm thick$/);
  });
  it('say which measure does not fit, by how much, and what would', () => {
    const asked = askedSchema.parse({
      cut: 'eyeRound',
      grams: 500,
      length: 200,
      measures: [
        { at: 0.1, girth: 180 },
        { at: 0.5, girth: 300 },
        { at: 0.9, girth: 150 }
      ],
      way: 'steaks',
      by: 'count',
      value: 4
    });
    const { misfit } = sliceUp(asked);
    if (!misfit) throw new Error('it does not fit');
    expect(misfitWords(misfit, asked, format)).toMatch(
      /^By these measures it would weigh \S+ kg, and it weighs 0\.500 kg\. Look again: the girth at 50 % is the likeliest: 300 mm were read, \d{3} mm would fit; or its length, 200 mm, where \d+ mm would fit\./
    );
  });
});
