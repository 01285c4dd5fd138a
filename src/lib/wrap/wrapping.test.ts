import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stubStorage } from '$lib/teststorage';
import { intentSchema } from '$core/book';
import { DEFAULT_SETTINGS, type Order } from '$core/settings';
import { DAY, HOUR, grams } from '$core/units';
import { Wrapping, type Ready, type WrapData } from './wrapping.svelte';

const NOW = Date.UTC(2026, 10, 28, 9);
let store: Map<string, string>;
beforeEach(() => {
  store = stubStorage();
  vi.useFakeTimers({ now: NOW, toFake: ['Date'] });
});
const id = (n: number) => `0193726e-4c00-7000-8000-${String(n).padStart(12, '0')}`;
const strap: Ready = {
  id: id(1),
  kind: 'piece',
  of: { animal: id(9) },
  grams: grams(1_800),
  class: 'P',
  name: 'Strap',
  cut: 'strap',
  side: 'left',
  species: ['roe'],
  since: NOW - 3 * DAY,
  bornAt: NOW - 20 * HOUR
};
const mince: Ready = {
  id: id(2),
  kind: 'batch',
  of: { pool: id(2) },
  grams: grams(2_600),
  class: 'G',
  name: 'Mince',
  species: ['roe'],
  batch: 'mince',
  since: NOW - HOUR,
  bornAt: NOW - HOUR
};
const order = (more: Partial<Order & { packed: number }> = {}) => ({
  id: 'o1',
  for: 'Ilo',
  class: 'G' as const,
  each: grams(500),
  packs: 3,
  at: NOW - DAY,
  packed: 0,
  ...more
});
const world = (more: Partial<WrapData> = {}): WrapData => ({
  ready: [strap, mince],
  meal: grams(720),
  wrapping: DEFAULT_SETTINGS.wrapping,
  places: [],
  households: [],
  orders: [],
  now: NOW,
  ...more
});

describe('what is wrapped', () => {
  it('is parted by the meal, by a count, or by what somebody has asked for; every gram of it once', () => {
    const all = world({ orders: [order()] });
    const wrapping = new Wrapping(() => all);
    const sum = () => wrapping.packs.reduce((n, g) => n + g, 0);
    expect(sum()).toBe(1_800);
    wrapping.count = '4';
    expect(wrapping.packs).toHaveLength(4);
    expect(sum()).toBe(1_800);
    wrapping.choose(id(2));
    wrapping.for = 'Ilo';
    expect(wrapping.packs).toEqual([500, 500, 500, 550, 550]);
    // An order for mince takes no strap.
    wrapping.choose(id(1));
    expect(wrapping.order).toBeUndefined();
  });

  it('is parted for what is still missing of an order, and by the meal once it is full', () => {
    let orders = [order({ packed: 2 })];
    const wrapping = new Wrapping(() => world({ orders }));
    wrapping.choose(id(2));
    wrapping.for = 'Ilo';
    expect(wrapping.packs[0]).toBe(500);
    expect(wrapping.packs.filter((g) => g === 500)).toHaveLength(1);
    const last = wrapping.pack(id(30), 500, { grams: grams(500), how: 'scale' });
    expect(last).toMatchObject({ packs: [{ for: 'Ilo' }] });
    expect(wrapping.open).toEqual([]);
    // What comes next is not for Ilo by mistake.
    expect(wrapping.for).toBe('');
    orders = [order({ packed: 3 })];
    expect(new Wrapping(() => world({ orders })).open).toEqual([]);
  });

  it('is handed in as the book takes it, with what its bag was shut by, and is off the list at once', () => {
    const all = world();
    const wrapping = new Wrapping(() => all);
    wrapping.what = '  Sunday’s strap ';
    wrapping.for = 'Senja';
    wrapping.place = 'chest';
    const intent = wrapping.pack(id(30), 700, { grams: grams(700), how: 'scale' });
    expect(intentSchema.safeParse(intent).error?.issues ?? []).toEqual([]);
    expect(intent).toMatchObject({
      kind: 'pack',
      animal: id(9),
      packs: [
        { what: 'Sunday’s strap', wrap: 'vacuum', sealer: 'clamp', place: { at: 'chest' }, for: 'Senja' }
      ]
    });
    expect(wrapping.item?.grams).toBe(1_100);
    wrapping.drop(id(30));
    expect(wrapping.item?.grams).toBe(1_800);
    wrapping.wrap = 'paper';
    expect(JSON.stringify(wrapping.pack(id(31), 700, undefined))).not.toContain('sealer');
  });

  it('is remembered over a reload: what was on its way may want its label', () => {
    const all = world();
    const wrapping = new Wrapping(() => all);
    wrapping.pack(id(30), 700, undefined);
    wrapping.pack(id(31), 700, undefined);
    wrapping.set(id(31), 'printed');
    const again = new Wrapping(() => all);
    again.recall();
    expect(again.made.map((m) => m.state)).toEqual(['printed', 'unprinted']);
    again.forget();
    expect(again.made).toEqual([]);
    store.set('yonder-wrapped', 'not JSON');
    again.recall();
    expect(again.made).toEqual([]);
  });

  it('says of a muscle that was cut today that it wants a night, and of mince that it does not', () => {
    const fresh = world({ ready: [{ ...strap, bornAt: NOW - HOUR }, mince] });
    const wrapping = new Wrapping(() => fresh);
    expect(wrapping.warm).toBe(true);
    wrapping.choose(id(2));
    expect(wrapping.warm).toBe(false);
  });

  it('has a bag as it was measured, or by its weight; a word that is no measure is passed over', () => {
    const all = world();
    const wrapping = new Wrapping(() => all);
    const byWeight = wrapping.bag;
    expect(wrapping.body?.measured).toBe(false);
    wrapping.measured = { length: '310', width: 'wide', thickness: '' };
    expect(wrapping.body).toMatchObject({ measured: true, body: { length: 310 } });
    expect(wrapping.bag?.length ?? 0).not.toBe(byWeight?.length);
    wrapping.wrap = 'box';
    expect(wrapping.bag).toBeUndefined();
    expect(wrapping.cuts).toBeUndefined();
  });

  it('takes the film off the rolls once the bags are cut', () => {
    const all = world();
    const wrapping = new Wrapping(() => all);
    const before = all.wrapping.rolls.reduce((n, r) => n + r.left, 0);
    const after = wrapping.rollsAfter().reduce((n, r) => n + r.left, 0);
    expect(before - after).toBe(wrapping.cuts?.spent);
    expect(wrapping.rollsAfter().some((r) => r.begun)).toBe(true);
  });
});
