import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { grams } from '$core/units';
import { eatOf } from './acts';

const of = { animal: 'a', item: 'k' };

describe('a pack that is eaten', () => {
  it('gives its bone share as bone, never as a meal, and no more than was taken', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9_000 }),
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        fc.integer({ min: 0, max: 9_000 }),
        (has, boneShare, rest) => {
          const intent = eatOf(of, { grams: grams(has), boneShare }, rest);
          if (rest >= has) {
            expect(intent).toBeUndefined();
            return;
          }
          expect(intent?.bone ?? 0).toBe(Math.round((has - rest) * boneShare));
          expect(intent?.reading?.grams).toBe(rest > 0 ? has - rest : undefined);
        }
      )
    );
  });
  it('is nothing where nobody has said what is left', () => {
    expect(eatOf(of, { grams: grams(500) }, undefined)).toBeUndefined();
    expect(eatOf(of, { grams: grams(500) }, 0)).toEqual({ kind: 'eat', ...of });
  });
});
