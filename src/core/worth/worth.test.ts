import { describe, expect, it } from 'vitest';
import { TestBook, weighed } from '$core/book/testkit';
import { yieldOf } from '$core/book';
import { DEFAULT_COSTS, DEFAULT_PRICES, gramsByUse, mealsIn, priceUse, worthOf, worthTheKnife } from '.';

const household = { people: 4, portion: 180 as never };

describe('worth', () => {
  it('prices each gram by its tub and cut', () => {
    expect([
      priceUse('P', 'strap'),
      priceUse('P', 'topRound'),
      priceUse('P'),
      priceUse('S', 'neckRoast'),
      priceUse('S', 'foreShank'),
      priceUse('S'),
      priceUse('J'),
      priceUse('G'),
      priceUse('O'),
      priceUse('K'),
      priceUse('X')
    ]).toEqual([
      'primeSteak',
      'steak',
      'steak',
      'roast',
      'braise',
      'stew',
      'jerky',
      'mince',
      'offal',
      undefined,
      undefined
    ]);
  });

  it('adds up by hand: strap 1.5 kg, shank on the bone 1 kg, grind 2 kg, offal 0.5 kg', () => {
    const book = new TestBook();
    const c = book.carcass(20_000);
    book.piece(c, 1_500, 'strap');
    book.piece(c, 1_000, 'hindShank', 'slow');
    book.must({ kind: 'tub', tub: 'grind', from: c, reading: weighed(2_000) });
    book.must({ kind: 'intake', into: { kind: 'tub', tub: 'offal' }, reading: weighed(500) });
    const { boneless } = yieldOf(book.state, book.animal);
    const worth = worthOf(
      gramsByUse(book.state, book.animal),
      boneless,
      DEFAULT_PRICES,
      { perSeason: 30_000, perAnimal: 2_000, perKg: 100 } as never,
      household,
      10
    );
    expect(boneless).toBe(4_050);
    // 1.5 × 38 + 0.55 × 12 + 2 × 9 + 0.5 × 5 = 57 + 6.6 + 18 + 2.5
    expect(worth.shopValue).toBe(8_410);
    // 20 + 300 ÷ 10 + 4.05 × 1 = 54.05
    expect(worth.cost).toBe(5_405);
    expect(worth.net).toBe(3_005);
    expect(worth.costPerKg).toBe(1_335);
    expect(worth.meals).toBe(6);
    // 4050 ÷ 720 = 5.625 meals
    expect(worth.costPerMeal).toBe(961);
  });

  it('says nothing per kg of an animal that has given nothing', () => {
    const worth = worthOf(new Map(), 0 as never, DEFAULT_PRICES, DEFAULT_COSTS, household, 1);
    expect(worth).toMatchObject({ shopValue: 0, meals: 0, lines: [] });
    expect(worth.costPerKg).toBeUndefined();
  });

  it('counts meals to the nearest whole one', () => {
    expect(mealsIn(20_000, household)).toBe(28);
    expect(mealsIn(300, household)).toBe(0);
  });
});

describe('worth the knife', () => {
  it('says grams, meals and money a minute of a thin cut', () => {
    // Rib meat is mince: 600 g at 9.00 a kilo are 5.40; six minutes, 0.90 each.
    expect(worthTheKnife('ribMeat', 600, 6, DEFAULT_PRICES, household)).toEqual({
      grams: 600,
      meals: 600 / 720,
      value: 540,
      minutes: 6,
      perMinute: 90
    });
  });
  it('counts bone off first, and says nothing of no meat, no time, or no cut', () => {
    expect(worthTheKnife('ribMeat', 600, 6, DEFAULT_PRICES, household, 0.5)).toMatchObject({
      grams: 300,
      value: 270
    });
    expect(worthTheKnife('ribMeat', 0, 6, DEFAULT_PRICES, household)).toBeUndefined();
    expect(worthTheKnife('ribMeat', 600, 0, DEFAULT_PRICES, household)).toBeUndefined();
    expect(worthTheKnife('wishbone', 600, 6, DEFAULT_PRICES, household)).toBeUndefined();
  });
});
