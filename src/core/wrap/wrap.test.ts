import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { grams } from '$core/units';
import {
  bagFor,
  bodyOf,
  cutRolls,
  isRound,
  packsOf,
  readCode,
  shortCode,
  spaced,
  thicknessOf,
  type Roll,
  type WantedBag
} from '.';

const id = fc.uuid({ version: 7 });
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

describe('a short code', () => {
  it('leads back to the end of the id it was made of, however it is typed', () => {
    fc.assert(
      fc.property(id, (uuid) => {
        const code = shortCode(uuid);
        expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{9}$/);
        const tail = uuid.replaceAll('-', '').slice(-10);
        for (const typed of [
          code,
          spaced(code).toLowerCase(),
          ` ${code.replaceAll('0', 'o').replaceAll('1', 'l')} `,
          `https://larder.example/p/${code}`,
          `http://127.0.0.1:4620/p/${code}/`
        ])
          expect(readCode(typed)).toEqual({ ok: true, tail, code });
      })
    );
  });
  it('tells one wrong sign and two that have changed places', () => {
    fc.assert(
      fc.property(id, fc.nat(7), fc.nat(31), (uuid, at, sign) => {
        const code = shortCode(uuid);
        const was = SIGNS.indexOf(code[at] ?? '');
        // The first and the last sign are alike to the check: the one pair that it does not tell.
        if (was % 31 !== sign % 31)
          expect(readCode(code.slice(0, at) + (SIGNS[sign] ?? '') + code.slice(at + 1)).ok).toBe(false);
        const next = SIGNS.indexOf(code[at + 1] ?? '');
        if (at < 7 && was % 31 !== next % 31) {
          const turned =
            code.slice(0, at) + code.slice(at + 1, at + 2) + code.slice(at, at + 1) + code.slice(at + 2);
          expect(readCode(turned).ok).toBe(false);
        }
      })
    );
  });
  it.each(['', 'hello', '26-031', '9Z21ZKSD', 'U'.repeat(9), '!!!!!!!!!'])('is not %s', (text) =>
    expect(readCode(text)).toEqual({ ok: false, fault: 'shape' })
  );
});

describe('a bag', () => {
  it('is as long as the piece, its thickness, the sealer and two seals', () => {
    expect(bagFor({ length: 180, width: 110, thickness: 60 }, 45)).toEqual({ length: 305, width: 190 });
  });
  it('of a heavier piece is no smaller; a block of its size weighs what it weighs', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 50, max: 6_000 }),
        fc.constantFrom('strap', 'roast', 'steak', 'flat', 'dice', 'sausage', 'bird'),
        (weight, shape) => {
          const body = bodyOf(weight, shape as 'roast');
          const volume = (body.length * body.width * body.thickness) / 1000;
          expect((volume * 1.06) / weight).toBeGreaterThan(0.85);
          expect((volume * 1.06) / weight).toBeLessThan(1.15);
          const more = bagFor(bodyOf(weight * 1.3, shape as 'roast'), 95);
          const less = bagFor(body, 95);
          expect(more.length).toBeGreaterThanOrEqual(less.length);
          expect(more.width).toBeGreaterThanOrEqual(less.width);
        }
      )
    );
  });
});

describe('bags cut from rolls', () => {
  const roll = (name: string, left: number, more: Partial<Roll> = {}): Roll => ({
    id: name,
    width: 280,
    left,
    begun: false,
    ...more
  });
  const bag = (name: string, length: number, width = 200): WantedBag => ({ id: name, length, width });

  it('use up what is begun, and open no roll that is not needed', () => {
    const plan = cutRolls(
      [bag('a', 400), bag('b', 600), bag('c', 500)],
      [roll('new', 6_000), roll('rest', 1_000, { begun: true }), roll('rest 2', 520, { begun: true })]
    );
    expect(plan).toMatchObject({ without: [], opened: 0, proven: true, over: 0, spent: 1_500 });
    expect(plan.cuts.find((c) => c.roll === 'rest')?.left).toBe(0);
    expect(plan.wasted).toBe(20);
  });
  it('take the narrowest roll that serves, and name what no roll is wide enough for', () => {
    const plan = cutRolls(
      [bag('small', 300, 140), bag('wide', 300, 270), bag('huge', 300, 400)],
      [roll('narrow', 2_000, { width: 150 }), roll('broad', 2_000)]
    );
    expect(plan.cuts.map((c) => [c.roll, c.bags])).toEqual([
      ['narrow', ['small']],
      ['broad', ['wide']]
    ]);
    expect(plan.without).toEqual(['huge']);
  });
  it('find what best fit alone misses', () => {
    // 6 + 2 + 2 and 5 + 5 fill two rolls of ten; each bag into the tightest gap needs a third.
    const lengths = [600, 500, 500, 200, 200];
    const plan = cutRolls(
      lengths.map((l, i) => bag(`b${i}`, l)),
      [roll('1', 1_000), roll('2', 1_000), roll('3', 1_000)]
    );
    expect(plan).toMatchObject({ opened: 2, wasted: 0, proven: true });
  });
  const few = fc.array(fc.integer({ min: 200, max: 900 }), { minLength: 1, maxLength: 7 });
  it('are as few rolls as every way of parting them', () => {
    fc.assert(
      fc.property(few, (lengths) => {
        const bags = lengths.map((l, i) => bag(`b${i}`, l));
        const plan = cutRolls(
          bags,
          lengths.map((_, i) => roll(`r${i}`, 1_000))
        );
        const fewest = (i: number, left: number[]): number => {
          if (i === lengths.length) return left.length;
          const own = lengths[i] ?? 0;
          return Math.min(
            fewest(i + 1, [...left, 1_000 - own]),
            ...left.flatMap((l, j) =>
              l >= own
                ? [
                    fewest(
                      i + 1,
                      left.map((x, k) => (k === j ? x - own : x))
                    )
                  ]
                : []
            )
          );
        };
        expect(plan).toMatchObject({ without: [], opened: fewest(0, []), proven: true });
      }),
      { numRuns: 200 }
    );
  });
  it('never lie over each other, and are never fewer rolls than their length asks', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 150, max: 900 }), { minLength: 1, maxLength: 60 }),
        fc.array(fc.integer({ min: 100, max: 5_000 }), { maxLength: 3 }),
        (lengths, begun) => {
          const bags = lengths.map((l, i) => bag(`b${i}`, l));
          const rolls = [
            ...begun.map((left, i) => roll(`begun ${i}`, left, { begun: true })),
            ...Array.from({ length: 12 }, (_, i) => roll(`new ${i}`, 6_000))
          ];
          const plan = cutRolls(bags, rolls);
          const named = [...plan.cuts.flatMap((c) => c.bags), ...plan.without].sort();
          expect(named).toEqual(bags.map((b) => b.id).sort());
          for (const { roll: r, bags: own, left } of plan.cuts) {
            const has = rolls.find((x) => x.id === r)?.left ?? 0;
            const spent = own.reduce((s, b) => s + (bags.find((x) => x.id === b)?.length ?? 0), 0);
            expect(left).toBe(has - spent);
            expect(left).toBeGreaterThanOrEqual(0);
          }
          const missing = lengths.reduce((a, b) => a + b, 0) - begun.reduce((a, b) => a + b, 0);
          expect(plan.opened).toBeGreaterThanOrEqual(Math.ceil(Math.max(0, missing) / 6_000));
          expect(plan.opened - plan.over).toBeGreaterThanOrEqual(Math.ceil(Math.max(0, missing) / 6_000));
        }
      ),
      { numRuns: 120 }
    );
  });
});

describe('packs of a meal each', () => {
  it('add up to the gram and are alike', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30_000 }),
        fc.integer({ min: 50, max: 3_000 }),
        (weight, meal) => {
          const packs = packsOf(grams(weight), grams(meal));
          expect(packs.reduce<number>((a, b) => a + b, 0)).toBe(weight);
          expect(Math.max(...packs) - Math.min(...packs)).toBeLessThanOrEqual(1);
        }
      )
    );
    expect(packsOf(grams(300), grams(720))).toEqual([300]);
    expect(packsOf(grams(0), grams(720))).toEqual([]);
  });
});

describe('a pack as cold and warmth find it', () => {
  it('is a lump only where it is a large whole muscle, and thicker the heavier it is', () => {
    expect(isRound({ grams: 1_200, class: 'P' })).toBe(true);
    expect(isRound({ grams: 700, class: 'P' })).toBe(false);
    expect(isRound({ grams: 2_000, class: 'G', batch: 'mince' })).toBe(false);
    expect(isRound({ grams: 2_000, class: 'J' })).toBe(false);
    for (const [more, batch] of [
      ['G', 'mince'],
      ['P', undefined]
    ] as const)
      for (let g = 100; g < 3_000; g += 100)
        expect(thicknessOf({ grams: g + 100, class: more, batch })).toBeGreaterThanOrEqual(
          thicknessOf({ grams: g, class: more, batch })
        );
    // Mince lies flat: of one weight it is the thinnest.
    expect(thicknessOf({ grams: 700, class: 'G', batch: 'mince' })).toBeLessThan(
      thicknessOf({ grams: 700, class: 'P' })
    );
  });
});
