import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BOARD_CUTS,
  CUTS,
  WHOLE_CUTS,
  cookingMinutes,
  cutOf,
  kitchenCard,
  kitchenKeys,
  type GroupKey
} from '.';

const ALL = [...Object.keys(CUTS), ...Object.keys(WHOLE_CUTS), ...Object.keys(BOARD_CUTS)];
const GROUPS: GroupKey[] = ['deer', 'boar', 'rabbit', 'gamebird', 'pigeonlike', 'waterfowl'];
/** Nobody cooks these by themselves. */
const NOT_EATEN = new Set(['backFat', 'leafFat', 'caul', 'head', 'trotters']);

describe('kitchen cards', () => {
  it.each(GROUPS)('of %s: there is one for every cut that somebody eats', (group) => {
    const without = ALL.filter(
      (key) => cutOf(key)?.groups.includes(group) && !NOT_EATEN.has(key) && !kitchenCard(key, group)
    );
    expect(without).toEqual([]);
  });

  it('every card says a way, what is done with silver, and how hot the middle has to be', () => {
    for (const group of GROUPS)
      for (const key of kitchenKeys(ALL, group)) {
        const card = kitchenCard(key, group)!;
        expect(card.ways.length, key).toBeGreaterThan(0);
        for (const way of card.ways) {
          expect(
            [way.how, way.cut, way.silver, way.liquid].every((text) => text.length > 3),
            key
          ).toBe(true);
          expect(way.core.asked, `${key} ${way.key}`).toBeGreaterThanOrEqual(63);
          // A bare 71 would be read as °F where that is chosen: every figure says what it is of.
          const bare = (way.core.others ?? '').replace(/\d+(?:–\d+)? °C/g, '');
          expect(/\d/.test(bare), bare).toBe(false);
        }
      }
  });

  it('nothing of a boar, a hare or a bird is asked less than its own table; minced and beaten meat is cooked through', () => {
    const least = (group: GroupKey) =>
      Math.min(
        ...kitchenKeys(ALL, group).flatMap((key) =>
          kitchenCard(key, group)!.ways.map(({ core }) => core.asked)
        )
      );
    expect(least('boar')).toBe(71);
    expect(least('rabbit')).toBe(74);
    for (const bird of ['gamebird', 'pigeonlike', 'waterfowl'] as const) expect(least(bird)).toBe(74);
    for (const key of kitchenKeys(ALL, 'deer'))
      for (const way of kitchenCard(key, 'deer')!.ways.filter((w) =>
        ['grind', 'cubed', 'jerky'].includes(w.key)
      ))
        expect(way.core.asked, key).toBe(71);
  });

  it('a boar is not dried; a shank is braised with its silver on; a strap is a steak with it off', () => {
    expect(kitchenCard('bottomRound', 'boar')!.ways.map((w) => w.key)).not.toContain('jerky');
    expect(kitchenCard('bottomRound', 'deer')!.ways[0]!.key).toBe('jerky');
    const [shank] = kitchenCard('hindShank', 'deer')!.ways;
    expect([shank!.key, shank!.silver]).toEqual(['braise', 'stays on: it becomes gelatine']);
    const [strap] = kitchenCard('strap', 'deer')!.ways;
    expect([strap!.key, strap!.silver.slice(0, 3)]).toEqual(['steak', 'off']);
  });

  it('a joint of several muscles is cooked as its toughest bears', () => {
    // The flat iron would make steaks; beside it lie two that are slow.
    expect(kitchenCard('bladeJoint', 'deer')!.ways[0]!.key).toBe('braise');
    expect(kitchenCard('sirloinTip', 'deer')!.ways[0]!.key).toBe('roast');
  });

  it('an unknown cut, or one that this animal has not, has no card', () => {
    for (const key of ['constructor', 'toString', '', 'nothing'])
      expect(kitchenCard(key, 'deer')).toBeUndefined();
    expect(kitchenCard('breast', 'deer')).toBeUndefined();
    expect(kitchenCard('gizzard', 'deer')).toBeUndefined();
  });

  it('a roast takes longer the heavier it is, and nothing is reckoned without its weight', () => {
    const { span } = kitchenCard('topRound', 'deer')!.ways.find((w) => w.key === 'roast')!;
    expect(cookingMinutes(span)).toBeUndefined();
    expect(cookingMinutes(span, 1_000)).toEqual([40, 80]);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 8_000 }), fc.integer({ min: 1, max: 8_000 }), (a, b) => {
        const [small, large] = [Math.min(a, b), Math.max(a, b)].map((g) => cookingMinutes(span, g)!);
        expect(small![0]).toBeLessThanOrEqual(large![0]);
        expect(small![0]).toBeLessThanOrEqual(small![1]);
      })
    );
    // What is not roasted takes its hours whatever it weighs.
    const braise = kitchenCard('neckRoast', 'deer')!.ways.find((w) => w.key === 'braise')!;
    expect(cookingMinutes(braise.span, 700)).toEqual([150, 240]);
  });
});
