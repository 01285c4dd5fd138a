import {
  net,
  standingMarks,
  bodyOf,
  type BookState,
  type BookedEntry,
  type Intent,
  type Reading
} from '$core/book';
import { comesInLots } from '$core/reference';
import { under, type Grams } from '$core/units';
import type { z } from 'zod';
import { firstFacts } from './facts-map';
import { withAssured } from './sure';
import type { weighAgainSchema } from './weigh-again';
import type { weighInSchema } from './weigh-in';

/** What a weigh-in form says, as the book takes it. */
export function weighInIntent(form: z.infer<typeof weighInSchema>, grams: Grams): Intent {
  const { animal, item, stage, how, part, side } = form;
  return withAssured<Intent>(
    {
      kind: 'intake',
      animal,
      facts: firstFacts(form),
      reading: { grams, how, ...(stage === 'part' ? {} : { stage }) },
      into:
        stage === 'part'
          ? { kind: 'part', id: item, cut: part, ...(part === 'neck' ? {} : { side }) }
          : comesInLots(form.species)
            ? { kind: 'lot', id: item, count: Number(form.count) }
            : { kind: 'carcass', id: item }
    },
    form.assured
  );
}

/** What must be known of an animal to weigh something of it again. */
export interface Weighed {
  animal: string;
  carcass: string;
  /** The entry that its first weight stands in, now. */
  first: string;
  /** That weight was a guess, of so much, and nobody has weighed since: a scale sets it right. */
  guess: Grams | null;
}

const isGuess = (reading: Reading): boolean => reading.how === 'estimated' || reading.how === 'model';

/** The same, read off its book. */
export function weighedOf(animal: string, state: BookState, history: readonly BookedEntry[]): Weighed {
  const carcass = bodyOf(state, animal);
  const known = under(state.animals, animal);
  const first = known && standingMarks(known).find((m) => m.item === carcass?.id);
  const untouched = history.every((e) => e.intent.kind !== 'skin' && e.intent.kind !== 'reweigh');
  return {
    animal,
    carcass: carcass?.id ?? '',
    first: first?.corrects ?? first?.entry ?? '',
    guess: first && untouched && isGuess(first.reading) ? net(first.reading) : null
  };
}

/**
 * What a form for one more weighing says, as the book takes it.
 * @param hide  what was weighed beside a skinned carcass
 * @param item  id of a part that comes in
 */
export function weighAgainIntent(
  form: z.infer<typeof weighAgainSchema>,
  { animal, carcass, first, guess }: Weighed,
  grams: Grams,
  hide: Grams | undefined,
  item: string
): Intent {
  const reading = { grams, how: 'typed' as const };
  const { what, part, side } = form;
  const say = (): Intent => {
    if (what === 'first') return { kind: 'correct', animal, entry: first, reading };
    if (what === 'offal' || what === 'hide')
      return { kind: 'intake', animal, into: { kind: 'tub', tub: what }, reading };
    if (what === 'part')
      return {
        kind: 'intake',
        animal,
        into: { kind: 'part', id: item, cut: part, ...(part === 'neck' ? {} : { side }) },
        reading
      };
    if (what === 'dressed' || what === 'hanging')
      return {
        kind: 'skin',
        animal,
        item: carcass,
        reading: { ...reading, stage: what },
        ...(hide === undefined ? {} : { hide: { grams: hide, how: 'typed' } })
      };
    // An estimate is set right by the scale; a weighed carcass has dried on the hook.
    if (guess !== null && guess !== grams) return { kind: 'correct', animal, entry: first, reading };
    return { kind: 'reweigh', animal, item: carcass, reading: { ...reading, stage: 'aged' } };
  };
  return withAssured(say(), form.assured);
}
