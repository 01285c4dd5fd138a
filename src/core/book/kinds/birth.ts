import { under } from '$core/units';
import type { z } from 'zod';
import { SPECIES, boneShareOf, cutKey, cutOf } from '$core/reference';
import type { partBirth, pieceBirth } from '../fields';
import type { BookState, Item } from '../state';

/** A part or a piece as an intent brings it into being. */
export type Birth = z.infer<typeof partBirth> | z.infer<typeof pieceBirth>;

/** The item that a birth becomes: a piece on the bone keeps its bone share, by the reference. */
export function birthOf(
  creates: Birth,
  { owner, from, bornIn }: Pick<Item, 'owner' | 'from' | 'bornIn'>,
  state: BookState
): Item {
  const { kind, id, cut: key } = creates;
  const born = {
    id,
    kind,
    owner,
    bornIn,
    cut: cutKey(key),
    ...(from ? { from } : {}),
    ...(creates.side ? { side: creates.side } : {})
  };
  if (creates.kind === 'part') return born;
  const cut = cutOf(key);
  const boneIn = creates.boneIn ?? cut?.boneIn ?? false;
  const species = under(state.animals, owner)?.facts.species;
  const boneShare = boneIn && cut && species ? boneShareOf(cut, SPECIES[species].group) : 0;
  return {
    ...born,
    place: creates.place,
    ...(creates.trimmed ? { trimmed: true as const } : {}),
    ...(boneShare > 0 ? { boneShare } : {})
  };
}
