import { describe, expect, it } from 'vitest';
import { DEFAULT_SETTINGS } from '$core/settings';
import { grams } from '$core/units';
import { plainFormatter } from './format';
import {
  atBenchWords,
  contradictionWords,
  partWords,
  piecesOf,
  provenWords,
  shortWords,
  whoOf
} from './plan';

const format = plainFormatter(DEFAULT_SETTINGS);
const part = { use: 'steak' as const, raw: grams(1_100), product: 1_012, pieces: 6, each: 170 };

describe('words of a plan', () => {
  it('count pieces where there are any, and weigh the rest', () => {
    expect(piecesOf('steak', 1)).toBe('1 steak');
    expect(piecesOf('roast', 3)).toBe('3 roasts');
    expect(piecesOf('stew', 3)).toBe('stew');
    expect(partWords(part, format)).toBe('6 steaks of 0.17 kg');
    expect(partWords({ use: 'stew', raw: grams(420), product: 400 }, format)).toBe('stew, 0.42 kg');
    expect(
      partWords({ use: 'roast', raw: grams(400), product: 392, pieces: 0.5, tied: true }, format)
    ).toContain('half of a tied roast');
  });

  it('at the bench no weight of what goes by weight stands beside what the piece should weigh', () => {
    const ask = {
      tub: 'prime' as const,
      parts: [part, { use: 'stew' as const, raw: grams(200), product: 190 }]
    };
    expect(atBenchWords({ ...ask, mm: 25, wish: 'Senja' }, format)).toBe(
      '6 steaks of 0.17 kg and stew, 25 mm thick for Senja'
    );
    expect(atBenchWords({ ...ask, parts: ask.parts.slice(1), boneIn: true }, format)).toBe(
      'stew, kept on the bone'
    );
  });

  it('say what is short, and why', () => {
    const row = { use: 'grind' as const, asked: 5_000, got: 4_000 };
    expect(shortWords(row, format)).toBe('');
    expect(shortWords({ ...row, shortage: { why: 'suits', most: 4_000 } }, format)).toBe(
      '1.00 kg of 5.00 kg grind are short: all that suits it comes to 4.00 kg.'
    );
    expect(
      shortWords(
        { ...row, shortage: { why: 'others', most: 9_000, uses: [{ use: 'stew', grams: 2_500 }] } },
        format
      )
    ).toBe('1.00 kg of 5.00 kg grind are short: of what suits it, stew has 2.50 kg.');
    expect(
      shortWords(
        { ...row, shortage: { why: 'others', most: 9_000, uses: [{ use: 'grind', grams: 2_500 }] } },
        format,
        'Senja'
      )
    ).toBe('1.00 kg of 5.00 kg grind for Senja are short: of what suits it, another wish has 2.50 kg.');
    const two = [{ name: 'Senja' }, { name: 'Windrow' }];
    expect(whoOf(two, { wish: 1 })).toBe('Windrow');
    expect(whoOf(two.slice(0, 1), { wish: 0 })).toBeUndefined();
    expect(shortWords({ ...row, shortage: { why: 'kitchen', needs: ['mincer'] } }, format, 'Senja')).toBe(
      'No grind for Senja: that kitchen has no mincer.'
    );
    expect(shortWords({ ...row, shortage: { why: 'kitchen', needs: ['mincer'] } }, format)).toBe(
      'No grind: this kitchen has no mincer.'
    );
  });

  it('say how good it is known to be, and never more', () => {
    const of = (proven: boolean, gaps?: { short: number; lesser: number }) => ({
      proven,
      ...(gaps ? { gaps } : {})
    });
    const none = { short: 0, lesser: 0 };
    expect(provenWords(undefined, true, false, format)).toBe('Being planned …');
    expect(provenWords(of(false), true, false, format)).toContain('The best is being looked for');
    expect(provenWords(of(false), true, false, format, 2)).toBe(
      'A good plan already. The best is being looked for; what comes then is settled …'
    );
    expect(provenWords(of(false), false, false, format)).toContain('was stopped');
    expect(provenWords(of(true, none), false, false, format)).toBe(
      'Proven best, to a quarter of a per cent.'
    );
    // A solver that broke off has proven nothing, whatever it said before.
    expect(provenWords(of(true, none), false, true, format)).not.toContain('Proven');
    expect(provenWords(of(false, { short: 0.4, lesser: 2 }), false, false, format)).toBe(
      'Close to the best: at most 0.40 kg less could be short, at most 2.00 kg could do a better thing.'
    );
  });

  it('every contradiction has words', () => {
    const at = ['rows', 0];
    for (const c of [
      { at, why: 'kitchen', use: 'grind', needs: ['mincer'] },
      { at, why: 'never', cut: 'strap', use: 'grind' },
      { at, why: 'sameTwice', cut: 'strap' },
      { at, why: 'wholeHalved', cut: 'strap' },
      { at, why: 'noBone', cut: 'strap' },
      { at, why: 'askedTwice', use: 'stew' },
      { at, why: 'moreThanAll' },
      { at, why: 'portionSize', each: 180 }
    ] as const)
      expect(contradictionWords(c, format)).toMatch(/^[A-Za-z].*\.$/);
  });
});
