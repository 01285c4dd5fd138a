import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { savedPlanSchema, type SavedPlan } from '$core/plan';
import { wishOf } from '$core/plan/testkit';
import { temporaryHouse } from '../testkit';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
beforeEach(async () => {
  house = await temporaryHouse();
});
afterEach(() => house.end());

const saved = (id: string, at: number, ...animals: string[]): SavedPlan =>
  savedPlanSchema.parse({
    id,
    name: id,
    animals,
    wishes: [wishOf('slowCook')],
    pins: {},
    plan: { of: [], served: [] },
    proven: true,
    shortGap: 0,
    lesserGap: 0,
    at
  });

describe('wishes and cut plans', () => {
  it('a wish is kept under its id, changed by it, and taken out; the newest first', async () => {
    const { cutPlans } = house;
    expect(await cutPlans.keepWish({ ...wishOf('slowCook'), id: 'a', at: 1 })).toBe(true);
    expect(await cutPlans.keepWish({ ...wishOf('jerky'), id: 'b', at: 2 })).toBe(true);
    expect(await cutPlans.keepWish({ ...wishOf('slowCook'), id: 'a', name: 'Vik', at: 3 })).toBe(true);
    expect((await cutPlans.wishes()).map((w) => [w.id, w.name])).toEqual([
      ['a', 'Vik'],
      ['b', 'jerky']
    ]);
    await cutPlans.dropWish('a');
    expect((await cutPlans.wishes()).map((w) => w.id)).toEqual(['b']);
  });

  it('the newest plan of an animal is in force; taken away, the one before is again', async () => {
    const { cutPlans } = house;
    await cutPlans.keep(saved('one', 1, 'x', 'y'));
    await cutPlans.keep(saved('two', 2, 'y'));
    expect((await cutPlans.of('x'))?.id).toBe('one');
    expect((await cutPlans.of('y'))?.id).toBe('two');
    expect(await cutPlans.of('z')).toBeUndefined();
    await cutPlans.drop('two');
    expect((await cutPlans.of('y'))?.id).toBe('one');
    // The same id again is the same plan.
    await cutPlans.keep(saved('one', 5, 'x'));
    expect(await cutPlans.of('y')).toBeUndefined();
    expect((await cutPlans.newest()).map((p) => [p.id, p.at])).toEqual([['one', 5]]);
    expect((await cutPlans.find('one'))?.animals).toEqual(['x']);
  });

  it('more wishes than may be are refused, known ones not', async () => {
    const { cutPlans } = house;
    for (let n = 0; n < 200; n += 1)
      expect(await cutPlans.keepWish({ ...wishOf('slowCook'), id: `w${n}` })).toBe(true);
    expect(await cutPlans.keepWish({ ...wishOf('slowCook'), id: 'more' })).toBe(false);
    expect(await cutPlans.keepWish({ ...wishOf('jerky'), id: 'w7' })).toBe(true);
  });
});
