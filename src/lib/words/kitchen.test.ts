import { describe, expect, it } from 'vitest';
import { kitchenCard } from '$core/reference';
import { DEFAULT_SETTINGS } from '$core/settings';
import { formatter } from './formatter';
import { coreWords, heatWords, spanWords } from './kitchen';

const format = formatter(DEFAULT_SETTINGS);
const way = (cut: string, group: 'deer' | 'boar' | 'waterfowl', key: string) =>
  kitchenCard(cut, group)!.ways.find((w) => w.key === key)!;

describe('the kitchen’s words', () => {
  it('say how hot the middle has to be: one figure, or a figure with its rest', () => {
    expect(coreWords(way('topRound', 'deer', 'roast').core, format)).toBe('63 °C, 3 min rest');
    expect(coreWords(way('topRound', 'boar', 'roast').core, format)).toBe('71 °C');
    expect(coreWords(way('breast', 'waterfowl', 'steak').core, format)).toBe('74 °C');
  });

  it('say how long: by weight where it is known, in hours where they are many, a side where it is turned', () => {
    const roast = way('topRound', 'deer', 'roast');
    expect(spanWords(roast, format)).toBe('20–40 minutes for each 500 g');
    expect(spanWords(roast, format, 500)).toBe('20–40 minutes');
    expect(spanWords(roast, format, 1_500)).toBe('1–2 hours');
    expect(spanWords(way('neckRoast', 'deer', 'braise'), format, 900)).toBe('2.5–4 hours');
    expect(spanWords(way('strap', 'deer', 'steak'), format)).toBe('2–4 minutes a side');
    expect(spanWords({}, format)).toBe('');
  });

  it('say it in °F and pounds where these are chosen', () => {
    const other = formatter({ ...DEFAULT_SETTINGS, degrees: 'F', units: 'lb' });
    const roast = way('topRound', 'deer', 'roast');
    expect(coreWords(roast.core, other)).toBe('145 °F, 3 min rest');
    expect(heatWords(roast, other)).toBe('oven 248–320 °F');
    expect(spanWords(roast, other)).toBe('20–40 minutes for each 1.1 lb');
  });

  it('say the oven where there is one', () => {
    expect(heatWords(way('topRound', 'deer', 'roast'), format)).toBe('oven 120–160 °C');
    expect(heatWords(way('strap', 'deer', 'steak'), format)).toBe('');
  });
});
