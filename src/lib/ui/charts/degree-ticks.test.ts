import { expect, it } from 'vitest';
import { inDegrees } from '$core/units';
import { degreeTicks } from './degree-ticks';

it('marks are round in the unit that is shown, and within the scale', () => {
  expect(degreeTicks([0, 40], 4, 'C')).toEqual([0, 10, 20, 30, 40]);
  const marks = degreeTicks([0, 40], 4, 'F');
  expect(marks.map((c) => Math.round(inDegrees(c, 'F')))).toEqual([40, 60, 80, 100]);
  expect(marks.every((c) => c >= 0 && c <= 40)).toBe(true);
});
