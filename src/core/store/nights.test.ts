import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DAY, HOUR } from '$core/units';
import { KEEPS, loadPlan, pullPlan, type LoadPack, type PullPack } from '.';

const packs = (max: number) =>
  fc
    .array(
      fc.record({
        grams: fc.integer({ min: 5, max: 90 }).map((x) => x * 20),
        keeps: fc.constantFrom(...KEEPS)
      }),
      {
        maxLength: max
      }
    )
    .map((all): LoadPack[] => all.map((p, i) => ({ id: `p${i}`, ...p })));

describe('what goes into the freezer tonight', () => {
  const chest = { key: 'chest', tonight: 3_000, perDay: 3_000, room: 40_000 };
  it('is of one freezer what weighs most among all that fits, by trying every choice', () => {
    fc.assert(
      fc.property(packs(9), (all) => {
        const plan = loadPlan(all, [chest]);
        const urgent: Record<string, number> = { offal: 1, leanMince: 0.8, fatMince: 0.8, sausage: 0.6 };
        const worth = (own: readonly LoadPack[]) =>
          own.reduce(
            (s, p) =>
              s +
              p.grams *
                (1 +
                  (urgent[p.keeps] ??
                    (p.keeps === 'bird' || p.keeps === 'waterfowl'
                      ? 0.4
                      : ['dice', 'boar', 'cooked'].includes(p.keeps)
                        ? 0.3
                        : 0))),
            0
          );
        let best = 0;
        for (let mask = 0; mask < 1 << all.length; mask += 1) {
          const own = all.filter((_, i) => mask & (1 << i));
          if (own.reduce((s, p) => s + p.grams, 0) <= chest.tonight) best = Math.max(best, worth(own));
        }
        const tonight = plan.nights.find((n) => n.night === 0)?.puts.flatMap((p) => p.packs) ?? [];
        expect(worth(all.filter((p) => tonight.includes(p.id)))).toBeCloseTo(best, 6);
      }),
      { numRuns: 150 }
    );
  });
  it('is never more than a freezer freezes or holds, and each pack has one night or none', () => {
    fc.assert(
      fc.property(
        packs(80),
        fc.array(
          fc.record({
            tonight: fc.integer({ min: 0, max: 12_000 }),
            perDay: fc.integer({ min: 500, max: 12_000 }),
            room: fc.integer({ min: 0, max: 60_000 })
          }),
          { maxLength: 3 }
        ),
        (all, some) => {
          const freezers = some.map((f, i) => ({ key: `f${i}`, ...f }));
          const { nights, without } = loadPlan(all, freezers);
          const named = [...nights.flatMap((n) => n.puts.flatMap((p) => p.packs)), ...without];
          expect([...named].sort()).toEqual(all.map((p) => p.id).sort());
          for (const f of freezers) {
            const own = nights.flatMap((n) =>
              n.puts.filter((p) => p.freezer === f.key).map((p) => [n.night, p] as const)
            );
            for (const [night, put] of own) {
              expect(put.grams).toBeLessThanOrEqual(night === 0 ? f.tonight : f.perDay);
              expect(put.grams).toBe(
                all.filter((p) => put.packs.includes(p.id)).reduce((s, p) => s + p.grams, 0)
              );
            }
            expect(own.reduce((s, [, put]) => s + put.grams, 0)).toBeLessThanOrEqual(f.room);
          }
        }
      )
    );
  });
});

describe('what to thaw this week', () => {
  const T = Date.UTC(2026, 10, 28, 18);
  const meals = Array.from({ length: 7 }, (_, i) => T + i * DAY);
  const pack = (id: string, grams: number, key: PullPack['class'], age: number, thaws = 20): PullPack => ({
    id,
    grams,
    class: key,
    eatBy: T + (400 - age) * DAY,
    thaws
  });
  /** The same for all who eat on so many days. */
  const wanted = (grams: number, days = meals.length) => meals.slice(0, days).map((at) => ({ at, grams }));
  it('is the oldest first, another kind each day, and out in time', () => {
    const plan = pullPlan(
      [
        pack('new', 700, 'P', 1),
        pack('old', 720, 'P', 90),
        pack('mince', 700, 'G', 60),
        pack('stew', 680, 'S', 30)
      ],
      wanted(720, 3)
    );
    expect(plan.map((m) => m.packs)).toEqual([['old'], ['mince'], ['stew']]);
    expect(plan[0]?.out).toBe(T - 24 * HOUR);
  });
  it('takes more for a full table than for two', () => {
    const small = Array.from({ length: 12 }, (_, i) => pack(`m${i}`, 360, 'G', 90 - i));
    const [few, many] = pullPlan(small, [
      { at: T, grams: 360 },
      { at: T + DAY, grams: 1_440 }
    ]);
    expect(few?.packs).toHaveLength(1);
    expect(many?.packs).toHaveLength(4);
  });
  it('joins small packs of one kind, and parts a large one over the days after', () => {
    const plan = pullPlan(
      [pack('a', 350, 'G', 90), pack('b', 380, 'G', 80), pack('ham', 2_200, 'P', 70)],
      wanted(720, 5)
    );
    expect(plan[0]?.packs).toEqual(['a', 'b']);
    expect(plan.slice(1).map((m) => [m.packs[0], m.rest])).toEqual([
      ['ham', undefined],
      ['ham', true],
      ['ham', true]
    ]);
    expect(plan.slice(1).reduce((s, m) => s + m.grams, 0)).toBeLessThanOrEqual(2_200);
  });
  it('never takes a pack twice but as its rest, nor more than there is', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            grams: fc.integer({ min: 100, max: 4_000 }),
            class: fc.constantFrom<PullPack['class']>('P', 'S', 'G'),
            age: fc.nat(300)
          }),
          { maxLength: 20 }
        ),
        fc.integer({ min: 150, max: 2_000 }),
        (some, meal) => {
          const all = some.map((p, i) => pack(`p${i}`, p.grams, p.class, p.age));
          const plan = pullPlan(all, wanted(meal));
          const fresh = plan.filter((m) => !m.rest).flatMap((m) => m.packs);
          expect(new Set(fresh).size).toBe(fresh.length);
          for (const id of new Set(plan.flatMap((m) => m.packs))) {
            const eaten = plan
              .filter((m) => m.packs.length === 1 && m.packs[0] === id)
              .reduce((s, m) => s + m.grams, 0);
            expect(eaten).toBeLessThanOrEqual((all.find((p) => p.id === id)?.grams ?? 0) + 2);
          }
          if (all.length === 0) expect(plan).toEqual([]);
        }
      )
    );
    expect(() => pullPlan([], wanted(0))).toThrow(RangeError);
  });
});
