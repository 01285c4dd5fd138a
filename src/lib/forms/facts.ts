import { z } from 'zod';
import { shortText, type Facts } from '$core/book';
import { AGE_CLASSES, PLACEMENTS, PROJECTILES, SEXES, SPECIES_KEYS } from '$core/reference';

const optional = <const T extends readonly [string, ...string[]]>(keys: T) =>
  z.union([z.literal(''), z.enum(keys)]).default('');
/** The calendar has it: the platform would roll the 31st of February over into March. */
const isDay = (text: string) => {
  const at = new Date(`${text}T12:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(text);
};
const noFuture = (text: string) => !(Date.parse(`${text}T00:00Z`) > Date.now() + 26 * 3600_000);

/** Facts of an animal as a form has them: text, empty where nobody has said. */
export const factsFields = {
  species: z.enum(SPECIES_KEYS, 'choose a species'),
  sex: z.enum(SEXES, 'choose one').default('unknown'),
  ageClass: z.enum(AGE_CLASSES, 'choose one').default('adult'),
  tag: shortText(40).default(''),
  placement: optional(['clean', ...PLACEMENTS]),
  shotSide: optional(['left', 'right']),
  projectile: optional(PROJECTILES),
  condition: optional(['1', '2', '3', '4', '5']),
  skin: optional(['on', 'off']),
  rut: z.boolean().default(false),
  trimStandard: z.enum(['1', '2', '3']).default('1'),
  owner: shortText(60).default(''),
  killedOn: z
    .string()
    .trim()
    .regex(/^$|^\d{4}-\d{2}-\d{2}$/, 'a date such as 2026-11-12')
    .refine((t) => t === '' || isDay(t), 'no such day')
    .refine((t) => t === '' || t >= '2000-01-01', 'a day of this century: is the year right?')
    .refine(noFuture, 'that day is still to come')
    .default(''),
  place: shortText(80).default(''),
  source: optional(['hunt', 'guest', 'dealer', 'customer', 'salvage']),
  note: shortText(500).default('')
};
export const factsFormSchema = z.object(factsFields);
export type FactsForm = z.infer<typeof factsFormSchema>;

/** Facts back into a form. */
export function formOf(facts: Facts): FactsForm {
  return factsFormSchema.parse({
    species: facts.species,
    sex: facts.sex,
    ageClass: facts.ageClass,
    tag: facts.tag ?? '',
    placement: facts.placement ?? (facts.clean ? 'clean' : ''),
    skin: facts.skin ?? '',
    shotSide: facts.shotSide ?? '',
    projectile: facts.projectile ?? '',
    condition: facts.condition ? String(facts.condition) : '',
    rut: facts.rut ?? false,
    trimStandard: String(facts.trimStandard ?? 1),
    owner: facts.owner ?? '',
    killedOn: facts.killedAt ? new Date(facts.killedAt).toISOString().slice(0, 10) : '',
    place: facts.place ?? '',
    source: facts.source ?? '',
    note: facts.note ?? ''
  });
}
