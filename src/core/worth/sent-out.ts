import type { SentOut } from '$core/book';
import { addSums, type Sums } from '$core/units';
import { WIDER, type Expected } from '$core/yield';

/** What a processor's packs are held against. */
export interface Comparison {
  sent: number;
  /** Own meat that came back, boneless or as packed; bought fat left out. */
  back: number;
  expected: Pick<Expected, 'low' | 'mean' | 'high'>;
  verdict: 'below' | 'within' | 'above' | 'open';
  /** Bills by currency, in the smallest units of each; '' where none was named. */
  bills: Sums;
}

/** Questions that are fair to ask when the packs weigh less than hoped. Keys of the interface's words. */
export const FAIR_QUESTIONS = ['shot', 'trim', 'own', 'glands', 'bones'] as const;
export type FairQuestion = (typeof FAIR_QUESTIONS)[number];
export const FAIR_WORDS: Readonly<Record<FairQuestion, string>> = {
  shot: 'How much was cut away as bloodshot, and was it weighed?',
  trim: 'How close was it trimmed: silver on, or every white thread off?',
  own: 'Were these packs of this animal alone, or of a pool?',
  glands: 'Were glands and fat cut out before the mince?',
  bones: 'Where did bones, shanks and fat go: could they have come back?'
};

/**
 * Compares what came back with what such an animal gives.
 * @param expectedBoneless  of what was sent, grams
 */
export function compareReturn(
  sent: SentOut,
  expectedBoneless: Pick<Expected, 'low' | 'mean' | 'high'>
): Comparison {
  const back = sent.returns.reduce((sum, r) => sum + r.grams - r.bought, 0);
  const bills = sent.returns.reduce<Sums>(
    (sum, { bill }) => (bill ? addSums(sum, { [bill.currency]: bill.amount }) : sum),
    {}
  );
  const open = sent.returns.length === 0 || sent.returns.at(-1)?.more === true;
  // As wide as the verdict of an animal: one page says one thing.
  const { mean, low, high } = expectedBoneless;
  const verdict = open
    ? 'open'
    : back < mean - WIDER * (mean - low)
      ? 'below'
      : back > mean + WIDER * (high - mean)
        ? 'above'
        : 'within';
  return {
    sent: sent.sent,
    back,
    expected: expectedBoneless,
    verdict,
    bills
  };
}
