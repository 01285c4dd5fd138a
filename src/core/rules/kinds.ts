/** What a card can be about. */
export const CARD_KINDS = ['report', 'carry', 'attach', 'sale', 'test', 'bring', 'other'] as const;
export type CardKind = (typeof CARD_KINDS)[number];
export const CARD_KIND_NAMES: Readonly<Record<CardKind, string>> = {
  report: 'report by a deadline',
  carry: 'carry with you',
  attach: 'keep attached',
  sale: 'giving and selling',
  test: 'test area',
  bring: 'bring out of the field',
  other: 'something else'
};
