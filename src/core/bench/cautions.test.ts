import { describe, expect, it } from 'vitest';
import { CAUTIONS, PROCEDURES } from '$core/reference';
import { shownCautions } from './cautions';

const steps = Object.values(PROCEDURES).flatMap((p) =>
  p.steps.map((step) => ({ name: `${p.key} ${step.key}`, step }))
);

describe('cautions of a step', () => {
  it('marked always are always there: at every step of every order of work, whatever was waved away', () => {
    let several = 0;
    for (const { name, step } of steps) {
      const marked = step.cautions.filter((key) => CAUTIONS[key]?.always);
      for (const waved of [() => false, () => true]) {
        const { always } = shownCautions(step.cautions, waved, CAUTIONS);
        expect(
          always.map((c) => c.key),
          name
        ).toEqual(marked);
      }
      if (marked.length > 0 && step.cautions.length > 1) several += 1;
    }
    // Steps at which one caution used to stand before another.
    expect(several).toBeGreaterThan(10);
  });

  it('name only what is known', () => {
    for (const { name, step } of steps)
      for (const key of step.cautions) expect(CAUTIONS[key], `${name}: ${key}`).toBeDefined();
  });

  it('of the others one is said, until it is waved away', () => {
    const keys = ['lead', 'knife', 'gut'];
    expect(shownCautions(keys, () => false, CAUTIONS)).toMatchObject({
      always: [{ key: 'gut' }],
      other: { key: 'lead' }
    });
    expect(shownCautions(keys, (k) => k === 'lead', CAUTIONS).other?.key).toBe('knife');
    expect(shownCautions(keys, () => true, CAUTIONS).other).toBeUndefined();
  });
});
