import type { Facts } from '$core/book';
import type { YieldFacts } from '$core/yield';

/** The book's facts as the expectation reads them: what was found dead was not shot, of the rest silence is no clean animal. */
export const yieldFacts = (facts: Facts): YieldFacts => ({
  ...facts,
  shotUnsaid: !facts.placement && !facts.clean && facts.source !== 'salvage'
});
