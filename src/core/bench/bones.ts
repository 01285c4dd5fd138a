import { isBody, type Animal, type IntentOf, type Item } from '$core/book';
import { SPECIES, mayHoldLead, rawForPets, struckAt } from '$core/reference';

/** Where bare bone may go when what it was in is closed. */
export type BoneTo = IntentOf<'close'>['boneTo'];

export interface BoneWay {
  to: BoneTo;
  name: string;
  /** What it is, and what it needs. */
  says: string;
  /** Why it may not go there; the book keeps no meat from anybody that this forgets. */
  never?: string;
}

const WAYS: readonly Omit<BoneWay, 'never'>[] = [
  {
    to: 'stock',
    name: 'Stock pot',
    says: 'Roasted, simmered 4–8 hours, cooled fast, kept cold or frozen.'
  },
  { to: 'marrow', name: 'Marrow bones', says: 'The thigh bone, sawn across, wiped; cold at once.' },
  {
    to: 'pets',
    name: 'Dogs',
    says: 'Raw and whole, never cooked: it splinters. Worm treatment by local rule.'
  },
  { to: 'discard', name: 'Waste', says: 'By local rule, away from dogs and water.' }
];

/** What else is known where bones are sorted. */
export interface BoneFacts {
  /** A rule card of this place asks for a test of such deer. */
  tested?: boolean;
}

/**
 * Where the bone of what lies open may go, and why not elsewhere: no spine or head of a tested deer, nothing of a held
 * animal, nothing near a track of lead to the pot or the dogs, no boar to dogs. Usual practice.
 * @param item  the part, carcass or lot that is closed
 */
export function boneWays(
  animal: Pick<Animal, 'facts' | 'holds' | 'condemned'>,
  item: Pick<Item, 'kind' | 'cut' | 'side'>,
  { tested = false }: BoneFacts = {}
): BoneWay[] {
  const { facts } = animal;
  const { group } = SPECIES[facts.species];
  const body = isBody(item);
  const struck = body ? !!facts.placement : struckAt(facts, item.cut ?? '', item.side);
  const why = (to: BoneTo): string | undefined => {
    if (to === 'discard') return undefined;
    if (animal.condemned) return 'It is condemned.';
    if ((animal.holds?.length ?? 0) > 0) return 'It is held back.';
    if (tested && body) return 'Spine and head of deer that are tested here go to neither pot nor dogs.';
    if (struck && mayHoldLead(facts)) return 'It lies near a track that may hold lead.';
    if (to === 'pets' && !rawForPets(group)) return 'Nothing raw of it goes to dogs.';
    if (to === 'marrow' && (body || item.cut !== 'hindLeg' || (group !== 'deer' && group !== 'boar')))
      return 'Marrow bones are thigh bones.';
    return undefined;
  };
  return WAYS.map((way) => {
    const never = why(way.to);
    return never === undefined ? { ...way } : { ...way, never };
  });
}
