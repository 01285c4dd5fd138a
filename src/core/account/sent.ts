import { under } from '$core/units';
import { isBody, type BookState, type SentOut } from '$core/book';
import { expectAnimal, type Expected, type Learned } from '$core/yield';
import { yieldFacts } from './yield-facts';

/** What another hand loses of a piece that is meat already, and what a scale may add: 6 % under, 2 % over. Own estimate. */
const PIECE = { low: 0.94, high: 1.02 };

/**
 * Boneless that what was sent out should give, in grams with its 80 % interval: a carcass or lot by its species' ratio, a
 * part by its own, a piece by what it is.
 */
export function expectedOfSent(
  state: BookState,
  { item, sent }: Pick<SentOut, 'item' | 'sent'>,
  learned?: Learned
): Pick<Expected, 'low' | 'mean' | 'high'> {
  const of = under(state.items, item);
  const animal = of && under(state.animals, of.owner);
  if (!animal) return { low: 0, mean: 0, high: 0 };
  const by = ({ low, mean, high }: Pick<Expected, 'low' | 'mean' | 'high'>, times: number) => ({
    low: low * times,
    mean: mean * times,
    high: high * times
  });
  const expectation = expectAnimal(yieldFacts(animal.facts), learned);
  if (isBody(of)) return by(expectation.boneless, sent);
  const part = of.kind === 'part' ? expectation.parts.find((p) => p.key === of.cut) : undefined;
  if (part) return by(part.boneless, sent / part.taken.mean);
  const meat = sent * (1 - (of.boneShare ?? 0));
  return { low: meat * PIECE.low, mean: meat, high: meat * PIECE.high };
}
