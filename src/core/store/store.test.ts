import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { WRAPS } from '$core/reference';
import {
  KEEPS,
  eatBy,
  firmingMinutes,
  freezingHours,
  holdsOf,
  holdsWithoutPower,
  keepsAs,
  monthsOf,
  perDayOf,
  thawingHours,
  warming,
  type FreezerAir
} from '.';

/**
 * A slab, or a roll that never ends, by enthalpy, explicit steps: what is left of the water freezes as the temperature falls.
 * Until its middle is at `to`; or, of what thaws, until the last ice there is gone.
 */
function enthalpyHours(
  thickness: number,
  from: number,
  air: number,
  h: number,
  { to = -10, roll = false }: { to?: number; roll?: boolean } = {}
): number {
  const [rho, cu, cf, ku, kf, Tf, L] = [1060, 3500, 2000, 0.5, 1.4, -1, 250_000];
  const n = 20;
  const dx = thickness / 2000 / n;
  /** J/kg at a temperature, and back: liquid water is Tf ÷ T of all below freezing. */
  const enthalpy = (T: number) => (T >= Tf ? L + cu * (T - Tf) : L * (Tf / T) + cf * (T - Tf));
  const table = Array.from({ length: 6_000 }, (_, i) => -40 + i * 0.01).map((T) => [enthalpy(T), T] as const);
  const temperature = (H: number) => {
    let [low, high] = [0, table.length - 1];
    while (high - low > 1) {
      const mid = (low + high) >> 1;
      if ((table[mid]?.[0] ?? 0) <= H) low = mid;
      else high = mid;
    }
    const [[a, x], [b, y]] = [table[low] ?? [0, 0], table[high] ?? [0, 0]];
    return x + ((y - x) * (H - a)) / Math.max(1e-9, b - a);
  };
  const k = (T: number) => (T >= Tf ? ku : ku + (kf - ku) * (1 - Tf / T));
  const H = new Array<number>(n).fill(enthalpy(from));
  const T = new Array<number>(n).fill(from);
  const dt = 0.25 * dx * dx * ((rho * cf) / kf);
  let t = 0;
  // The middle is the first cell; the surface is past the last.
  const thaws = from < air;
  /** Area at a radius, and volume of a cell, each for a metre. */
  const area = (i: number) => (roll ? i * dx : 1);
  const room = (i: number) => (roll ? (((i + 1) ** 2 - i ** 2) * dx * dx) / 2 : dx);
  for (; (thaws ? (H[0] ?? 0) < L : (T[0] ?? 0) > to) && t < 2e6; t += dt) {
    const flux = new Array<number>(n + 1).fill(0);
    for (let i = 1; i < n; i += 1) {
      const [a, b] = [T[i - 1] ?? 0, T[i] ?? 0];
      flux[i] = ((-((k(a) + k(b)) / 2) * (b - a)) / dx) * area(i);
    }
    const last = T[n - 1] ?? 0;
    flux[n] = ((last - air) / (1 / h + dx / 2 / k(last))) * area(n);
    for (let i = 0; i < n; i += 1) {
      H[i] = (H[i] ?? 0) - (((flux[i + 1] ?? 0) - (flux[i] ?? 0)) * dt) / (rho * room(i));
      T[i] = temperature(H[i] ?? 0);
    }
  }
  return t / 3600;
}

describe('freezing', () => {
  it.each([
    [25, 4, -18, 'still', 8],
    [50, 4, -18, 'still', 8],
    [80, 2, -25, 'still', 8],
    [40, 4, -30, 'fan', 22],
    [120, 4, -24, 'still', 8]
  ] as const)(
    '%i mm from %i °C in %i °C (%s) takes what the enthalpy model says, within 10 %%',
    (mm, from, air, film, h) => {
      const hours = freezingHours({ thickness: mm, from, air, film: film as FreezerAir });
      expect(hours / enthalpyHours(mm, from, air, h)).toBeGreaterThan(0.9);
      expect(hours / enthalpyHours(mm, from, air, h)).toBeLessThan(1.1);
    }
  );
  it('of three packs stacked takes 3.2 times that of one, and a sixth to a third more than Plank alone says', () => {
    for (const thickness of [30, 40]) {
      const one = { thickness, from: 4, air: -18, film: 'still' as const };
      const stacked = freezingHours({ ...one, thickness: 3 * thickness });
      expect(stacked / freezingHours(one)).toBeGreaterThan(3.2 * 0.94);
      expect(stacked / freezingHours(one)).toBeLessThan(3.2 * 1.06);
    }
    // Plank 1913: latent heat alone, ρ·L ÷ (Tf − Ta) · (P·a/h + R·a²/k), P = 1/2 and R = 1/8 for a slab of thickness a.
    for (const [mm, air, film, h] of [
      [25, -18, 'still', 8],
      [50, -18, 'still', 8],
      [40, -30, 'fan', 22],
      [120, -24, 'still', 8]
    ] as const) {
      const a = mm / 1000;
      const plank = (((1060 * 250_000) / (-1 - air)) * (a / (2 * h) + (a * a) / (8 * 1.4))) / 3600;
      const short = 1 - plank / freezingHours({ thickness: mm, from: 4, air, film });
      expect(short).toBeGreaterThan(0.12);
      expect(short).toBeLessThan(0.34);
    }
  });
  it('takes longer the thicker, the warmer and the less cold; three packs stacked take more than twice as long', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 180 }),
        fc.integer({ min: -1, max: 15 }),
        fc.integer({ min: -40, max: -13 }),
        (thickness, from, air) => {
          const one = freezingHours({ thickness, from, air, film: 'still' });
          expect(freezingHours({ thickness: thickness + 5, from, air, film: 'still' })).toBeGreaterThan(one);
          expect(freezingHours({ thickness, from: from + 1, air, film: 'still' })).toBeGreaterThanOrEqual(
            one
          );
          expect(freezingHours({ thickness, from, air: air - 1, film: 'still' })).toBeLessThan(one);
          expect(freezingHours({ thickness, from, air, film: 'fan' })).toBeLessThan(one);
          expect(freezingHours({ thickness: 3 * thickness, from, air, film: 'still' })).toBeGreaterThan(
            2 * one
          );
          expect(freezingHours({ thickness, from, air, film: 'still', round: true })).toBeLessThan(one);
        }
      )
    );
    expect(() => freezingHours({ thickness: 50, from: 4, air: -5, film: 'still' })).toThrow(RangeError);
    expect(() => freezingHours({ thickness: 0, from: 4, air: -18, film: 'still' })).toThrow(RangeError);
  });
  it.each([
    [20, 4, false],
    [40, 4, false],
    [60, 2, false],
    [100, 7, false],
    [60, 4, true],
    [100, 4, true]
  ] as const)(
    '%i mm thaw in a fridge of %i °C as the enthalpy model says, rolls as rolls (%s)',
    (mm, fridge, roll) => {
      const hours = thawingHours({ thickness: mm, round: roll, fridge });
      const model = enthalpyHours(mm, -18, fridge, 15, { roll });
      expect(hours / model).toBeGreaterThan(0.85);
      expect(hours / model).toBeLessThan(1.2);
    }
  );
  it('freezes a roll as a roll', () => {
    const model = enthalpyHours(90, 4, -18, 8, { roll: true });
    const hours = freezingHours({ thickness: 90, round: true, from: 4, air: -18, film: 'still' });
    expect(hours / model).toBeGreaterThan(0.85);
    expect(hours / model).toBeLessThan(1.1);
  });
});

describe('a freezer', () => {
  const chest = { litres: 300, set: -18 };
  it('takes four per cent of its litres a day where its plate does not say', () => {
    expect(perDayOf(chest)).toBe(12);
    expect(perDayOf({ ...chest, perDay: 20 })).toBe(20);
    expect(holdsOf(chest)).toBeCloseTo(186, 9);
  });
  it('does not warm what lies in it by what its plate allows, and by twice that it does', () => {
    expect(warming(chest, 12, 80, 4).much).toBe(false);
    expect(warming(chest, 24, 80, 4).much).toBe(true);
    expect(warming(chest, 24, 0, 4).kelvin).toBe(0);
    // Five kilos beside a hundred that are put in: their ice melts before they are warm.
    expect(warming(chest, 100, 5, 4).kelvin).toBeGreaterThan(12);
    expect(warming(chest, 100, 5, 4).kelvin).toBeLessThan(19);
    expect(warming(chest, 16, 80, 4).kelvin).toBeGreaterThan(warming(chest, 16, 160, 4).kelvin);
  });
  it('holds about two days without power when it is full, and one when it is half so', () => {
    expect(holdsWithoutPower(chest, holdsOf(chest))).toBeGreaterThan(38);
    expect(holdsWithoutPower(chest, holdsOf(chest))).toBeLessThan(58);
    expect(holdsWithoutPower(chest, holdsOf(chest) / 2)).toBeGreaterThan(20);
    expect(holdsWithoutPower(chest, holdsOf(chest) / 2)).toBeLessThan(34);
    expect(holdsWithoutPower(chest, 60, 30)).toBeLessThan(holdsWithoutPower(chest, 60, 20));
  });
});

describe('what a pack keeps as', () => {
  it.each([
    ['a strap', { species: ['roe'], class: 'P' }, 'muscle', 12],
    ['stew', { species: ['roe'], class: 'S', small: true }, 'dice', 9],
    ['lean mince', { species: ['roe', 'reddeer'], class: 'G', batch: 'mince', fat: 0.05 }, 'leanMince', 4],
    ['mince of unknown fat', { species: ['roe'], class: 'G', batch: 'mince' }, 'fatMince', 3],
    ['a boar’s roast', { species: ['boar'], class: 'P' }, 'boar', 6],
    [
      'mince with boar in it',
      { species: ['roe', 'boar'], class: 'G', batch: 'mince', fat: 0.05 },
      'leanMince',
      4
    ],
    ['a duck', { species: ['duck'], class: 'P' }, 'waterfowl', 6],
    ['a pheasant', { species: ['pheasant'], class: 'P' }, 'bird', 8],
    ['liver', { species: ['roe'], class: 'O' }, 'offal', 3],
    ['a cooked shoulder', { species: ['roe'], class: 'S', batch: 'cooked' }, 'cooked', 3]
  ] as const)('%s', (_, packed, keeps, months) => {
    expect(keepsAs(packed)).toBe(keeps);
    expect(monthsOf(keeps, 'vacuum')).toBe(months);
  });
  it('keeps no longer in paper, and is eaten by a day that there is', () => {
    for (const keeps of KEEPS)
      for (const wrap of WRAPS) {
        expect(monthsOf(keeps, wrap)).toBeLessThanOrEqual(monthsOf(keeps, 'vacuum'));
        const by = new Date(eatBy(Date.UTC(2026, 7, 31, 12), keeps, wrap));
        const months = (by.getUTCFullYear() - 2026) * 12 + by.getUTCMonth() - 7;
        expect(months).toBe(monthsOf(keeps, wrap));
      }
    expect(new Date(eatBy(Date.UTC(2026, 10, 30), 'leanMince', 'paper')).toISOString().slice(0, 10)).toBe(
      '2027-02-28'
    );
  });
});

describe('firming', () => {
  const firm = (more = {}) =>
    firmingMinutes({ thickness: 45, round: true, from: 4, air: -18, film: 'still', ...more });
  it('of a strap takes about an hour, of a slab longer the thicker it is, and less in a colder or blown freezer', () => {
    expect(firm()).toBeGreaterThan(35);
    expect(firm()).toBeLessThan(85);
    expect(firm({ thickness: 90 })).toBeGreaterThan(firm() * 1.9);
    expect(firm({ air: -26 })).toBeLessThan(firm());
    expect(firm({ film: 'fan' })).toBeLessThan(firm() / 2);
    expect(firm({ round: false })).toBeGreaterThan(firm());
    expect(firm({ from: -1 })).toBeLessThan(firm());
    // Far from frozen through.
    expect(firm() / 60).toBeLessThan(
      freezingHours({ thickness: 45, round: true, from: 4, air: -18, film: 'still' }) / 4
    );
    expect(() => firm({ air: 2 })).toThrow(RangeError);
    expect(() => firm({ thickness: 0 })).toThrow(RangeError);
  });
});
