import { under } from '$core/units';
import type { Facts, FactsPatch } from '$core/book';
import { isBird } from '$core/reference';
import type { FactsForm } from './facts';
import { hitOf } from './hit';

/** Noon of a calendar day in milliseconds; null for what is no day. */
function dayMs(text: string): number | null {
  const ms = Date.parse(`${text}T12:00Z`);
  return Number.isNaN(ms) ? null : ms;
}

const orNull = <T>(value: T): Exclude<T, ''> | null => (value === '' ? null : (value as Exclude<T, ''>));

/** What the form says, as the book keeps it; empty fields are taken back (null). */
export function factsOf(form: FactsForm): FactsPatch & Pick<Facts, 'species' | 'sex' | 'ageClass'> {
  const hit = hitOf(form.placement);
  return {
    species: form.species,
    sex: form.sex,
    ageClass: form.ageClass,
    tag: orNull(form.tag),
    placement: hit ?? null,
    clean: form.placement === 'clean' || null,
    skin: isBird(form.species) ? orNull(form.skin) : null,
    shotSide: hit ? orNull(form.shotSide) : null,
    projectile: hit ? orNull(form.projectile) : null,
    condition: form.condition === '' ? null : Number(form.condition),
    rut: form.rut || null,
    trimStandard: form.trimStandard === '1' ? null : Number(form.trimStandard),
    owner: orNull(form.owner),
    killedAt: dayMs(form.killedOn),
    place: orNull(form.place),
    source: orNull(form.source),
    note: orNull(form.note)
  };
}

/** The same without the fields that say nothing, for a first intake. */
export const firstFacts = (form: FactsForm): Facts =>
  Object.fromEntries(Object.entries(factsOf(form)).filter(([, v]) => v !== null)) as Facts;

/** Only what differs between two sets of facts: an amendment says no more than it changes. */
export function changes(now: Facts, next: FactsPatch): FactsPatch {
  const before = now as Record<string, unknown>;
  return Object.fromEntries(
    Object.entries(next).filter(([key, value]) => (under(before, key) ?? null) !== (value ?? null))
  ) as FactsPatch;
}
