import {
  DRAWN_TO_LIVE,
  FLANK_STEAK_SHARE,
  MUSCLE_CV,
  PART_CV,
  PROJECTILE_FACTOR,
  SHOT_LOSS,
  SPECIES,
  TRIM_STANDARDS,
  boneShareOf,
  cutOf,
  muscleParts,
  softTissue,
  type PartShare,
  type Side,
  type Stage,
  type Standing
} from '$core/reference';
import { GRAMS_PER_POUND, roundGrams, type Grams, under } from '$core/units';
import { guessCondition } from './condition';
import type { YieldFacts } from './facts';
import { defaultCleanRatio, type Learned } from './learn';
import { Z80, t80, type Pooled } from '$core/statistics';
import { sharesOf } from './shares';

/** A figure with its 80 % interval. Ratios are bare numbers; masses are rounded to whole grams by the caller. */
export interface Expected {
  mean: number;
  /** Standard deviation ÷ mean. */
  relativeSd: number;
  low: number;
  high: number;
  standing: Standing;
  /** Own animals behind it, where it is `yours`. */
  n?: number;
}

/**
 * A figure with its 80 % interval, as of a normal distribution; never below zero.
 * @example expected(100, 0.1).low // 87.184
 */
export function expected(mean: number, relativeSd: number, standing: Standing = 'default'): Expected {
  const half = Z80 * relativeSd * mean;
  return { mean, relativeSd, low: Math.max(0, mean - half), high: mean + half, standing };
}

/** The same figure at another mean, of the same standing; with its own spread unless another is given. */
export const rescaled = (e: Expected, mean: number, relativeSd = e.relativeSd): Expected => ({
  ...expected(mean, relativeSd, e.standing),
  ...(e.n === undefined ? {} : { n: e.n })
});

/** A part's share as taken: with the default's spread, or Student's t of own animals brought back from the logit. */
function asTaken(share: number, own: Pooled | undefined): Expected {
  if (!own || own.n === 0) return expected(share, PART_CV);
  return { ...expected(share, (own.scale * (1 - share) * t80(own.df)) / Z80, 'yours'), n: own.n };
}

/** The same in whole grams. */
export const inGrams = (e: Expected): Expected & { mean: Grams; low: Grams; high: Grams } => ({
  ...e,
  mean: roundGrams(e.mean),
  low: roundGrams(e.low),
  high: roundGrams(e.high)
});

export interface PartExpectation {
  key: string;
  paired: boolean;
  share: number;
  bone: number;
  /** As taken off the carcass, before trim and shot loss; both sides. A ratio of the hanging weight. */
  taken: Expected;
  /** One side of it as taken, of a pair. */
  side?: Expected;
  /** Boneless it should give after trim and shot loss, both sides; a ratio of the hanging weight. */
  boneless: Expected;
  /** The same by side, where a shot on one side makes them differ. */
  bonelessSides?: Record<'left' | 'right', Expected>;
  /** Shot loss that is expected to fall here, ÷ hanging. */
  shotLoss: number;
}

export interface Expectation {
  condition: 1 | 2 | 3 | 4 | 5;
  conditionGuessed: boolean;
  softTissue: number;
  /** r′: boneless ÷ hanging before trim standard and shot. */
  cleanRatio: number;
  /** Lost to silver, rind, glands, fat and scraps at trim standard 1, ÷ soft tissue. */
  trimShare: number;
  trimLoss: number;
  shotLoss: number;
  /** Relative sd that the shot's loss adds to what is left. */
  shotSd: number;
  /** Expected boneless ÷ hanging, with its 80 % interval. */
  boneless: Expected;
  parts: PartExpectation[];
  frame: Expected;
}

/**
 * What to expect of an animal, as ratios of its hanging weight.
 *
 * Steps as in the domain's computation: shares moved by sex and rut and renormalised; r′ = boneless/hanging + condition
 * + age; trim share = 1 − r′ ÷ soft′; boneless ÷ hanging = r′·(1 − t)·(1 − ℓ·p), its relative sd
 * √[(sd/r′)² + (σt/(1 − t))² + (σℓ·p/(1 − ℓ·p))²]; a part as taken is share × hanging with a coefficient of variation of
 * 8 %; the shot's loss falls on the hit parts in proportion to their soft tissue.
 * @param learned  what own animals say of the species; without any the working default stands
 */
export function expectAnimal(facts: YieldFacts, learned?: Learned): Expectation {
  const species = SPECIES[facts.species];
  const taught = taughtOf(facts, learned);
  const shares = sharesOf(facts, taught);
  const soft = softTissue(shares);
  const said = facts.condition as 1 | 2 | 3 | 4 | 5 | null | undefined;
  const condition = said ?? guessCondition(facts);
  const figure = species.bonelessToHanging;
  const own = learned && learned.n > 0 && learned.species === facts.species ? learned : undefined;
  // More than the soft tissue nobody can give.
  const cleanRatio = Math.min(soft * 0.995, defaultCleanRatio(facts) + (own?.shift ?? 0));
  const standard = TRIM_STANDARDS[(facts.trimStandard ?? 1) as 1 | 2 | 3];
  const shot = facts.placement ? SHOT_LOSS[facts.placement] : undefined;
  const factor = PROJECTILE_FACTOR[facts.projectile ?? 'expanding'].factor;
  const loss = shot ? shot.loss * factor : 0;
  const lossSd = shot ? shot.sd * factor : 0;
  const relativeSd = Math.hypot(
    (own ? (own.scale * t80(own.df)) / Z80 : figure.sd) / cleanRatio,
    standard.sd / (1 - standard.loss),
    lossSd / (1 - loss)
  );
  const trimmed = cleanRatio * (1 - standard.loss);
  const trimShare = 1 - cleanRatio / soft;
  const hits = spreadShot(
    shares,
    (part) => part.share * (1 - part.bone) * (trimmed / soft),
    trimmed * loss,
    shot?.hits
  );

  const parts = shares.map((part): PartExpectation => {
    const taken = asTaken(part.share, under(taught, part.key));
    const clean = part.meat ? part.share * (1 - part.bone) * (trimmed / soft) : 0;
    const lost = hits.get(part.key) ?? 0;
    const partSd = Math.hypot(
      taken.relativeSd,
      standard.sd / (1 - standard.loss),
      clean > lost ? (lost * (lossSd / (loss || 1))) / (clean - lost) : 0
    );
    const boneless = expected(clean - lost, partSd);
    const view: PartExpectation = {
      key: part.key,
      paired: part.paired,
      share: part.share,
      bone: part.bone,
      taken,
      boneless,
      shotLoss: lost
    };
    if (!part.paired) return view;
    const oneSide = shot?.oneSide === true && facts.shotSide ? facts.shotSide : undefined;
    const half = (side: 'left' | 'right') => {
      const mine = oneSide
        ? oneSide === side
          ? Math.min(lost, clean / 2)
          : Math.max(0, lost - clean / 2)
        : lost / 2;
      // Only the side that was hit does not know how much it has lost.
      const rest = clean / 2 - mine;
      const hitSd = rest > 0 && mine > 0 ? (mine * (lossSd / (loss || 1))) / rest : 0;
      return expected(rest, Math.hypot(taken.relativeSd, standard.sd / (1 - standard.loss), hitSd));
    };
    return {
      ...view,
      side: rescaled(taken, taken.mean / 2),
      bonelessSides: { left: half('left'), right: half('right') }
    };
  });
  const frame = parts.find((p) => p.key === 'frame')?.taken ?? expected(0, 0);
  return {
    condition,
    conditionGuessed: said === null || said === undefined,
    softTissue: soft,
    cleanRatio,
    trimShare,
    trimLoss: standard.loss,
    shotLoss: loss,
    shotSd: lossSd / (1 - loss),
    boneless: {
      ...expected(trimmed * (1 - loss), relativeSd, own ? 'yours' : 'default'),
      ...(own ? { n: own.n } : {})
    },
    parts,
    frame
  };
}

/**
 * Step 5: lays a loss on the hit parts in proportion to their soft tissue. No part can lose more than it has; what is
 * over goes on to the others, hit ones first.
 */
function spreadShot(
  shares: PartShare[],
  meatOf: (part: PartShare) => number,
  total: number,
  hits: readonly string[] | 'scattered' | undefined
): Map<string, number> {
  const lost = new Map<string, number>();
  const meat = shares.filter((part) => part.meat);
  const hit = meat.filter((part) => hits === 'scattered' || hits?.includes(part.key));
  let left = total;
  for (const group of [hit, meat]) {
    const room = group.map((part) => Math.max(0, meatOf(part) - (lost.get(part.key) ?? 0)));
    const sum = room.reduce((a, b) => a + b, 0);
    if (left <= 1e-12 || sum <= 0) continue;
    const share = Math.min(1, left / sum);
    group.forEach((part, i) => lost.set(part.key, (lost.get(part.key) ?? 0) + (room[i] ?? 0) * share));
    left -= sum * share;
  }
  return lost;
}

/** A weight at a stage, known or modelled. */
export interface StageWeight {
  grams: number;
  relativeSd: number;
  modelled: boolean;
}

/**
 * The stages of an animal worked out from one weighing, by the species' ratios.
 * White-tailed deer, dressed to live: live (lb) = 3.92 + 1.26 × dressed (lb), a widely published regression.
 * @param stage  the stage weighed; `aged` stands for a hanging weight that nobody took earlier
 */
export function stagesFrom(
  facts: YieldFacts,
  stage: Stage,
  grams: number
): Record<'live' | 'dressed' | 'hanging', StageWeight> {
  const species = SPECIES[facts.species];
  const { dressedToLive: d, hangingToLive: h } = species;
  const dSd = d.sd / d.mean;
  const hSd = h.sd / h.mean;
  const both = Math.hypot(dSd, hSd);
  const small = species.group !== 'deer' && species.group !== 'boar';
  const known = { grams, relativeSd: 0, modelled: false };
  const model = (value: number, relativeSd: number) => ({ grams: value, relativeSd, modelled: true });
  if (stage === 'live')
    return { live: known, dressed: model(grams * d.mean, dSd), hanging: model(grams * h.mean, hSd) };
  if (stage === 'drawn') {
    const live = grams / (DRAWN_TO_LIVE[species.group] ?? d.mean);
    return { live: model(live, dSd), dressed: model(live * d.mean, dSd), hanging: model(live * h.mean, hSd) };
  }
  if (stage === 'dressed') {
    const live =
      facts.species === 'whitetail'
        ? (3.92 + 1.26 * (grams / GRAMS_PER_POUND)) * GRAMS_PER_POUND
        : grams / d.mean;
    return {
      live: model(live, dSd),
      dressed: known,
      hanging: small ? known : model((grams * h.mean) / d.mean, both)
    };
  }
  return {
    live: model(grams / h.mean, hSd),
    dressed: small ? known : model((grams * d.mean) / h.mean, both),
    hanging: known
  };
}

/** Share of the boneless part that a cut is; the flank's two by the species' own figures. */
function muscleShare(key: string): number {
  return key === 'flankSteak' ? FLANK_STEAK_SHARE / 0.032 : (cutOf(key)?.share ?? 0);
}

/**
 * How heavy a cut should come off: part × (1 − bone) × its share of the muscle, before trim. Kept on the bone it weighs
 * boneless ÷ (1 − bone share). CV √(8² + 10²) %; where the part itself is weighed only the muscle's 10 % is left, and a
 * part that is one piece keeps its 8 %.
 * @param hanging  grams of the hanging carcass, for cuts off the carcass
 * @param partGrams  grams of the part on the table, when it has been weighed as taken
 */
export function expectCut(
  facts: YieldFacts,
  key: string,
  options: {
    side?: Side | undefined;
    hanging?: number | undefined;
    partGrams?: number | undefined;
    boneIn?: boolean | undefined;
    /** What own animals say of the parts. */
    learned?: Learned | undefined;
  }
): Expected | undefined {
  const cut = cutOf(key);
  if (!cut) return undefined;
  const { group } = SPECIES[facts.species];
  const taught = taughtOf(facts, options.learned);
  const shares = sharesOf(facts, taught);
  const part = shares.find((p) => p.key === cut.of);
  if (!part || !cut.groups.includes(group)) return undefined;
  const share = muscleShare(key);
  const onePiece = share >= 0.999;
  const boneIn = options.boneIn ?? cut.boneIn;
  const bone = boneShareOf(cut, group);
  const onBone = boneIn && bone > 0 ? 1 / (1 - bone) : 1;
  if (options.partGrams !== undefined)
    return expected(options.partGrams * (1 - part.bone) * share * onBone, MUSCLE_CV);
  if (options.hanging === undefined) return undefined;
  const halves = options.side === 'left' || options.side === 'right' ? 0.5 : 1;
  // A cut may reach over several parts: a slab, a crown, a whole bird.
  const over = muscleParts(cut, group);
  const soft =
    over.length > 1
      ? over.reduce((sum, { part: { key: of }, share: part }) => {
          const own = shares.find((p) => p.key === of);
          return sum + (own ? own.share * (1 - own.bone) * part : 0);
        }, 0)
      : part.share * (1 - part.bone) * share;
  const own = over.length > 1 ? undefined : under(taught, cut.of);
  const taken = asTaken(part.share, own);
  return rescaled(
    taken,
    options.hanging * soft * halves * onBone,
    onePiece ? taken.relativeSd : Math.hypot(taken.relativeSd, MUSCLE_CV)
  );
}

/** How heavy a part or one side of it should come off, as taken. */
export function expectPart(
  facts: YieldFacts,
  key: string,
  hanging: number,
  side?: Side,
  learned?: Learned
): Expected | undefined {
  const taught = taughtOf(facts, learned);
  const part = sharesOf(facts, taught).find((p) => p.key === key);
  if (!part) return undefined;
  const one = part.paired && (side === 'left' || side === 'right');
  const taken = asTaken(part.share, under(taught, key));
  return rescaled(taken, taken.mean * hanging * (one ? 0.5 : 1));
}

const taughtOf = (facts: YieldFacts, learned: Learned | undefined) =>
  learned?.species === facts.species ? learned.shares : undefined;

/** Boneless that one part on its own should give, from its weight as it came in: no carcass is needed for it. */
export function expectFromPart(
  facts: YieldFacts,
  key: string,
  grams: number,
  side?: Side
): Expected | undefined {
  const whole = expectAnimal(facts);
  const part = whole.parts.find((p) => p.key === key);
  if (!part) return undefined;
  const boneless =
    side === 'left' || side === 'right' ? (part.bonelessSides?.[side] ?? part.boneless) : part.boneless;
  const taken = part.paired && (side === 'left' || side === 'right') ? part.share / 2 : part.share;
  return expected((grams * boneless.mean) / taken, Math.hypot(whole.boneless.relativeSd));
}
