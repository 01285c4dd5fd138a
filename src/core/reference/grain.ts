/** How something is cut to its grain: long fibres that pull, or short ones that break. */
export const GRAINS = ['with', 'across'] as const;
export type Grain = (typeof GRAINS)[number];
export const GRAIN_NAMES: Readonly<Record<Grain, string>> = {
  with: 'with the grain: chewy, pulls apart',
  across: 'across the grain: tender, breaks'
};
