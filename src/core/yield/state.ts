import { partCv, softTissue } from '$core/reference';
import { rescaled, type Expectation, type Expected } from './expect';
import type { YieldFacts } from './facts';
import { sharesOf } from './shares';

/** Bone of a part varies by this much between animals (coefficient of variation). Own estimate. */
const BONE_CV = 0.06;

/** Boneless meat by the state it was weighed in, grams: see `trimFigures` of the book. */
export interface WeighedAs {
  untrimmed: number;
  trimmed: number;
  /** Taken off the untrimmed by trimming. */
  off: number;
  /** Not accounted for: unweighed trim may lie in it. */
  unseen: number;
}

/** Share of the meat that drips away or is rounded off between two scales. Own estimate. */
const SCALE_MISSES = 0.02;

/** What was weighed, and what it is held against in the same state. */
export interface LikeWithLike {
  /** Grams as weighed. */
  actual: number;
  /** What should have been weighed in this state. */
  expected: Expected;
  /** Grams that are left once all of it is trimmed. */
  trimmed: number;
  /** How much of it was trimmed when it was weighed, 0 … 1. */
  trimmedShare: number;
  /** What trimming will leave of the untrimmed, ÷ as weighed; 1 where nothing is untrimmed. */
  keptOfUntrimmed: number;
}

/** What trimming leaves of the soft tissue: (1 − trim share)·(1 − loss of the trim standard). */
export const keptByTrim = ({ trimShare, trimLoss }: Pick<Expectation, 'trimShare' | 'trimLoss'>): number =>
  (1 - trimShare) * (1 - trimLoss);

/**
 * Relative sd of an animal's soft tissue as it comes off, by the delta method: shares with a coefficient of variation of
 * 8 % renormalised to the whole, S = Σaᵢxᵢ ÷ Σsᵢxᵢ with aᵢ = sᵢ(1 − bᵢ), so var S ≈ cv²·Σ(aᵢ − S·sᵢ)²; bones with 6 %.
 * Far narrower than what is left after trimming: how close somebody trims varies more than animals do.
 */
export function softSd(facts: YieldFacts): number {
  const shares = sharesOf(facts);
  const soft = softTissue(shares);
  let varied = 0;
  let bones = 0;
  for (const part of shares) {
    const meat = part.meat ? part.share * (1 - part.bone) : 0;
    varied += (meat - soft * part.share) ** 2;
    if (part.meat) bones += (part.share * part.bone) ** 2;
  }
  return Math.hypot(partCv(facts.species) * Math.sqrt(varied), BONE_CV * Math.sqrt(bones)) / soft;
}

/**
 * Holds what was weighed against what such meat should weigh in the same state.
 *
 * Untrimmed meat U from which D has been trimmed away, seen or unseen, will weigh min(U, (U + D)·κ) trimmed, κ =
 * {@link keptByTrim}: what was thrown away as silver has left it already. The expectation, which is of trimmed meat, is brought up by the ratio of
 * the two. Its spread lies between that of soft tissue (nothing trimmed) and its own (all trimmed), by variance.
 * @param trimmedExpectation  boneless, trimmed, in grams
 * @param untrimmedSd  relative sd of the same as it comes off
 */
export function likeWithLike(
  { untrimmed, trimmed, off, unseen }: WeighedAs,
  expectation: Pick<Expectation, 'trimShare' | 'trimLoss'>,
  trimmedExpectation: Expected,
  untrimmedSd: number
): LikeWithLike {
  const kept = keptByTrim(expectation);
  const later = Math.min(untrimmed, (untrimmed + off + Math.max(0, unseen)) * kept);
  const actual = untrimmed + trimmed;
  const left = trimmed + later;
  // How far the untrimmed has come: 1 where as much is off it as trimming takes. What a scale may miss is no trim.
  const gone = off + Math.max(0, unseen - untrimmed * SCALE_MISSES);
  const way = untrimmed > 0 ? Math.min(1, gone / Math.max(1e-9, (untrimmed + off) * (1 - kept))) : 1;
  const share = actual > 0 ? (trimmed + untrimmed * way) / actual : 0;
  const ratio = left > 0 ? actual / left : 1 / kept;
  const sd = Math.sqrt(share * trimmedExpectation.relativeSd ** 2 + (1 - share) * untrimmedSd ** 2);
  return {
    actual,
    expected: rescaled(trimmedExpectation, trimmedExpectation.mean * ratio, sd),
    trimmed: left,
    trimmedShare: share,
    keptOfUntrimmed: untrimmed > 0 ? later / untrimmed : 1
  };
}
