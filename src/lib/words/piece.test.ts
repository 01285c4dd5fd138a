import { describe, expect, it } from 'vitest';
import { DEFAULT_SETTINGS } from '$core/settings';
import { grams } from '$core/units';
import { formatter } from './formatter';
import { pieceWords, sizeWords, trimWords } from './piece';

const format = formatter({ ...DEFAULT_SETTINGS, units: 'kg', vocabulary: 'estate' });

describe('words of the piece that comes', () => {
  it('say how tender it is, what it suits and what size makes of it', () => {
    expect(
      pieceWords(
        { cut: 'topRound', tender: 4, uses: ['strips', 'roast', 'steak'], sized: { kind: 'own' } },
        format
      )
    ).toBe('tender 4.0 of 5 · fine strips, roast · large enough alone');
    expect(pieceWords({ cut: 'topRound', tender: 4.31, hung: true, uses: ['steak'] }, format)).toBe(
      'tender 4.3 of 5 as it has hung · steak'
    );
    expect(pieceWords({ cut: 'legTrim', uses: ['grind'] }, format)).toBe('grind');
  });
  it('name what it stays with, by this larder’s names, or what it becomes', () => {
    const below = (becomes: object) =>
      sizeWords({ sized: { kind: 'below', from: 800, becomes } as never }, format).replace('\u00a0', ' ');
    expect(below({ join: 'insideWhole' })).toBe('under 0.8 kg: leave it joined: topside, cap on');
    expect(below({ use: 'stew' })).toBe('under 0.8 kg: stew');
    expect(below({ tub: 'grind' })).toBe('under 0.8 kg: grind');
    expect(sizeWords({}, format)).toBe('');
  });
  it('say what trim its use asks for, in grams', () => {
    expect(trimWords({ trim: { standard: 2, grams: grams(45), pieces: 0 } }, format)).toBe(
      'clean trim: thin silver off, about 45 g'
    );
    expect(trimWords({ trim: { standard: 3, grams: grams(45), pieces: 12 } }, format)).toBe(
      'spotless trim: every white thread off, about 45 g, by 12 of yours'
    );
    expect(trimWords({ trim: { standard: 1, grams: grams(0), pieces: 0 } }, format)).toBe(
      'close trim: thin silver stays'
    );
    expect(trimWords({ trim: { standard: 1, grams: grams(6), pieces: 3 } }, format)).toBe(
      'close trim: thin silver stays; about 6 g off, by 3 of yours'
    );
    expect(trimWords({}, format)).toBe('');
  });
});
