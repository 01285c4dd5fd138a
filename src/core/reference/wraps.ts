/** How a bag is shut: in a chamber, or at its mouth. */
export const SEALERS = ['chamber', 'clamp'] as const;
export type Sealer = (typeof SEALERS)[number];

/** Languages that labels speak. */
export const LABEL_LANGUAGES = ['en', 'de', 'fr'] as const;
export type LabelLanguage = (typeof LABEL_LANGUAGES)[number];

/** How a pack is wrapped. */
export const WRAPS = ['vacuum', 'bag', 'paper', 'box'] as const;
export type Wrap = (typeof WRAPS)[number];
export const WRAP_NAMES: Readonly<Record<Wrap, string>> = {
  vacuum: 'vacuum bag',
  bag: 'freezer bag',
  paper: 'paper',
  box: 'box'
};
