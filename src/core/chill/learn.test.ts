import { describe, expect, it } from 'vitest';
import { FILM_SD, HIDE_SD, SIZE_SD } from '$core/reference';
import { normal, seeded, type Uniform } from '$core/statistics';
import { HOUR, grams, type Celsius } from '$core/units';
import { atDepth, byChance } from '../testdepth';
import {
  bandOf,
  bodyOf,
  cool,
  coverOf,
  curveFault,
  learnCover,
  level,
  outcomeOf,
  phasesOf,
  scaled,
  valueAt,
  type CoolInput,
  type Place,
  type ProbeCurve
} from './index';

const KILLED = Date.UTC(2026, 10, 10, 17);
const PLACES: Record<string, Place> = {
  field: { key: 'field', film: 'still' },
  cold: { key: 'cold', film: 'breeze' }
};

/** A deer that came to the cold room at two hours, in its hide or skinned. */
function story(kg: number, skinned: boolean): CoolInput {
  const events = [
    { at: KILLED + HOUR, what: 'dressed' as const },
    { at: KILLED + 2 * HOUR, what: 'moved' as const, to: 'cold' },
    ...(skinned ? [{ at: KILLED + 2 * HOUR, what: 'hideOff' as const }] : [])
  ];
  return {
    body: bodyOf('fallow', grams(Math.round(kg * 1000)), 11),
    killedAt: KILLED,
    phases: phasesOf(KILLED, events, PLACES),
    air: { field: level(6), cold: level(3) },
    until: KILLED + 44 * HOUR
  };
}

/** What a probe reads every hour where film and coat are other than the table's: with its place, the size and its own noise. */
function read(
  id: string,
  input: CoolInput,
  truth: { film: number; hide: number },
  uniform: Uniform
): ProbeCurve {
  const curves = cool({
    ...input,
    body: scaled(input.body, Math.exp(SIZE_SD * normal(uniform))),
    filmOf: { cold: truth.film },
    hideFactor: truth.hide
  });
  const off = 0.7 * normal(uniform);
  const points = Array.from({ length: 30 }, (_, h) => {
    const at = KILLED + (3 + h) * HOUR;
    return { at, core: valueAt({ at: curves.at, value: curves.core }, at) + off + 0.2 * normal(uniform) };
  });
  return { id, input, coat: 'winterDeer', points };
}

const eight = (truth: { film: number; hide: number }, uniform: Uniform, n = 8) =>
  Array.from({ length: n }, (_, i) => read(`a${i}`, story(18 + 6 * (i % 4), i % 2 === 0), truth, uniform));

describe('what probes teach of film and coat', () => {
  it('a room 25 % off and a coat 50 % off are found within 15 % after eight curves, skinned and not', () => {
    for (const truth of [
      { film: 0.75, hide: 1.5 },
      { film: 1.25, hide: 1 / 1.5 }
    ]) {
      const fit = learnCover(eight(truth, seeded(11)));
      expect(Math.abs(fit.films.cold!.factor / truth.film - 1)).toBeLessThan(0.15);
      expect(Math.abs(fit.hides.winterDeer!.factor / truth.hide - 1)).toBeLessThan(0.15);
      expect(fit.films.cold!.curves).toBe(8);
      // In the skinned ones the hide was off before the probe was in.
      expect(fit.hides.winterDeer!.curves).toBe(4);
      expect(fit.after).toBeLessThan(fit.before);
      expect(fit.missed).toEqual([]);
    }
  });

  it('one curve moves little, eight move it, and nobody’s is the table', () => {
    const truth = { film: 0.6, hide: 1 };
    const all = eight(truth, seeded(5));
    const one = learnCover(all.slice(0, 1)).films.cold!;
    const many = learnCover(all).films.cold!;
    expect(Math.abs(Math.log(one.factor))).toBeLessThan(Math.abs(Math.log(many.factor)));
    expect(one.sd).toBeGreaterThan(many.sd);
    expect(many.sd).toBeLessThan(FILM_SD);
    expect(learnCover([])).toMatchObject({ films: {}, hides: {}, used: 0 });
    expect(coverOf(undefined, 'winterDeer', 'cold')).toEqual({
      filmOf: {},
      hideFactor: 1,
      filmSd: FILM_SD,
      hideSd: HIDE_SD,
      coverCorr: 0
    });
  });

  it('skinned curves say nothing of a coat, and those in the hide leave both unsure', () => {
    const uniform = seeded(9);
    const truth = { film: 0.8, hide: 1.4 };
    const bare = learnCover([0, 1, 2, 3].map((i) => read(`s${i}`, story(24, true), truth, uniform)));
    const coated = learnCover([0, 1, 2, 3].map((i) => read(`h${i}`, story(24, false), truth, uniform)));
    expect(bare.hides).toEqual({});
    expect(coated.together.cold!.winterDeer!).toBeGreaterThan(0.3);
    expect(coated.films.cold!.sd).toBeGreaterThan(bare.films.cold!.sd);
  });

  it('a probe that lay beside the meat is left out and named', () => {
    const curves = eight({ film: 1, hide: 1 }, seeded(2), 5);
    const fell = {
      ...curves[0]!,
      id: 'fell out',
      points: curves[0]!.points.map((p, i) => ({ at: p.at, core: i < 4 ? p.core : 3.2 }))
    };
    const fit = learnCover([...curves, fell]);
    expect(fit.missed.map((m) => m.id)).toEqual(['fell out']);
    expect(fit.missed[0]!.by).toBeGreaterThan(4.5);
    expect(fit.used).toBe(5);
    expect(Math.abs(fit.films.cold!.factor - 1)).toBeLessThan(0.15);
  });

  it('only whole curves teach: eight hours, from above 25 to below 15 °C', () => {
    const at = (h: number, core: number) => ({ at: KILLED + h * HOUR, core });
    expect(curveFault([at(0, 38), at(9, 10)])).toBeUndefined();
    expect(curveFault([at(0, 38), at(7, 10)])).toBe('short');
    expect(curveFault([at(0, 22), at(9, 10)])).toBe('cold');
    expect(curveFault([at(0, 38), at(9, 16)])).toBe('warm');
    expect(curveFault([])).toBe('short');
  });
});

describe('the band of 8 in 10', () => {
  const hoursOf = (input: CoolInput) => outcomeOf(cool(input), 7 as Celsius).hoursToTarget;
  const covered = (hours: number, [low, high]: readonly [number, number]) => hours >= low && hours <= high;

  it('holds 0.8 of simulated animals before anything is learned', () => {
    const drawn = atDepth(100);
    const uniform = seeded(31);
    const stories = [story(14, true), story(26, false), story(60, true), story(40, false)];
    const bands = stories.map((input) => bandOf(input, 7 as Celsius, uniform, 100).hours);
    let inside = 0;
    for (let i = 0; i < drawn; i += 1) {
      const input = stories[i % 4] as CoolInput;
      const hours = hoursOf({
        ...input,
        body: scaled(input.body, Math.exp(SIZE_SD * normal(uniform))),
        filmFactor: Math.exp(FILM_SD * normal(uniform)),
        hideFactor: Math.exp(HIDE_SD * normal(uniform))
      });
      if (covered(hours, bands[i % 4]!)) inside += 1;
    }
    expect(Math.abs(inside / drawn - 0.8)).toBeLessThan(byChance(0.8, drawn, 0.05));
  });

  it('and of those in larders that have each learned from four curves', () => {
    const larders = atDepth(5);
    const drawn = larders * 20;
    const uniform = seeded(77);
    let inside = 0;
    for (let larder = 0; larder < larders; larder += 1) {
      const truth = {
        film: Math.exp(FILM_SD * normal(uniform)),
        hide: Math.exp(HIDE_SD * normal(uniform))
      };
      const fit = learnCover(eight(truth, uniform, 4));
      const skinned = larder % 2 === 0;
      const input = { ...story(30, skinned), ...coverOf(fit, 'winterDeer', 'cold') };
      const band = bandOf(input, 7 as Celsius, uniform, 60).hours;
      for (let i = 0; i < 20; i += 1) {
        const hours = hoursOf({
          ...story(30, skinned),
          body: scaled(input.body, Math.exp(SIZE_SD * normal(uniform))),
          filmOf: { cold: truth.film },
          hideFactor: truth.hide
        });
        if (covered(hours, band)) inside += 1;
      }
    }
    expect(Math.abs(inside / drawn - 0.8)).toBeLessThan(byChance(0.8, drawn, 0.05));
  });
});
