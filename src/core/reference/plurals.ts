import { under } from '$core/units';
import { animalName, type AgeClass, type Sex, type SpeciesKey } from './species';

const PLURALS: Readonly<Record<string, string>> = {
  goose: 'geese',
  grouse: 'grouse',
  'wild goose': 'wild geese'
};
/** "8 pheasants", "Roe buck": an animal by name, or a lot with its count. */
export function animalsName(
  facts: { species: SpeciesKey; sex: Sex; ageClass: AgeClass },
  count: number | null | undefined
): string {
  const name = animalName(facts);
  if (!count || count === 1) return name;
  const lower = name.toLowerCase();
  return `${count} ${under(PLURALS, lower) ?? `${lower}s`}`;
}
