import { describe, expect, it } from 'vitest';
import type { SentOut } from '$core/book';
import { compareReturn } from './index';

const sent = (...returns: Partial<SentOut['returns'][number]>[]): SentOut => ({
  entry: 'e',
  at: 0,
  party: 'Millbrook',
  item: 'c',
  sent: 50_000,
  returns: returns.map((r) => ({ at: 1, grams: 0, bought: 0, packs: 1, more: false, ...r }))
});
const expected = { low: 26_000, mean: 29_000, high: 32_000 };

describe('what came back, against what such an animal gives', () => {
  it('is below, within or above its interval, bought fat left out; open as long as more is to come', () => {
    expect(compareReturn(sent({ grams: 27_000, bought: 2_000 }), expected)).toMatchObject({
      back: 25_000,
      verdict: 'below'
    });
    expect(compareReturn(sent({ grams: 28_000 }), expected).verdict).toBe('within');
    expect(compareReturn(sent({ grams: 20_000 }, { grams: 14_000 }), expected).verdict).toBe('above');
    expect(compareReturn(sent({ grams: 20_000, more: true }), expected).verdict).toBe('open');
    expect(compareReturn(sent(), expected).verdict).toBe('open');
  });

  it('bills are told by the currency they were booked in', () => {
    const bill = (amount: number, currency: string) => ({ bill: { amount, currency } });
    expect(
      compareReturn(
        sent({ grams: 20_000, ...bill(6_000, 'EUR') }, { grams: 5_000, ...bill(1_500, 'EUR') }, bill(9, '')),
        expected
      ).bills
    ).toEqual({ EUR: 7_500, '': 9 });
    expect(compareReturn(sent({ grams: 20_000 }), expected).bills).toEqual({});
  });
});
