import { describe, expect, it } from 'vitest';
import { CAUTIONS, PROCEDURES } from '$core/reference';
import { shownCautions } from './cautions';

const steps = Object.values(PROCEDURES).flatMap((p) =>
  p.steps.map((step) => ({ name: `${p.key} ${step.key}`, step }))
);

describe('cautions of a step', () => {
  it('have a mark each: at every step of every order of work, whatever was folded', () => {
    let several = 0;
    for (const { name, step } of steps)
      for (const folded of [() => false, () => true]) {
        const { marks } = shownCautions(step.cautions, folded, CAUTIONS);
        expect(marks.map((c) => c.key).sort(), name).toEqual([...new Set(step.cautions)].sort());
        // Those marked always stand before the others.
        const first = marks.findIndex((c) => !c.always);
        if (first >= 0)
          expect(
            marks.slice(first).every((c) => !c.always),
            name
          ).toBe(true);
        if (marks.filter((c) => c.always).length > 1) several += 1;
      }
    // Steps at which one caution used to stand before another.
    expect(several).toBeGreaterThan(20);
  });

  it('name only what is known, each by a mark of its own that fits a line', () => {
    for (const { name, step } of steps)
      for (const key of step.cautions) expect(CAUTIONS[key], `${name}: ${key}`).toBeDefined();
    const marks = Object.values(CAUTIONS).map((c) => c.mark);
    expect(new Set(marks).size).toBe(marks.length);
    for (const mark of marks) expect(mark.length, mark).toBeLessThanOrEqual(16);
  });

  it('that are marked always stand open one at a time, until they are folded', () => {
    const keys = ['lift', 'tb', 'gut'];
    expect(shownCautions(keys, () => false, CAUTIONS).open?.key).toBe('tb');
    expect(shownCautions(keys, (k) => k === 'tb', CAUTIONS).open?.key).toBe('gut');
    expect(shownCautions(keys, () => true, CAUTIONS).open).toBeUndefined();
    expect(shownCautions(keys, () => true, CAUTIONS).marks).toHaveLength(3);
  });
});
