import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { slicedSchema, type KeptSlicing } from '$core/slice';
import { temporaryHouse } from '../testkit';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
beforeEach(async () => {
  house = await temporaryHouse();
});
afterEach(() => house.end());
const one = (id: string, at: number, animal = 'a'): KeptSlicing =>
  slicedSchema.parse({
    id,
    animal,
    muscle: `${animal}|strap|left`,
    asked: { cut: 'strap', grams: 1_400, measures: [], way: 'steaks', by: 'count', value: 8 },
    weighed: [170, 180],
    hand: 'bench',
    at
  });

describe('slicings', () => {
  it('are kept by animal, changed under their id, and taken away; the newest first', async () => {
    const { slicings } = house;
    await slicings.keep(one('x', 1));
    await slicings.keep(one('y', 2));
    await slicings.keep(one('z', 3, 'b'));
    await slicings.keep({ ...one('x', 4), weighed: [150] });
    expect((await slicings.newest('a')).map((s) => [s.id, s.weighed])).toEqual([
      ['x', [150]],
      ['y', [170, 180]]
    ]);
    expect((await slicings.newest()).map((s) => s.id)).toEqual(['x', 'z', 'y']);
    expect(await slicings.newest(undefined, 1)).toHaveLength(1);
    await slicings.drop('x');
    expect((await slicings.newest('a')).map((s) => s.id)).toEqual(['y']);
  });
});
