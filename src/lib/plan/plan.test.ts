import { describe, expect, it } from 'vitest';
import { READY_MADE, type Wish } from '$core/plan';
import { expectedMuscles, wishOf } from '$core/plan/testkit';
import { grams } from '$core/units';
import { Planning, wishFrom, type PlanData } from './planning.svelte';
import { readWish, typedOf } from './typed-wish';

const household = { people: 4, portion: grams(180), mealsAWeek: 4 };
const data = (wishes: Wish[] = []): PlanData => ({
  muscles: expectedMuscles('a', 'roe', 14_000).map((m) => ({ ...m, name: m.cut })),
  animals: [{ id: 'a', code: '26-001', name: 'Roe buck', held: false }],
  wishes,
  household
});

describe('a wish as it is typed', () => {
  const rest = (wish: Wish) => ({ id: wish.id, kitchen: wish.kitchen, rest: wish.rest, at: wish.at });

  it('comes back as it was, in kilograms; in pounds to a gram of a hundredth', () => {
    for (const key of READY_MADE) {
      const wish: Wish = {
        ...wishFrom(key, household, 5),
        cuts: [
          {
            cut: 'neckRoast',
            first: 'braise',
            second: 'stew',
            boneIn: true,
            size: { by: 'weight', low: grams(700), high: grams(1_500) },
            halved: true,
            trim: 2,
            silver: 'on'
          }
        ]
      };
      const read = readWish(typedOf(wish, 'kg'), rest(wish), 'kg');
      expect(read).toEqual({ ok: true, wish });
      const pounds = readWish(typedOf(wish, 'lb'), rest(wish), 'lb');
      expect(pounds.ok && pounds.wish.portion).toBeCloseTo(180, -1);
    }
  });

  it('says what is wrong at its field, and loses nothing that was typed', () => {
    const wish = wishFrom('steaksAndRoasts', household, 5);
    const typed = typedOf(wish, 'kg');
    const [first, second] = typed.rows;
    Object.assign(typed, { name: ' ', people: 'four', weeks: '0' });
    Object.assign(first!, { by: 'portions', amount: '0', each: 'much', size: '25' });
    Object.assign(second!, { by: 'share', amount: '140', size: '2–1' });
    const read = readWish(typed, rest(wish), 'kg');
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(Object.keys(read.faults).sort()).toEqual([
      'name',
      'people',
      'rows.0.amount',
      'rows.0.each',
      'rows.0.size',
      'rows.1.amount',
      'rows.1.size',
      'weeks'
    ]);
    expect(read.faults.people).toBe('a figure');
    expect(read.faults['rows.1.size']).toBe('the lighter first');
  });
});

describe('what is being planned', () => {
  it('serves ready-made and kept wishes, one at least', () => {
    const own = { ...wishOf('mostlyMince'), id: 'own', name: 'Senja' };
    const planning = new Planning(
      () => data([own]),
      () => 7
    );
    planning.only('ready-slowCook');
    expect(planning.wishes.map((w) => w.name)).toEqual(['Slow-cook house']);
    planning.toggle('own');
    planning.toggle('ready-slowCook');
    expect(planning.wishes.map((w) => w.name)).toEqual(['Senja']);
    planning.toggle('own');
    expect(planning.chosen).toEqual(['own']);
    // What is no wish any more is served no more.
    planning.only('gone');
    expect(planning.wishes).toEqual([]);
  });

  it('pins are set and taken out; a copy has an id of its own', () => {
    const own = { ...wishOf('mostlyMince'), id: 'own', name: 'Senja' };
    const planning = new Planning(
      () => data([own]),
      () => 7
    );
    planning.pin('m', ['roast']);
    planning.pin('n', ['steak', 'stew']);
    planning.pin('m', []);
    expect(planning.pins).toEqual({ n: ['steak', 'stew'] });
    planning.write(own);
    expect(planning.draft).toMatchObject({ name: 'Senja, again', at: 7 });
    expect(planning.draft?.id).not.toBe('own');
    planning.change(own);
    expect(planning.draft?.id).toBe('own');
  });
});
