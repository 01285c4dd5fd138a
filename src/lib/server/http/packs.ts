import { shortCode } from '$core/wrap';
import type { Lying } from '../repo/packs';
import type { PlainFormatter } from '$lib/words/format';

/** A pack as the API tells of it. */
export const packAnswer = (p: Lying, format: PlainFormatter) => ({
  id: p.id,
  code: shortCode(p.id),
  name: p.what ?? format.cut(p.cut),
  of: p.of,
  grams: p.grams,
  class: p.class,
  place: p.place ?? null,
  packedAt: p.packedAt ?? null,
  thawedAt: p.thawedAt ?? null,
  eatBy: p.eatBy ?? null,
  keeps: p.keeps,
  wrap: p.wrap ?? null,
  for: p.for ?? null,
  held: p.held ?? null,
  species: p.species,
  owners: p.owners
});
