import type { Facts } from '$core/book';
import type { YieldFacts } from '$core/yield';

/** The facts that move the expectation, out of those the book keeps. */
export function yieldFacts(facts: Facts): YieldFacts {
  const {
    species,
    sex,
    ageClass,
    condition,
    rut,
    placement,
    shotSide,
    projectile,
    trimStandard,
    killedAt,
    skin
  } = facts;
  return {
    species,
    sex,
    ageClass,
    condition,
    rut,
    placement,
    shotSide,
    projectile,
    trimStandard,
    killedAt,
    skin,
    // What was found dead was not shot.
    shotUnsaid: !placement && !facts.clean && facts.source !== 'salvage'
  };
}
