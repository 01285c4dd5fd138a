import type { PlanUse } from '$core/reference';

/** A muscle that is to become something: expected, or on the table. */
export interface Muscle {
  id: string;
  animal: string;
  cut: string;
  side?: 'left' | 'right' | 'both';
  /** Boneless and trimmed, g: what is expected in the mean, or what the book has. */
  grams: number;
  /** Standard deviation ÷ mean; 0 of what was weighed. */
  relativeSd: number;
  /** Effective tenderness ÷ that of an adult. */
  tender: number;
  /** What the book leaves open of it: its tub is decided. Anything, where this is absent. */
  among?: readonly PlanUse[];
  /** What its tub stands for, where it stands for one use. */
  booked?: PlanUse;
  /** What is never made of such an animal. */
  never?: readonly PlanUse[];
}

/** The uses that are open for a muscle, of those that can be cooked. */
export const openFor = (muscle: Pick<Muscle, 'among' | 'never'>, can: readonly PlanUse[]): PlanUse[] =>
  can.filter((use) => (muscle.among?.includes(use) ?? true) && !(muscle.never?.includes(use) ?? false));

/** What somebody has pinned: the muscle becomes this and, of its second part, that. */
export type Pins = Readonly<Record<string, readonly PlanUse[]>>;
