import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { SeasonTally } from '$core/account';
import { yieldOf } from '$core/book';
import { PRICE_USES } from '$core/reference';
import {
  DEFAULT_COSTS,
  DEFAULT_PRICES,
  gramsByUse,
  mealsIn,
  meatIn,
  priceUse,
  seasonWorth,
  worthOf,
  valueOfCuts,
  scrapedSilver,
  worthTheKnife,
  fixedShare,
  SHARED_BY,
  type Reckoning,
  type SharedBy
} from '.';

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

  it('prices a batch as what it is made: mince as mince, sausage as sausage, and none of it as silver', () => {
    const book = new TestBook();
    const c = book.carcass(20_000);
    book.must({ kind: 'tub', tub: 'grind', from: c, reading: weighed(3_000) });
    const strap = book.piece(c, 1_500, 'strap');
    const [mince, sausage] = [testId(), testId()];
    const grind = `tub:grind:${book.animal}`;
    const of = book.animal;
    book.must({
      kind: 'batch',
      animal: undefined,
      pool: mince,
      what: 'mince',
      inputs: [{ item: strap, of }]
    });
    book.must({
      kind: 'batch',
      animal: undefined,
      pool: sausage,
      what: 'sausage',
      inputs: [{ item: grind, of, reading: weighed(1_200) }]
    });
    // What is still in the tub is untrimmed, a tenth of it silver; what is ground is what it is.
    expect(gramsByUse(book.state, of, 0.9)).toEqual({
      mince: 1_500 + 0.9 * 1_800,
      sausage: 1_200
    });
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
      DEFAULT_PRICES,
      { perSeason: 30_000, perAnimal: 2_000, perKg: 100 } as never,
      household,
      1 / 10
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

  it('of what was sent out: the bill in, the bought fat out; what was given counts once', () => {
    const book = new TestBook();
    const c = book.carcass(20_000);
    book.must({ kind: 'send', item: c, to: 'Skarvik' });
    book.must({
      kind: 'return',
      item: c,
      from: 'Skarvik',
      bill: 8_450,
      currency: 'EUR',
      packs: [
        { id: testId(), what: 'steak', class: 'P', reading: weighed(4_000) },
        { id: testId(), what: 'mince', class: 'G', reading: weighed(8_000), bought: 1_600 }
      ]
    });
    const known = book.state.animals[book.animal]!;
    expect(known.bills).toEqual({ EUR: 8_450 });
    const { boneless } = yieldOf(book.state, book.animal);
    const byUse = gramsByUse(book.state, book.animal);
    // 4 kg at 24 and 8 − 1.6 kg at 9: 96 + 57.60; the bill of 84.50 and 1 a kilo of 10.4.
    const worth = worthOf(
      byUse,
      DEFAULT_PRICES,
      { perSeason: 0, perAnimal: 0, perKg: 100 } as never,
      household,
      1,
      known.bills?.EUR
    );
    expect(boneless).toBe(10_400);
    expect(worth.shopValue).toBe(15_360);
    expect(worth.cost).toBe(8_450 + 1_040);
    expect(worth.net).toBe(15_360 - 9_490);

    const pack = Object.values(book.state.items).find((i) => i.what === 'steak')!;
    book.must({ kind: 'give', item: pack.id, to: 'Odd' });
    expect(gramsByUse(book.state, book.animal)).toEqual(byUse);
    expect(yieldOf(book.state, book.animal).boneless).toBe(boneless);
    // A return that is taken back takes its bill with it.
    const again = new TestBook();
    const d = again.carcass(20_000);
    again.must({ kind: 'send', item: d, to: 'Skarvik' });
    const back = again.must({
      kind: 'return',
      item: d,
      from: 'Skarvik',
      bill: 500,
      packs: [{ id: testId(), what: 'steak', class: 'P', reading: weighed(4_000) }]
    });
    again.must({ kind: 'void', entry: back.id });
    expect(again.state.animals[again.animal]?.bills).toBeUndefined();
  });

  it('counts what was weighed untrimmed as what will be left of it, and what was trimmed as it is', () => {
    const book = new TestBook();
    const c = book.carcass(20_000);
    book.piece(c, 1_000, 'strap', 'prime', { side: 'left' });
    book.piece(c, 900, 'strap', 'prime', { side: 'right', trimmed: true });
    expect(gramsByUse(book.state, book.animal, 0.86).primeSteak).toBeCloseTo(860 + 900, 6);
    expect(gramsByUse(book.state, book.animal).primeSteak).toBe(1_900);
  });

  const season = {
    animals: 4,
    bonelessAll: 26_000,
    bills: { EUR: 9_000 },
    byUse: { roast: 26_000 },
    settled: 2,
    bonelessSettled: 25_000,
    billsSettled: { EUR: 9_000 },
    days: 2,
    daysSettled: 1.5
  };
  const by = (sharedBy: SharedBy, more: Partial<Reckoning> = {}): Reckoning => ({
    prices: DEFAULT_PRICES,
    costs: { perSeason: 40_000, perAnimal: 2_000, perKg: 100 } as never,
    sharedBy,
    currency: 'EUR',
    firstCurrency: null,
    ...household,
    ...more
  });

  it('of a season: what hangs uncut or was condemned is in the cost, and in no kilo', () => {
    const worth = seasonWorth(season, by('animal'));
    // 400 + 4 × 20 + 26 × 1 + 90; of the two closed: 200 + 2 × 20 + 25 + 90, over 25 kg.
    expect(worth.cost).toBe(59_600);
    expect(worth.costPerKg).toBe(Math.round(35_500 / 25));
    expect(worth.beside).toEqual({ animals: 2, cost: 59_600 - 35_500 });
    expect(worth.shopValue).toBe(41_600);
    expect(
      seasonWorth({ ...season, settled: 0, bonelessSettled: 0, billsSettled: {} }, by('animal')).costPerKg
    ).toBeUndefined();
  });

  it('of a season shared by kilo or by day: what gave nothing yet costs a kilo nothing, a day is shared by its animals', () => {
    // By kilo 400 × 25 ÷ 26, by day 400 × 1.5 ÷ 2; beside 2 × 20 + 25 + 90.
    expect(seasonWorth(season, by('kilo')).costPerKg).toBe(Math.round((40_000 * (25 / 26) + 15_500) / 25));
    expect(seasonWorth(season, by('day')).costPerKg).toBe(Math.round((30_000 + 15_500) / 25));
  });

  it('adds no sum of another currency; what names none is in the larder’s first', () => {
    const bills = { '': 700, NOK: 9_000, EUR: 11 };
    const worth = seasonWorth({ ...season, bills, billsSettled: bills }, by('kilo'));
    expect(worth.bill).toBe(711);
    expect(worth.otherBills).toEqual([{ currency: 'NOK', amount: 9_000 }]);
    const moved = seasonWorth(
      { ...season, bills, billsSettled: bills },
      by('kilo', { currency: 'NOK', firstCurrency: 'EUR' })
    );
    expect(moved.bill).toBe(9_000);
    expect(moved.otherBills).toEqual([{ currency: 'EUR', amount: 711 }]);
    expect(worth.cost - moved.cost).toBe(711 - 9_000);
  });

  it('shares of a season’s costs add up to one, however they are shared; a squirrel lot and a moose by kilo as they weigh', () => {
    const animals = fc.array(
      fc.record({ boneless: fc.integer({ min: 1, max: 200_000 }), day: fc.integer({ min: 1, max: 4 }) }),
      { minLength: 1, maxLength: 12 }
    );
    fc.assert(
      fc.property(animals, fc.constantFrom(...SHARED_BY), (all, sharedBy) => {
        const sums = {
          animals: all.length,
          bonelessAll: all.reduce((sum, a) => sum + a.boneless, 0),
          days: new Set(all.map((a) => a.day)).size
        };
        const shares = all.map((a) =>
          fixedShare(
            sharedBy,
            { boneless: a.boneless, onItsDay: all.filter((b) => b.day === a.day).length },
            sums
          )
        );
        expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);
      })
    );
    const sums = { animals: 2, bonelessAll: 152_000, days: 2 };
    expect(fixedShare('kilo', { boneless: 2_000, onItsDay: 1 }, sums)).toBeCloseTo(2 / 152, 9);
    expect(fixedShare('animal', { boneless: 2_000, onItsDay: 1 }, sums)).toBe(0.5);
  });

  it('a season’s lines, kilos and shop value are those of its animals, and its lines add up to its kilos', () => {
    const uses = fc.dictionary(fc.constantFrom(...PRICE_USES), fc.integer({ min: 1, max: 40_000 }));
    fc.assert(
      fc.property(fc.array(uses, { minLength: 1, maxLength: 8 }), (all) => {
        const tally = new SeasonTally();
        for (const byUse of all)
          tally.add({
            work: 'done',
            hanging: 50_000,
            boneless: meatIn(byUse),
            bloodshot: 0,
            unaccountedAbs: 0,
            expectedLow: null,
            expectedHigh: null,
            byUse,
            bills: {},
            condemned: false,
            day: '2026-11-5'
          });
        const worth = seasonWorth(tally.sums, by('animal'));
        const animals = all.map((byUse) => worthOf(byUse, DEFAULT_PRICES, DEFAULT_COSTS, household, 0));
        const sum = (rows: readonly { grams: number }[]) => rows.reduce((n, row) => n + row.grams, 0);
        for (const one of [worth, ...animals])
          expect(sum(one.lines.filter((line) => line.use !== 'offal'))).toBe(one.boneless);
        expect(animals.reduce((n, one) => n + one.boneless, 0)).toBe(worth.boneless);
        expect(sum(animals.flatMap((one) => one.lines))).toBe(sum(worth.lines));
        expect(worth.boneless).toBe(tally.sums.bonelessAll);
      })
    );
  });

  it('says nothing per kg of an animal that has given nothing', () => {
    const worth = worthOf({}, DEFAULT_PRICES, DEFAULT_COSTS, household, 1);
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
  it('values several cuts as the sum of each, by what its tub becomes', () => {
    const cuts = [
      { cut: 'strap', grams: 1_000 },
      { cut: 'ribMeat', grams: 600 }
    ];
    expect(valueOfCuts(cuts, DEFAULT_PRICES)).toBe(
      cuts.reduce(
        (sum, { cut, grams }) => sum + worthTheKnife(cut, grams, 1, DEFAULT_PRICES, household)!.value,
        0
      )
    );
    expect(valueOfCuts([], DEFAULT_PRICES)).toBe(0);
  });

  it('scraped silver: a tenth of what comes off eight kilos is little mince, and never more than the silver', () => {
    // 8 kg of which 4 % goes with the silver: 333 g of it, 33 g of lean, four minutes; 9.00 a kilo.
    const row = scrapedSilver([{ grams: 8_000, share: 0.04 }], DEFAULT_PRICES, household)!;
    expect(row.grams).toBe(33);
    expect(row.minutes).toBeCloseTo(4, 9);
    expect(row.value).toBe(30);
    const [a, b] = [
      { grams: 3_000, share: 0.04 },
      { grams: 5_000, share: 0.04 }
    ];
    expect(scrapedSilver([a, b], DEFAULT_PRICES, household)).toEqual(row);
    expect(scrapedSilver([{ grams: 8_000, share: 0 }], DEFAULT_PRICES, household)).toBeUndefined();
    expect(scrapedSilver([], DEFAULT_PRICES, household)).toBeUndefined();
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
