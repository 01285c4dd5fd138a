import type { Placement } from '$core/reference';

/** Where it was hit, of what a form says; undefined for a clean animal and where nobody has said. */
export const hitOf = (placement: Placement | 'clean' | ''): Placement | undefined =>
  placement === '' || placement === 'clean' ? undefined : placement;
