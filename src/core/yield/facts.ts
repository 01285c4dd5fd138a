import { z } from 'zod';
import { AGE_CLASSES, PLACEMENTS, PROJECTILES, SEXES, SPECIES_KEYS } from '$core/reference';

/** The facts of an animal that move its expectation. A subset of the facts the book keeps. */
export const yieldFactsSchema = z.object({
  species: z.enum(SPECIES_KEYS),
  sex: z.enum(SEXES).default('unknown'),
  ageClass: z.enum(AGE_CLASSES).default('adult'),
  /** 1 thin … 5 fat; without it guessed from the month, where the date is known, else 3. */
  condition: z.number().int().min(1).max(5).nullish(),
  rut: z.boolean().nullish(),
  placement: z.enum(PLACEMENTS).nullish(),
  shotSide: z.enum(['left', 'right']).nullish(),
  projectile: z.enum(PROJECTILES).nullish(),
  /** Of a bird: whether its skin stays on; without a word as its species is usually done. */
  skin: z.enum(['on', 'off']).nullish(),
  /** Nobody has said where it was hit: the band is a mixture of what is usual. */
  shotUnsaid: z.boolean().nullish(),
  trimStandard: z.number().int().min(1).max(3).nullish(),
  killedAt: z.number().int().nullish()
});
export type YieldFacts = z.input<typeof yieldFactsSchema>;
