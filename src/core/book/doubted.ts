import type { GroupKey, LossReason, Stage } from '$core/reference';
import type { Grams } from '$core/units';

/** Questions that whoever booked an entry has answered with yes; see `doubtOf`. */
export const DOUBTS = ['anatomy', 'weight', 'heavy', 'twice', 'loss', 'pets', 'writeOff'] as const;
export type Doubted = (typeof DOUBTS)[number];

/** What is asked before an entry is booked. None of it is impossible; each is more often a slip than the truth. */
export type Doubt =
  /** A whole animal or part far outside its species, sex and age. Grams of one animal, and the bounds. */
  | { why: 'weight'; stage: Stage | 'part'; grams: Grams; low: Grams; high: Grams }
  /** A cut far heavier than such a one can be on this animal. */
  | { why: 'heavy'; cut: string; grams: Grams; high: Grams }
  /** The same cut of the same side stands already, off the same mother. */
  | { why: 'twice'; item: string; entry: string; grams: Grams; at?: number; hand?: string; device?: string }
  /** More is gone since the last weighing than dries or is dressed away: is the first weight wrong? */
  | { why: 'loss'; item: string; grams: Grams; plausible: Grams; was: Grams }
  /** A cut that the species, or the part it is taken out of, has not. */
  | { why: 'anatomy'; cut: string; from: string }
  /** Raw meat for animals that gets none of it raw: of a kind that is cooked for them, or of a part that was hit. */
  | { why: 'pets'; grams: Grams; because: GroupKey | 'hit' }
  /** Grams that would be written off without anybody having weighed them; negative where more came off than was there. */
  | { why: 'writeOff'; item: string; grams: Grams; reason: LossReason };
