import { partCv, softTissue, type TrimSaid } from '$core/reference';
import { rescaled, type Expectation, type Expected } from './expect';
import type { YieldFacts } from './facts';
import { sharesOf } from './shares';
import { WIDER } from './wider';

/** Bone of a part varies by this much between animals (coefficient of variation). Own estimate. */
const BONE_CV = 0.06;

/** Boneless meat by the state it was weighed in, grams: see `trimFigures` of the book. */
export interface WeighedAs {
  untrimmed: number;
  /** Of the untrimmed, what has become as trimmed as it gets since: packed, ground, sent back, given, eaten. */
  finished: number;
  trimmed: number;
  /** Trimmings that were weighed apart, of either. */
  off: number;
}

/** From this share of the usual trimmings on, what was weighed apart is all of them. Own choice. */
const ALL_APART = 0.75;
/** Below this share of the meat, what nobody has said of its trim moves no verdict. Own choice. */
const LITTLE = 0.1;
/** Soft tissue between houses (how the kill was bled, skinned and hung), relative sd; what a house has learned narrows it. Own estimate. */
const HOUSE_SOFT_SD = 0.033;

/** What was weighed, and what it is held against in the same state. */
export interface LikeWithLike {
  /** Grams as weighed. */
  actual: number;
  /** What should have been weighed in this state, 8 of 10; over both states where nobody has said which. */
  expected: Expected;
  /** What is held against it: {@link expected} wider, so that few average animals lie outside; one band for each state it may be in. */
  bands: readonly [trimmedMost: Band, trimmedLeast: Band];
  /** Grams that are left once all of it is trimmed. */
  trimmed: number;
  /** How much of it was trimmed when it was weighed, 0 … 1; the least where nobody has said. */
  trimmedShare: number;
  /** What trimming will leave of the untrimmed, ÷ as weighed; 1 where nothing is untrimmed. */
  keptOfUntrimmed: number;
  /** How it is known in which state it was weighed. */
  known: 'apart' | 'said' | 'weighed' | 'unsaid' | 'some';
}

export interface Band {
  mean: number;
  low: number;
  high: number;
}

/** What trimming leaves of the soft tissue: (1 − trim share)·(1 − loss of the trim standard). */
export const keptByTrim = ({ trimShare, trimLoss }: Pick<Expectation, 'trimShare' | 'trimLoss'>): number =>
  (1 - trimShare) * (1 - trimLoss);

/**
 * Relative sd of an animal's soft tissue as it comes off, by the delta method: shares with a coefficient of variation of
 * 8 % renormalised to the whole, S = Σaᵢxᵢ ÷ Σsᵢxᵢ with aᵢ = sᵢ(1 − bᵢ), so var S ≈ cv²·Σ(aᵢ − S·sᵢ)²; bones with 6 %; and
 * houses that differ. Narrower than what is left after trimming: how close somebody trims varies more than animals do.
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
  return Math.hypot(
    (partCv(facts.species) * Math.sqrt(varied)) / soft,
    (BONE_CV * Math.sqrt(bones)) / soft,
    HOUSE_SOFT_SD
  );
}

const knownBy = (apart: boolean, open: boolean, said: TrimSaid | undefined): LikeWithLike['known'] =>
  apart ? 'apart' : open ? (said === 'some' ? 'some' : 'unsaid') : said ? 'said' : 'weighed';

/**
 * Holds what was weighed against what such meat should weigh in the same state.
 *
 * Meat that was weighed trimmed is held against the expectation, which is of trimmed meat. Untrimmed meat U of which D was
 * weighed apart is held against the soft tissue that such an animal has, E ÷ κ, as far as it is still on: U ÷ (U + D) of it,
 * κ = {@link keptByTrim}. Where all trimmings were weighed apart, the same holds for trimmed meat, and tells more: soft
 * tissue varies less than trim does. Where nobody has said in which state it was weighed, it is held against both.
 * @param trimmedExpectation  boneless, trimmed, in grams
 * @param untrimmedSd  relative sd of the same as it comes off
 * @param said  what somebody said at the closing
 */
export function likeWithLike(
  { untrimmed, finished, trimmed, off }: WeighedAs,
  expectation: Pick<Expectation, 'trimShare' | 'trimLoss'>,
  trimmedExpectation: Expected,
  untrimmedSd: number,
  said?: TrimSaid
): LikeWithLike {
  const kept = keptByTrim(expectation);
  const actual = untrimmed + trimmed;
  // What is not trimmed: as somebody said, else as it was weighed and by what has become of it.
  const bare = said === 'all' ? 0 : said === 'none' ? untrimmed : untrimmed - finished;
  const apart = off > 0 && off >= ALL_APART * (actual + off) * (1 - kept);
  const open = !apart && (said === undefined || said === 'some') && bare > LITTLE * actual;
  const softTissue = trimmedExpectation.mean / kept;
  /** What is left of the soft tissue where so much of it is trimmed and so much is as it came off. */
  const left = (done: number, raw: number) => {
    const gone = raw > 0 ? off : 0;
    const whole = done / kept + raw + gone;
    const share = whole > 0 ? done / kept / whole : 1;
    const on = raw > 0 ? raw / (raw + gone) : 0;
    return inState(
      share * trimmedExpectation.mean + (1 - share) * softTissue * on,
      Math.sqrt(share * trimmedExpectation.relativeSd ** 2 + (1 - share) * untrimmedSd ** 2)
    );
  };
  const inState = (mean: number, relativeSd: number) => {
    const { low, high } = rescaled(trimmedExpectation, mean, relativeSd * WIDER);
    return { expected: rescaled(trimmedExpectation, mean, relativeSd), band: { mean, low, high } };
  };
  const least = apart ? left(0, actual) : left(actual - bare, bare);
  const most = open ? inState(trimmedExpectation.mean, trimmedExpectation.relativeSd) : least;
  const later = bare > 0 && !apart ? Math.min(bare, (bare + off) * kept) : bare;
  const [from, to] = [most.expected, least.expected];
  return {
    actual,
    expected: open ? { ...from, mean: (from.mean + to.mean) / 2, high: to.high } : to,
    bands: [most.band, least.band],
    trimmed: actual - bare + later,
    trimmedShare: apart ? 1 : actual > 0 ? (actual - bare) / actual : 0,
    keptOfUntrimmed: bare > 0 ? later / bare : 1,
    known: knownBy(apart, open, said)
  };
}
