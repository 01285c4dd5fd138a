import { describe, expect, it } from 'vitest';
import { kitchenCard } from '$core/reference';
import { coreWords, heatWords, spanWords } from './kitchen';

const way = (cut: string, group: 'deer' | 'boar' | 'waterfowl', key: string) =>
  kitchenCard(cut, group)!.ways.find((w) => w.key === key)!;

describe('the kitchen’s words', () => {
  it('say how hot the middle has to be: one figure, a span, a figure with its rest', () => {
    expect(coreWords(way('topRound', 'deer', 'roast').core)).toBe('63 °C, 3 min rest');
    expect(coreWords(way('topRound', 'boar', 'roast').core)).toBe('71–74 °C');
    expect(coreWords(way('breast', 'waterfowl', 'steak').core)).toBe('74 °C');
  });

  it('say how long: by weight where it is known, in hours where they are many, a side where it is turned', () => {
    const roast = way('topRound', 'deer', 'roast');
    expect(spanWords(roast)).toBe('20–40 minutes for each 500 g');
    expect(spanWords(roast, 500)).toBe('20–40 minutes');
    expect(spanWords(roast, 1_500)).toBe('1–2 hours');
    expect(spanWords(way('neckRoast', 'deer', 'braise'), 900)).toBe('2.5–4 hours');
    expect(spanWords(way('strap', 'deer', 'steak'))).toBe('2–4 minutes a side');
    expect(spanWords({})).toBe('');
  });

  it('say the oven where there is one', () => {
    expect(heatWords(way('topRound', 'deer', 'roast'))).toBe('oven 120–160 °C');
    expect(heatWords(way('strap', 'deer', 'steak'))).toBe('');
  });
});
