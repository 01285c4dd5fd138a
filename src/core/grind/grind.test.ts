import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CURE_LIMITS,
  CURE_RULES,
  inGoing,
  largestDose,
  overLimit,
  proposedDose,
  saltBeside
} from '$core/reference';
import { grams } from '$core/units';
import {
  BUILT_IN_RECIPES,
  NOT_OFFERED,
  batchOf,
  batchesFor,
  blend,
  boughtFat,
  casingMetres,
  cleanBetween,
  draw,
  fatToAdd,
  fromLots,
  grindMinutes,
  mergeRecipes,
  mixOf,
  recipeFault,
  recipeSchema,
  runsOf,
  usualFat,
  workedMinutes,
  type BlendAsk,
  type BlendLot,
  type Through,
  type TrimLot
} from '.';

const lot = (id: string, have: number, fat: number, more: Partial<BlendLot> = {}): BlendLot => ({
  id,
  have: grams(have),
  fat,
  ...more
});

describe('a blend', () => {
  it('of all own trim takes as much fat as the closed form says', () => {
    const answer = blend({
      lots: [lot('a', 6_000, 0.05), lot('b', 4_000, 0.05), lot('back', 9_000, 0.85, { bought: true })],
      aim: 0.2,
      how: 'near',
      least: 'bought'
    });
    expect(answer).toMatchObject({ met: true, total: 12_308, bought: 2_308 });
    expect(fatToAdd(10_000, 0.05, 0.85, 0.2)).toBe(2_308);
  });
  it('takes the fattest where fat is scarce on the shelf, the cheapest where money is, and the oldest trim first', () => {
    const lots = [
      lot('old', 5_000, 0.05, { days: 6 }),
      lot('new', 5_000, 0.05, { days: 1 }),
      lot('pork', 9_000, 0.88, { bought: true, perKg: 900 }),
      lot('beef', 9_000, 0.7, { bought: true, perKg: 200 })
    ];
    const ask = { lots, aim: 0.2, how: 'near', total: grams(6_000) } as const;
    const least = blend({ ...ask, least: 'bought' });
    expect(least?.parts.map((p) => p.id)).toEqual(['old', 'pork']);
    const cheap = blend({ ...ask, least: 'cost' });
    expect(cheap?.parts.map((p) => p.id)).toEqual(['old', 'beef']);
    expect(cheap?.cost).toBeLessThan(least?.cost ?? 0);
  });
  it('of no more than so much fat needs none', () => {
    expect(
      blend({
        lots: [lot('a', 8_000, 0.05), lot('b', 3_000, 0.12)],
        aim: 0.07,
        how: 'atMost',
        least: 'bought'
      })
    ).toMatchObject({ met: true, total: 11_000, bought: 0 });
  });
  it('that cannot be is the nearest that can, and says why', () => {
    const lean = blend({
      lots: [lot('a', 8_000, 0.05), lot('back', 500, 0.88, { bought: true })],
      aim: 0.25,
      how: 'near',
      least: 'bought'
    });
    expect(lean).toMatchObject({ met: false, why: 'lean', bought: 500 });
    expect(lean?.fat).toBeCloseTo((8_000 * 0.05 + 500 * 0.88) / 8_500, 6);
    expect(blend({ lots: [lot('a', 8_000, 0.3)], aim: 0.07, how: 'atMost', least: 'bought' })).toMatchObject({
      met: false,
      why: 'fat',
      total: 8_000
    });
    expect(
      blend({ lots: [lot('a', 3_000, 0.05)], aim: 0.07, how: 'atMost', total: grams(9_000), least: 'bought' })
    ).toMatchObject({ met: false, why: 'short', total: 3_000 });
  });
  it('of nothing is none', () => {
    const ask = { aim: 0.1, how: 'near', least: 'bought' } as const;
    expect(blend({ ...ask, lots: [] })).toBeUndefined();
    expect(blend({ ...ask, lots: [lot('a', 0, 0.1)] })).toBeUndefined();
    expect(blend({ ...ask, lots: [lot('back', 900, 0.8, { bought: true })] })).toBeUndefined();
    expect(blend({ ...ask, lots: [lot('a', 900, 0.1)], total: grams(0) })).toBeUndefined();
  });

  const lots = fc
    .array(
      fc.record({
        have: fc.integer({ min: 0, max: 9 }).map((kg) => kg * 1_000),
        fat: fc.constantFrom(0, 0.03, 0.05, 0.12, 0.3, 0.7, 0.85),
        bought: fc.boolean(),
        perKg: fc.integer({ min: 0, max: 20 }).map((x) => x * 50),
        days: fc.integer({ min: 0, max: 9 })
      }),
      { minLength: 1, maxLength: 4 }
    )
    .map((all) => all.map(({ have, fat, ...more }, i) => lot(`l${i}`, have, fat, more)));
  const asks: fc.Arbitrary<BlendAsk> = fc.record({
    lots,
    aim: fc.constantFrom(0.05, 0.07, 0.15, 0.2, 0.25),
    how: fc.constantFrom('near', 'atMost'),
    total: fc.option(
      fc.integer({ min: 1, max: 18 }).map((kg) => grams(kg * 1_000)),
      { nil: undefined }
    ),
    least: fc.constantFrom('bought', 'cost')
  });

  /** Every corner of what is allowed, in kilograms: one or two lots between their bounds, all others at one of them. */
  function corners({ lots, aim, total }: BlendAsk): number[][] {
    const have = lots.map((l) => l.have / 1_000);
    const free = lots.map((l) => total !== undefined || l.bought === true);
    const found: number[][] = [];
    const at = (i: number, x: number[]): void => {
      if (i < lots.length) {
        const choices = free[i] ? [0, have[i] ?? 0] : [have[i] ?? 0];
        for (const value of choices) at(i + 1, [...x, value]);
        return;
      }
      found.push(x);
      // One lot gives way until the weight is right; one until the fat is; two until both are.
      const off = (y: number[]) => (total === undefined ? 0 : total / 1_000 - y.reduce((a, b) => a + b, 0));
      const fatOff = (y: number[]) => y.reduce((s, v, j) => s + v * ((lots[j]?.fat ?? 0) - aim), 0);
      for (const [j, can] of free.entries()) {
        if (!can) continue;
        if (total !== undefined) found.push(x.map((v, k) => (k === j ? v + off(x) : v)));
        const slope = (lots[j]?.fat ?? 0) - aim;
        if (total === undefined && slope !== 0)
          found.push(x.map((v, k) => (k === j ? v - fatOff(x) / slope : v)));
        for (const [k, may] of free.entries()) {
          if (!may || k === j || total === undefined) continue;
          const [a, b] = [(lots[j]?.fat ?? 0) - aim, (lots[k]?.fat ?? 0) - aim];
          if (a === b) continue;
          const rest = x.map((v, m) => (m === j || m === k ? 0 : v));
          const [w, f] = [off(rest), -fatOff(rest)];
          const xj = (f - b * w) / (a - b);
          found.push(rest.map((v, m) => (m === j ? xj : m === k ? w - xj : v)));
        }
      }
    };
    at(0, []);
    return found.filter(
      (x) =>
        x.every((v, j) => v >= -1e-9 && v <= (have[j] ?? 0) + 1e-9) &&
        (total === undefined || Math.abs(x.reduce((a, b) => a + b, 0) - total / 1_000) < 1e-9)
    );
  }

  it('is as good as the best of all corners, sum after sum', () => {
    fc.assert(
      fc.property(asks, (ask) => {
        const all = ask.lots.reduce((s, l) => s + l.have, 0);
        const capped = {
          ...ask,
          ...(ask.total === undefined ? {} : { total: grams(Math.min(ask.total, all)) })
        };
        const answer = blend(ask);
        if (!answer) return;
        const kilos = ask.lots.map((l) => (answer.parts.find((p) => p.id === l.id)?.grams ?? 0) / 1_000);
        const sums = (x: number[]) => {
          const fat = x.reduce((s, v, j) => s + v * ((ask.lots[j]?.fat ?? 0) - ask.aim), 0);
          const of = (pick: (l: BlendLot) => number) =>
            x.reduce((s, v, j) => s + v * pick(ask.lots[j] as BlendLot), 0);
          return [
            ask.how === 'near' ? Math.abs(fat) : Math.max(0, fat),
            ask.least === 'bought' ? of((l) => (l.bought ? 1 : 0)) : of((l) => (l.perKg ?? 0) / 1_000),
            -of((l) => (l.bought ? 0 : (l.days ?? 0)))
          ] as const;
        };
        // Whole grams of each lot move a sum by so much.
        const grain = 0.004 * (1 + 9);
        const [off, spent] = sums(kilos);
        const possible = corners(capped).map(sums);
        const nearest = Math.min(...possible.map(([o]) => o));
        expect(off).toBeLessThanOrEqual(nearest + grain);
        expect(off).toBeGreaterThanOrEqual(nearest - grain);
        const least = Math.min(...possible.filter(([o]) => o <= nearest + 1e-7).map(([, s]) => s));
        expect(spent).toBeLessThanOrEqual(least + grain);
        // What is weighed out is there, whole, and what was asked for.
        for (const p of answer.parts)
          expect(p.grams).toBeLessThanOrEqual(ask.lots.find((l) => l.id === p.id)?.have ?? 0);
        if (capped.total !== undefined) expect(Math.abs(answer.total - capped.total)).toBeLessThanOrEqual(1);
      }),
      { numRuns: 600 }
    );
  });
});

describe('cure', () => {
  it.each([
    // Meat g, strength, rule, most g, proposed g: by hand, limit × meat ÷ strength, down to a tenth.
    [10_000, 0.0625, 'us', 24.9, 23.9],
    [10_000, 0.0625, 'eu', 19.2, 18.4],
    [6_900, 0.0625, 'us', 17.2, 16.5],
    [10_000, 0.005, 'eu', 240, 230.4],
    [2_350, 0.006, 'us', 61.1, 58.6],
    [500, 0.0625, 'us', 1.2, 1.1]
  ] as const)('of %i g at %f by %s: at most %f g, %f g proposed', (meat, strength, rule, most, proposed) => {
    expect(largestDose({ meat, strength, rule })).toBeCloseTo(most, 9);
    expect(proposedDose({ meat, strength, rule })).toBeCloseTo(proposed, 9);
  });
  it('brings its own salt', () => {
    expect(saltBeside(180, 24.9, 0.0625)).toBeCloseTo(156.6, 9);
    expect(saltBeside(10, 24.9, 0.0625)).toBe(0);
  });
  it('is never proposed over the limit, however much there is of it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400_000 }),
        fc.double({ min: 0.002, max: 0.1, noNaN: true }),
        fc.constantFrom(...CURE_RULES),
        (meat, strength, rule) => {
          for (const dose of [largestDose({ meat, strength, rule }), proposedDose({ meat, strength, rule })])
            expect(overLimit(inGoing(dose, { meat, strength }), rule)).toBe(false);
          // And a tenth more than the largest is over it.
          const more = largestDose({ meat, strength, rule }) + 0.1;
          expect(overLimit(inGoing(more, { meat, strength }), rule)).toBe(true);
        }
      )
    );
  });
});

describe('what is weighed out', () => {
  const sticks = BUILT_IN_RECIPES.find((r) => r.key === 'smoked-sticks');
  const fresh = BUILT_IN_RECIPES.find((r) => r.key === 'lake-sausage');
  if (!sticks || !fresh) throw new Error('recipes gone');
  it('for 10 kg of sticks: cure, the salt beside it, seasoning, water, casing', () => {
    const mix = mixOf(sticks, grams(10_000), { strength: 0.0625, rule: 'us' });
    const of = (kind: string) => mix.measures.find((m) => m.kind === kind)?.grams;
    expect(of('cure')).toBe(23.9);
    expect(of('salt')).toBeCloseTo(157.5, 9);
    expect(of('water')).toBe(300);
    expect(mix.salt).toBeCloseTo(18, 1);
    expect(mix.nitrite).toBeLessThan(CURE_LIMITS.us.mgPerKg);
    expect(mix.faults).toEqual([]);
    expect(mix.casing).toBe(casingMetres(mix.total, 21));
  });
  it('salt for 6.9 kg of fresh sausage', () => {
    const mix = mixOf(fresh, grams(6_900));
    expect(mix.measures.find((m) => m.kind === 'salt')?.grams).toBeCloseTo(117.3, 9);
    expect(mix.nitrite).toBe(0);
  });
  it('refuses a dose over the limit with its figures, one of unknown strength, and any in what is eaten fresh', () => {
    const over = mixOf(sticks, grams(10_000), { strength: 0.0625, rule: 'us', dose: 25 });
    expect(over.faults).toEqual([{ code: 'over', mgPerKg: 156.25, dose: 25 }]);
    expect(mixOf(sticks, grams(10_000)).faults).toEqual([{ code: 'strength' }]);
    expect(mixOf({ ...fresh, cured: true }, grams(1_000), { strength: 0.0625, rule: 'us' }).faults).toEqual([
      { code: 'fresh' }
    ]);
    expect(recipeFault({ cured: true, product: 'fresh' })).toContain('fresh');
    expect(recipeFault({ cured: true, product: 'smoked' })).toBeUndefined();
  });
  it('of a weak cure salt takes no more than the salt allows, and says that it protects little', () => {
    const mix = mixOf(sticks, grams(10_000), { strength: 0.005, rule: 'eu' });
    expect(mix.salt).toBeLessThanOrEqual(18.01);
    expect(mix.faults).toEqual([{ code: 'little', mgPerKg: expect.any(Number) as number }]);
    const much = mixOf(sticks, grams(10_000), { strength: 0.005, rule: 'eu', dose: 230 });
    expect(much.faults).toEqual([{ code: 'salty', perKg: expect.any(Number) as number }]);
  });
  it('a casing holds a little more than it is long', () => {
    // 10 kg at 1030 kg/m³ in 34 mm: 10.69 m, with 8 % 11.55 m.
    expect(casingMetres(10_000, 34)).toBe(12);
    expect(casingMetres(1, 60)).toBe(0.5);
    expect(() => casingMetres(1_000, 0)).toThrow(RangeError);
  });
  it('goes into as few batches as the mixer allows, alike and to the gram', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200_000 }),
        fc.integer({ min: 200, max: 30_000 }),
        fc.integer({ min: 100, max: 9_000 }),
        (total, mixer, hopper) => {
          const { each, fills } = batchesFor(grams(total), { mixer: grams(mixer), hopper: grams(hopper) });
          expect(each.reduce<number>((a, b) => a + b, 0)).toBe(total);
          expect(Math.max(...each)).toBeLessThanOrEqual(mixer);
          expect(Math.max(...each) - Math.min(...each)).toBeLessThanOrEqual(1);
          expect((each.length - 1) * mixer).toBeLessThan(total);
          expect(fills * hopper).toBeGreaterThanOrEqual(each[0] ?? 0);
        }
      )
    );
    expect(() => batchesFor(grams(1), { mixer: grams(-5), hopper: grams(1) })).toThrow(RangeError);
  });
});

describe('recipes', () => {
  it('that are built in read, cure nothing fresh, and say nothing that is not offered', () => {
    for (const recipe of BUILT_IN_RECIPES) {
      expect(recipeSchema.parse(recipe)).toEqual(recipe);
      expect(recipeFault(recipe)).toBeUndefined();
      expect(mixOf(recipe, grams(5_000), { strength: 0.0625, rule: 'eu' }).faults).toEqual([]);
    }
    expect(new Set(BUILT_IN_RECIPES.map((r) => r.product)).size).toBe(5);
    expect(NOT_OFFERED.length).toBe(2);
  });
  it('of a larder’s own take the place of those of their key; the newest version stands', () => {
    const [first] = BUILT_IN_RECIPES;
    if (!first) throw new Error();
    const own = { ...first, version: 3, name: 'Mine' };
    const merged = mergeRecipes([own, { ...own, version: 2, name: 'Older' }]);
    expect(merged.find((r) => r.key === first.key)?.name).toBe('Mine');
    expect(merged.length).toBe(BUILT_IN_RECIPES.length);
  });
  it.each([
    ['salt in per cent where grams are asked', { salt: 180 }],
    ['a casing without width', { casing: { kind: 'hog', mm: 0 } }],
    ['more fat than there is', { fat: { aim: 1.2, how: 'near' } }],
    ['a seasoning by the kilo', { seasonings: [{ name: 'pepper', perKg: 300 }] }]
  ])('refuse %s', (_, wrong) =>
    expect(recipeSchema.safeParse({ ...BUILT_IN_RECIPES[2], ...wrong }).success).toBe(false)
  );
});

describe('runs', () => {
  const trim = (code: string, more: Partial<TrimLot> = {}): TrimLot => ({
    id: `tub:grind:${code}`,
    animal: code,
    code,
    species: 'roe',
    tub: 'grind',
    have: grams(2_000),
    days: 2,
    ...more
  });
  it('join one owner’s deer, keep kinds apart, put what is held alone and last, and clean between', () => {
    const runs = runsOf([
      trim('4', { held: 'test' }),
      trim('1', { days: 1 }),
      trim('3', { species: 'boar' }),
      trim('2', { species: 'fallow', days: 5 }),
      trim('5', { held: 'test' }),
      trim('6', { owner: 'Mooshof' }),
      trim('7', { held: 'condemned' })
    ]);
    expect(runs.map((r) => r.lots.map((l) => l.code).join('+'))).toEqual(['2+1', '6', '3', '4', '5']);
    expect(runs.map((r) => r.clean)).toEqual([undefined, 'owner', 'kind', 'held', 'held']);
  });
  it('say what is little, and how fat trim usually is', () => {
    expect(runsOf([trim('1', { have: grams(300) })])[0]?.little).toBe(true);
    expect(usualFat(trim('1'))).toBeLessThan(usualFat(trim('2', { species: 'boar' })));
    expect(usualFat(trim('2', { species: 'boar', tub: 'fat' }))).toBe(0.8);
  });
  it('lose and double no gram', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 40 }), { maxLength: 12 }),
        fc.func(fc.constantFrom(undefined, 'test', 'gate')),
        fc.func(fc.constantFrom('roe', 'boar', 'hare')),
        (codes, held, species) => {
          const lots = codes.map((c) =>
            trim(String(c), { have: grams(c * 10), held: held(c), species: species(c) as 'roe' })
          );
          const runs = runsOf(lots);
          expect(runs.flatMap((r) => r.lots.map((l) => l.id)).sort()).toEqual(lots.map((l) => l.id).sort());
          const firstHeld = runs.findIndex((r) => r.held);
          if (firstHeld >= 0)
            expect(runs.slice(firstHeld).every((r) => r.held && r.lots.length === 1)).toBe(true);
        }
      )
    );
  });
});

describe('minutes of a batch', () => {
  it('are the table’s before there is one, and come to the larder’s own', () => {
    expect(grindMinutes(5, [])).toEqual({ minutes: 40, of: 0 });
    const own = (n: number) => Array.from({ length: n }, () => ({ kg: 5, minutes: 80 }));
    expect(grindMinutes(5, own(2)).minutes).toBeCloseTo(40 * Math.SQRT2, 6);
    expect(grindMinutes(5, own(40)).minutes).toBeGreaterThan(77);
    expect(grindMinutes(5, [{ kg: 0, minutes: 10 }])).toEqual({ minutes: 40, of: 0 });
    expect(() => grindMinutes(0, [])).toThrow(RangeError);
  });
  it('are moved by one wild batch by no more than a bounded share, and never to nothing', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 100_000, noNaN: true }), (minutes) => {
        const said = grindMinutes(5, [{ kg: 5, minutes }]).minutes;
        expect(said).toBeGreaterThan(40 / 1.6);
        expect(said).toBeLessThan(40 * 1.6);
      })
    );
  });
  it('are those between its acts, a break counting as a quarter of an hour', () => {
    const at = (m: number) => m * 60_000;
    expect(workedMinutes([])).toBe(0);
    expect(workedMinutes([at(5)])).toBe(0);
    expect(workedMinutes([at(0), at(4), at(10), at(200), at(203)])).toBe(28);
  });
});

describe('a machine between two batches', () => {
  const deer: Through = { species: ['roe', 'reddeer'], owners: ['Ilo'], held: false };
  it.each([
    ['the same again', deer, deer, undefined],
    ['another deer of the same house', deer, { ...deer, species: ['elk'] }, undefined],
    ['a boar after deer', deer, { ...deer, species: ['boar'] }, 'kind'],
    ['another house', deer, { ...deer, owners: ['Tarn'] }, 'owner'],
    ['what is joined with another house', deer, { ...deer, owners: ['Ilo', 'Tarn'] }, undefined],
    ['one house after two', { ...deer, owners: ['Ilo', 'Tarn'] }, deer, 'owner'],
    ['held meat', deer, { ...deer, held: true }, 'held'],
    ['anything after held meat', { ...deer, held: true }, deer, 'held']
  ] as const)('%s', (_, before, next, clean) => {
    expect(cleanBetween(before, next)).toBe(clean);
  });
  it('of bought fat and meat before anybody has read it', () => {
    expect(boughtFat('fat')).toBe(0.85);
    expect(boughtFat('meat')).toBe(0.1);
  });
});

describe('what is drawn from a source', () => {
  const source = fc.record({
    items: fc.array(fc.integer({ min: 1, max: 5_000 }), { minLength: 1, maxLength: 6 }),
    take: fc.integer({ min: 1, max: 30_000 }),
    tare: fc.option(fc.integer({ min: 0, max: 900 }), { nil: undefined }),
    weighed: fc.boolean()
  });
  it('is so much of it as there is, each thing at most whole, the loose first and the tare once', () => {
    fc.assert(
      fc.property(source, ({ items, take, tare, weighed }) => {
        const own = items.map((g, i) => ({ id: `i${i}`, grams: grams(g) }));
        const has = items.reduce((a, b) => a + b, 0);
        const drawn = draw({
          of: 'a',
          items: own,
          take: grams(take),
          ...(weighed
            ? {
                reading: {
                  grams: grams(take + (tare ?? 0)),
                  how: 'scale',
                  ...(tare ? { tare: grams(tare) } : {})
                }
              }
            : {})
        });
        const net = drawn.map((d) => {
          const whole = own.find((o) => o.id === d.item)?.grams ?? 0;
          const part = d.reading ? d.reading.grams - (d.reading.tare ?? 0) : whole;
          expect(part).toBeLessThanOrEqual(whole);
          expect(part).toBeGreaterThan(0);
          return part;
        });
        expect(net.reduce((a, b) => a + b, 0)).toBe(Math.min(take, has));
        expect(drawn.map((d) => d.item)).toEqual(own.slice(0, drawn.length).map((o) => o.id));
        expect(drawn.filter((d) => d.reading?.tare !== undefined).length).toBeLessThanOrEqual(1);
      })
    );
  });
  it('comes out of lots in their order, and what none has is short', () => {
    const lot = fc.integer({ min: 0, max: 400 }).map((left) => ({ left: grams(left) }));
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 900, noNaN: true }),
        fc.array(lot, { maxLength: 5 }),
        (need, some) => {
          const lots = some.map((l, i) => ({ ...l, id: `l${i}` }));
          const { parts, short } = fromLots(need, lots);
          const sum = parts.reduce((n, p) => n + p.take, 0);
          expect(sum + short).toBe(need > 0 ? Math.max(1, Math.round(need)) : 0);
          for (const p of parts)
            expect(p.take).toBeLessThanOrEqual(lots.find((l) => l.id === p.id)?.left ?? 0);
          // A later lot is opened only once the earlier is empty.
          for (const [i, p] of parts.slice(0, -1).entries())
            expect(p.take, String(i)).toBe(lots.find((l) => l.id === p.id)?.left);
        }
      )
    );
  });
  it('is booked with what was read, cured only where it may be, and water only where there is some', () => {
    const recipe = BUILT_IN_RECIPES.find((r) => r.product === 'fresh');
    if (!recipe) throw new Error('no fresh sausage');
    const batch = batchOf({
      pool: 'p',
      recipe,
      sources: [{ of: 'a', items: [{ id: 'a', grams: grams(900) }], take: grams(900) }],
      cure: { item: 'c', grams: 2, rule: 'us' },
      water: grams(0),
      residue: 'm',
      machine: 'mincer',
      stops: [],
      knowing: false,
      minutes: 40,
      cleaned: true
    });
    expect(batch).toMatchObject({ what: 'sausage', minutes: 40, cleaned: true });
    expect(batch.inputs).toEqual([
      { item: 'a', of: 'a' },
      { item: 'm', of: 'm' }
    ]);
    for (const key of ['cure', 'water', 'stops', 'reading', 'knowing', 'consent'])
      expect(batch).not.toHaveProperty(key);
  });
});
