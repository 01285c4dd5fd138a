/** Why an animal may be held back. Usual practice; the local code decides what a hold needs. */
export const HOLD_REASONS = ['gate', 'test', 'inspection', 'proofOfSex', 'consent', 'recall'] as const;
export type HoldReason = (typeof HOLD_REASONS)[number];

export const HOLD_NAMES: Readonly<Record<HoldReason, string>> = {
  gate: 'stopped before it is opened',
  test: 'test pending',
  inspection: 'waits for inspection',
  proofOfSex: 'proof of sex on',
  consent: 'owner’s consent awaited',
  recall: 'recalled'
};

/** What a hold keeps from happening, said once. */
export const HOLD_MEANS =
  'Held meat may be weighed, cut and frozen, alone. None of it, and nothing it went into, is given away, sent out, eaten, fed or boiled for stock until the hold is lifted.';
