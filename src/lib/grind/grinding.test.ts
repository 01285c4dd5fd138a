import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stubStorage } from '$lib/teststorage';
import { BUILT_IN_RECIPES, blend, type Through } from '$core/grind';
import { intentSchema } from '$core/book';
import { DAY, HOUR, grams } from '$core/units';
import { Grinding, type GrindData, type ShelfLot, type Trim } from './grinding.svelte';

const NOW = Date.UTC(2026, 10, 28, 9);
let store: Map<string, string>;
beforeEach(() => {
  store = stubStorage();
  vi.useFakeTimers({ now: NOW, toFake: ['Date'] });
});

const id = (n: number) => `0193726e-4c00-7000-8000-${String(n).padStart(12, '0')}`;
const trim = (n: number, have: number, more: Partial<Trim> = {}): Trim => ({
  id: `tub:grind:${id(n)}`,
  animal: id(n),
  code: `26-00${n}`,
  species: 'roe',
  tub: 'grind',
  have: grams(have),
  days: 3,
  owner: 'Alderbank',
  items: [{ id: `tub:grind:${id(n)}`, grams: grams(have) }],
  ...more
});
const lot = (
  n: number,
  what: string,
  name: string,
  left: number,
  more: Partial<ShelfLot> = {}
): ShelfLot => ({
  id: id(n),
  what,
  name,
  left: grams(left),
  boughtAt: NOW - n * DAY,
  allergens: [],
  ...more
});
const data = (more: Partial<GrindData> = {}): GrindData => ({
  trim: [trim(1, 4_000)],
  shelf: [
    lot(50, 'salt', 'salt', 60),
    lot(49, 'salt', 'salt', 900),
    lot(48, 'fat', 'pork back fat', 3_000, { fat: 0.88 })
  ],
  residues: [],
  through: [],
  alone: [],
  recipes: [...BUILT_IN_RECIPES],
  machines: { mixer: grams(8_000), hopper: grams(2_000) },
  sells: false,
  cureRule: 'us',
  units: 'kg',
  now: NOW,
  ...more
});
/** A batch in the making, with the answer that the worker gives. */
function made(more: Partial<GrindData> = {}, recipe = 'lake-sausage'): Grinding {
  const all = data(more);
  const grinding = new Grinding(() => all);
  grinding.choice.recipe = recipe;
  answer(grinding);
  return grinding;
}
function answer(grinding: Grinding): void {
  grinding.parts = grinding.ask ? (blend(grinding.ask)?.parts ?? []) : [];
}
/** Everything weighed as it was reckoned, or ticked. */
function weighAll(grinding: Grinding): void {
  for (let row = grinding.next; row; row = grinding.next)
    if (row.kind === 'meat') grinding.weigh(row.key, { grams: row.reckoned, how: 'scale' });
    else grinding.tick(row.key);
}
const through = (more: Partial<Through & { at: number; minutes: number; grams: number }> = {}) => ({
  id: id(90),
  name: 'Mince',
  at: NOW - HOUR,
  grams: grams(5_000),
  species: ['roe' as const],
  owners: ['Alderbank'],
  held: false,
  ...(more as object)
});

describe('a batch in the making', () => {
  it('takes the first run with the fat that is there, and asks for each thing in its turn', () => {
    const grinding = made();
    expect(grinding.choice.chosen).toEqual([trim(1, 1).id, id(48)]);
    expect(grinding.missing).toBe('scale');
    expect(grinding.next).toMatchObject({ kind: 'meat', key: trim(1, 1).id });
    weighAll(grinding);
    expect(grinding.missing).toBeUndefined();
    expect(grinding.fat).toBeCloseTo(grinding.recipe?.fat.aim ?? 0, 2);
  });

  it('books what the book takes, salt out of the old lot first and then out of the new', () => {
    const grinding = made();
    weighAll(grinding);
    const intent = grinding.plan(id(70), undefined);
    expect(intentSchema.safeParse(intent).error?.issues ?? []).toEqual([]);
    const salt = grinding.rows.find((r) => r.kind === 'measure' && r.measure.kind === 'salt');
    const need = Math.round(salt?.kind === 'measure' ? salt.measure.grams : 0);
    expect(need).toBeGreaterThan(60);
    const of = (lotId: string) => intent?.inputs.find((i) => i.item === lotId);
    expect(of(id(50))).not.toHaveProperty('reading');
    expect(of(id(49))?.reading?.grams).toBe(need - 60);
  });

  it('says how much of the salt is on no shelf, and books what there is', () => {
    const grinding = made({ shelf: [lot(50, 'salt', 'salt', 60), lot(48, 'fat', 'pork back fat', 3_000)] });
    const salt = grinding.rows.find((r) => r.kind === 'measure' && r.measure.kind === 'salt');
    if (salt?.kind !== 'measure') throw new Error('no salt');
    expect(salt.short).toBe(Math.round(salt.measure.grams) - 60);
    weighAll(grinding);
    expect(grinding.plan(id(70), undefined)?.inputs.find((i) => i.item === id(50))).toBeDefined();
  });

  it('joins two owners with their word alone, and none whose household keeps to itself', () => {
    const two = [trim(1, 4_000), trim(2, 2_000, { owner: 'Skarvik' })];
    const joined = (alone: string[]) => {
      const grinding = made({ trim: two, alone });
      grinding.toggle(two[1]?.id ?? '');
      answer(grinding);
      weighAll(grinding);
      return grinding;
    };
    const agreed = joined([]);
    expect(agreed.owners).toEqual(['Alderbank', 'Skarvik']);
    expect(agreed.missing).toBe('consent');
    agreed.choice.consent = 'both, at the table';
    expect(agreed.missing).toBeUndefined();
    expect(agreed.plan(id(70), undefined)?.consent).toBe('both, at the table');
    const refused = joined(['Skarvik']);
    refused.choice.consent = 'both, at the table';
    expect(refused.refuses).toEqual(['Skarvik']);
    expect(refused.missing).toBe('alone');
  });

  it('wants a clean machine after held meat, advises one after another kind, and says so in the book', () => {
    expect(made({ through: [through()] }).clean).toBeUndefined();
    expect(made({ through: [through({ species: ['boar'] })] }).clean).toBe('kind');
    expect(made({ through: [through({ held: true, at: NOW - 3 * DAY })] }).clean).toBeUndefined();
    const after = made({ through: [through({ held: true })] });
    weighAll(after);
    expect(after.missing).toBe('clean');
    after.choice.cleaned = true;
    expect(after.missing).toBeUndefined();
    expect(after.plan(id(70), undefined)?.cleaned).toBe(true);
  });

  it('counts its minutes from the first thing on the scale, breaks as a quarter of an hour, and learns from them', () => {
    const grinding = made();
    const first = grinding.next;
    if (first?.kind !== 'meat') throw new Error('no meat');
    grinding.weigh(first.key, { grams: first.reckoned, how: 'scale' });
    vi.setSystemTime(NOW + 10 * 60_000);
    weighAll(grinding);
    vi.setSystemTime(NOW + 5 * HOUR);
    expect(grinding.plan(id(70), undefined)?.minutes).toBe(25);
    expect(grinding.minutes).toMatchObject({ of: 0 });
    const slow = made({ through: Array.from({ length: 9 }, () => through({ minutes: 160 })) });
    expect(slow.minutes?.of).toBe(9);
    expect(slow.minutes?.minutes ?? 0).toBeGreaterThan((grinding.minutes?.minutes ?? 0) * 2);
  });

  it('refuses what is typed where it is none, and proposes again where nothing is', () => {
    const grinding = made();
    for (const wrong of ['seven', '61', '-1']) {
      grinding.choice.aim = wrong;
      expect(grinding.ask).toBeUndefined();
    }
    grinding.choice.aim = '';
    grinding.choice.total = '0';
    expect(grinding.total).toBe(false);
    expect(grinding.ask).toBeUndefined();
    grinding.choice.total = '2,5';
    expect(grinding.ask?.total).toBe(2_500);
    grinding.choice.dose = 'much';
    expect(grinding.missing).toBe('cure');
    grinding.judge(trim(1, 1).id, '12');
    expect(grinding.fatOf(trim(1, 1))).toBeCloseTo(0.12, 9);
    grinding.judge(trim(1, 1).id, '120');
    expect(grinding.fatOf(trim(1, 1))).toBe(0.05);
  });

  it('is taken up after a reload, without what is used up since, and is gone once it is booked', () => {
    const all = data();
    const grinding = new Grinding(() => all);
    grinding.weigh(trim(1, 1).id, { grams: grams(3_900), how: 'scale' });
    grinding.toggle(id(48));
    grinding.keep();
    const again = new Grinding(() => all);
    again.recall();
    expect(again.choice.weighed).toHaveProperty([trim(1, 1).id]);
    expect(again.choice.chosen).toEqual([trim(1, 1).id]);
    const later = new Grinding(() => data({ trim: [trim(2, 900)] }));
    later.recall();
    expect(later.choice.chosen).toEqual([]);
    expect(later.choice.weighed).toEqual({});
    grinding.reset();
    expect(store.size).toBe(0);
    store.set('yonder-grind', 'not JSON');
    expect(() => new Grinding(() => all).recall()).not.toThrow();
  });
});
