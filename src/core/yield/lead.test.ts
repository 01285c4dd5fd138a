import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PLACEMENTS, PROJECTILES } from '$core/reference';
import { expectAnimal, leadLoss, type YieldFacts } from '.';

const deer = (more: Partial<YieldFacts> = {}): YieldFacts => ({
  species: 'fallow',
  sex: 'female',
  ageClass: 'adult',
  placement: 'oneShoulder',
  projectile: 'expanding',
  ...more
});

describe('what lead asks to be given up', () => {
  it('of a small animal is all of the hit parts, on the side that was hit', () => {
    const facts = deer({ species: 'roe' });
    const { parts, boneless, shotLoss } = expectAnimal(facts);
    const meat = (key: string) => {
      const part = parts.find((p) => p.key === key)!;
      return (part.boneless.mean + part.shotLoss) / 2;
    };
    const lost = leadLoss(facts, 14_000)!;
    expect(lost.margin).toBe('part');
    expect(lost.share).toBeCloseTo((meat('shoulder') + meat('ribs')) / (boneless.mean / (1 - shotLoss)), 9);
  });

  it('is never less than what the shot costs, never more than there is, and a wider margin takes more of it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PLACEMENTS),
        fc.constantFrom(...PROJECTILES, undefined),
        fc.constantFrom('roe', 'fallow', 'reddeer', 'moose', 'boar' as const),
        fc.integer({ min: 8_000, max: 300_000 }),
        (placement, projectile, species, hanging) => {
          const facts = deer({ placement, projectile, species: species as 'roe' });
          const lost = leadLoss(facts, hanging);
          if (!lost) {
            expect(placement === 'smallShot' || /^(leadFree|broadhead|steel)$/.test(projectile ?? '')).toBe(
              true
            );
            return;
          }
          expect(lost.share).toBeGreaterThanOrEqual(expectAnimal(facts).shotLoss - 1e-12);
          expect(lost.share).toBeLessThanOrEqual(1);
          // Where all of the part goes, no margin takes more.
          expect(lost.share).toBeLessThanOrEqual(leadLoss(facts, 15_000)!.share + 1e-9);
        }
      )
    );
  });

  it('asks for less of a larger animal by the same margin', () => {
    const of = (hanging: number) => leadLoss(deer({ placement: 'haunch' }), hanging)!.share;
    expect(of(25_000)).toBeGreaterThan(of(55_000));
  });

  it('asks for nothing where there was no lead, and of small game', () => {
    expect(leadLoss(deer({ projectile: 'leadFree' }), 30_000)).toBeUndefined();
    expect(leadLoss(deer({ placement: undefined }), 30_000)).toBeUndefined();
    expect(leadLoss(deer({ species: 'hare', placement: 'chest' }), 3_000)).toBeUndefined();
  });
});
