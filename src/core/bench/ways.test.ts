import { describe, expect, it } from 'vitest';
import { CAUTIONS, PROCEDURES } from '$core/reference';
import { wayFigures } from './index';

const orders = Object.values(PROCEDURES);
const doe = { species: 'fallow', sex: 'female', ageClass: 'adult' } as const;
const figures = (key: string, hanging: number) => wayFigures(PROCEDURES[key]!, doe, hanging, { orders });

describe('what an order of work gives and costs', () => {
  it('is the soft tissue of the animal, whichever way it is quartered', () => {
    const [q1, q2, q5] = ['Q1', 'Q2', 'Q5'].map((key) => figures(key, 40_000)) as [
      ReturnType<typeof figures>,
      ReturnType<typeof figures>,
      ReturnType<typeof figures>
    ];
    expect(q1.boneless / 40_000).toBeCloseTo(0.731, 1);
    expect(q2.boneless).toBe(q1.boneless);
    expect(q5.boneless).toBe(q1.boneless);
    expect(q1.prime).toBeGreaterThan(0.2 * q1.boneless);
    expect(q1.byClass.P).toBe(q1.prime);
    const { P = 0, S = 0, J = 0, G = 0 } = q1.byClass;
    expect(P + S + J + G).toBe(q1.boneless);
    // A sling takes a moment.
    expect(q5.minutes).toBeGreaterThan(q1.minutes);
  });

  it('of a saw leaves bone in the meat, and meets the cautions of the saw', () => {
    const saw = figures('Q3', 40_000);
    expect(saw.bone).toBeGreaterThan(figures('Q1', 40_000).bone);
    for (const key of ['saw', 'spine', 'prion']) {
      expect(saw.cautions).toContain(key);
      expect(CAUTIONS[key]).toBeDefined();
    }
    expect(figures('S1', 46_000).cautions).not.toContain('saw');
  });

  it('of a leg minced has no prime meat and takes less time than one that is seamed', () => {
    const [seamed, minced] = [figures('S1', 46_000), figures('S1-mince', 46_000)];
    expect(minced.prime).toBe(0);
    expect(seamed.prime).toBeGreaterThan(3_000);
    expect(minced.minutes).toBeLessThan(seamed.minutes);
    // Boned for mince: nothing of the bone goes along.
    expect(minced.bone).toBe(0);
    expect(Math.abs(minced.boneless - seamed.boneless) / seamed.boneless).toBeLessThan(0.02);
  });

  it('takes own minutes where there are any', () => {
    const slow = wayFigures(PROCEDURES.S2!, doe, 46_000, {
      orders,
      minutes: { 'take:flatIron': { mean: 60, n: 20 } }
    });
    expect(slow.minutes).toBeGreaterThan(figures('S2', 46_000).minutes + 40);
  });
});
