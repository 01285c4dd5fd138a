import { describe, expect, it } from 'vitest';
import { CAUTIONS, PROCEDURES, type GroupKey } from '$core/reference';
import { cautionMarks } from './cautions';

const steps = Object.values(PROCEDURES).flatMap((p) =>
  p.steps.map((step) => ({ name: `${p.key} ${step.key}`, step, groups: p.groups }))
);

describe('cautions of a step', () => {
  it('have a mark each: at every step of every order of work, whatever was folded', () => {
    let several = 0;
    for (const { name, step } of steps)
      for (const folded of [() => false, () => true]) {
        const marks = cautionMarks(step.cautions, folded, CAUTIONS);
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

  it('are said of whom they are meant for: every always one of every step, for every group that goes by it', () => {
    for (const { name, step, groups } of steps)
      for (const group of groups) {
        const shown = cautionMarks(step.cautions, () => true, CAUTIONS, group).map((c) => c.key);
        for (const key of step.cautions) {
          const meant = CAUTIONS[key]?.groups?.includes(group) ?? true;
          expect(shown.includes(key), `${name} ${key} of a ${group}`).toBe(meant);
        }
      }
    const keys = ['prion', 'spine', 'trichinella', 'tularaemia', 'birdflu', 'knife'];
    const of = (group: GroupKey) => cautionMarks(keys, () => false, CAUTIONS, group).map((c) => c.key);
    expect(of('deer')).toEqual(['prion', 'spine', 'knife']);
    expect(of('boar')).toEqual(['trichinella', 'knife']);
    expect(of('rabbit')).toEqual(['tularaemia', 'knife']);
    for (const bird of ['gamebird', 'pigeonlike', 'waterfowl'] as const)
      expect(of(bird)).toEqual(['birdflu', 'knife']);
  });

  it('name only what is known, each by a mark of its own that fits a line', () => {
    for (const { name, step } of steps)
      for (const key of step.cautions) expect(CAUTIONS[key], `${name}: ${key}`).toBeDefined();
    const marks = Object.values(CAUTIONS).map((c) => c.mark);
    expect(new Set(marks).size).toBe(marks.length);
    for (const mark of marks) expect(mark.length, mark).toBeLessThanOrEqual(16);
  });

  it('that are marked always stand out until they are folded, and are there still', () => {
    const fresh = (folded: (key: string) => boolean) =>
      cautionMarks(['lift', 'tb', 'gut', 'tb'], folded, CAUTIONS).map((c) => [c.key, c.fresh]);
    expect(fresh(() => false)).toEqual([
      ['tb', true],
      ['gut', true],
      ['lift', false]
    ]);
    expect(fresh((k) => k === 'tb')).toEqual([
      ['tb', false],
      ['gut', true],
      ['lift', false]
    ]);
  });
});
