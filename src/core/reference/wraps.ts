/** How a pack is wrapped. */
export const WRAPS = ['vacuum', 'bag', 'paper', 'box'] as const;
export type Wrap = (typeof WRAPS)[number];
export const WRAP_NAMES: Readonly<Record<Wrap, string>> = {
  vacuum: 'vacuum bag',
  bag: 'freezer bag',
  paper: 'paper',
  box: 'box'
};
