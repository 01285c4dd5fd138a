import { SPECIES } from '$core/reference';
import type { YieldFacts } from './facts';

/**
 * Condition where nobody has said it: late winter (February, March) 2, a male after the autumn rut (November to
 * January; the roe's rut is in summer) 2, else 3. Working default.
 */
export function guessCondition(
  facts: Pick<YieldFacts, 'species' | 'sex' | 'killedAt' | 'ageClass'>
): 1 | 2 | 3 | 4 | 5 {
  if (facts.killedAt === null || facts.killedAt === undefined) return 3;
  const month = new Date(facts.killedAt).getUTCMonth() + 1;
  if (month === 2 || month === 3) return 2;
  const rutted =
    facts.sex === 'male' &&
    facts.ageClass !== 'young' &&
    SPECIES[facts.species].group === 'deer' &&
    facts.species !== 'roe';
  return rutted && (month >= 11 || month === 1) ? 2 : 3;
}
