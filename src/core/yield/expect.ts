import {
  DRAWN_TO_LIVE,
  FEMALE_HIND_FACTOR,
  MUSCLE_CV,
  PROJECTILE_FACTOR,
  RUT_NECK_FACTOR,
  SHOT_LOSS,
  SPECIES,
  TRIM_STANDARDS,
  UNSAID_SHOT,
  boneShareOf,
  comesInLots,
  cutOf,
  flankSteakShare,
  muscleParts,
  partCv,
  softTissue,
  type PartShare,
  type Side,
  type Stage,
  type Standing
} from '$core/reference';
import { GRAMS_PER_POUND, roundGrams, type Grams, under } from '$core/units';
import { guessCondition } from './condition';
import type { YieldFacts } from './facts';
import { defaultCleanRatio, priorOf, unsaidSd, type Learned } from './learn';
import { Z80, mixtureMoments, mixtureQuantile, t80, type Component, type Pooled } from '$core/statistics';
import { sharesOf, skinFactor } from './shares';

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

/** The same figure at another mean, of the same standing and lean; with its own spread unless another is given. */
export function rescaled(e: Expected, mean: number, relativeSd = e.relativeSd): Expected {
  const n = e.n === undefined ? {} : { n: e.n };
  if (!(e.mean > 0 && e.relativeSd > 0)) return { ...expected(mean, relativeSd, e.standing), ...n };
  // A band that is wider to one side stays so.
  const by = (relativeSd / e.relativeSd) * (mean / e.mean);
  return {
    mean,
    relativeSd,
    low: Math.max(0, mean - (e.mean - e.low) * by),
    high: mean + (e.high - e.mean) * by,
    standing: e.standing,
    ...n
  };
}

/** A figure of which several things may be true, with the quantiles of their mixture; never below zero. */
function mixed(ways: readonly Component[], standing: Standing): Expected {
  const components = merged(ways);
  const [only] = components;
  if (components.length === 1 && only)
    return expected(only.mean, only.mean > 0 ? only.sd / only.mean : 0, standing);
  const { mean, sd } = mixtureMoments(components);
  return {
    mean,
    relativeSd: mean > 0 ? sd / mean : 0,
    low: Math.max(0, mixtureQuantile(components, 0.1)),
    high: mixtureQuantile(components, 0.9),
    standing
  };
}

/** Ways that come to the same are one. */
function merged(ways: readonly Component[]): Component[] {
  const out: Component[] = [];
  for (const way of ways) {
    const same = out.find((c) => c.mean === way.mean && c.sd === way.sd);
    if (same) same.weight += way.weight;
    else out.push({ ...way });
  }
  return out;
}

/** A part's share as taken: Student's t around what is believed of it, brought back from the logit. */
function asTaken(facts: YieldFacts, part: PartShare, own: Pooled | undefined): Expected {
  const spread = own ? (own.scale * (1 - part.share) * t80(own.df)) / Z80 : partCv(facts.species);
  const sd = Math.hypot(spread, unsaidShareSd(facts, part.key));
  return own && own.n > 0 ? { ...expected(part.share, sd, 'yours'), n: own.n } : expected(part.share, sd);
}

/** How often a grown male of which nobody has said it was killed in the rut. Own estimate. */
const UNSAID_RUT = 0.15;
/** Relative sd of a part's share for a sex and a rut that nobody has said. */
function unsaidShareSd(facts: YieldFacts, part: string): number {
  const { sex, ageClass, rut, species } = facts;
  if (sex === 'unknown' && part === 'hindLeg') return (FEMALE_HIND_FACTOR - 1) / 2;
  const stag = SPECIES[species].group === 'deer' && sex !== 'female' && ageClass !== 'young';
  if (part !== 'neck' || !stag || typeof rut === 'boolean') return 0;
  const chance = sex === 'male' ? UNSAID_RUT : UNSAID_RUT / 2;
  return (RUT_NECK_FACTOR - 1) * Math.sqrt(chance * (1 - chance));
}

/** A way it may have been hit: how likely, and what that costs. */
interface Hit {
  weight: number;
  loss: number;
  sd: number;
  hits: readonly string[] | 'scattered' | undefined;
  /** Side that was hit, where only one is. */
  side?: 'left' | 'right' | undefined;
}

/** The ways an animal may have been hit, by what is said of it: one, two where the side is not known, many where nothing is. */
function hitsOf(facts: YieldFacts): Hit[] {
  const factor = PROJECTILE_FACTOR[facts.projectile ?? 'expanding'].factor;
  const of = (placement: keyof typeof SHOT_LOSS, weight: number): Hit[] => {
    const { loss, sd, hits, oneSide } = SHOT_LOSS[placement];
    const hit = { weight, loss: loss * factor, sd: sd * factor, hits };
    if (!oneSide) return [hit];
    if (facts.shotSide) return [{ ...hit, side: facts.shotSide }];
    return (['left', 'right'] as const).map((side) => ({ ...hit, weight: weight / 2, side }));
  };
  if (facts.placement) return of(facts.placement, 1);
  const none: Hit = { weight: 1, loss: 0, sd: 0, hits: undefined };
  if (!facts.shotUnsaid) return [none];
  const usual = UNSAID_SHOT[comesInLots(facts.species) ? 'small' : 'large'];
  const said = usual.reduce((sum, [, weight]) => sum + weight, 0);
  return [{ ...none, weight: 1 - said }, ...usual.flatMap(([placement, weight]) => of(placement, weight))];
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
 * √[(s/r′)² + (σt/(1 − t))² + (σℓ·p/(1 − ℓ·p))²], s with what is not known of this house and of this animal in it; a part as
 * taken is share × hanging; the shot's loss falls on the hit parts in proportion to their soft tissue. Where nobody has
 * said where, or on which side, it was hit, the band is that of a mixture of the ways it may have been.
 * @param learned  what own animals say of the species; without any the working default stands, with its own doubt
 */
export function expectAnimal(facts: YieldFacts, learned?: Learned): Expectation {
  const own = learned?.species === facts.species && learned.n > 0 ? learned : priorOf(facts.species);
  const taught = taughtOf(facts, learned);
  const shares = sharesOf(facts, taught);
  const soft = softTissue(shares);
  const said = facts.condition as 1 | 2 | 3 | 4 | 5 | null | undefined;
  const condition = said ?? guessCondition(facts);
  const cleanRatio = defaultCleanRatio(facts) + own.shift;
  const standard = TRIM_STANDARDS[(facts.trimStandard ?? 1) as 1 | 2 | 3];
  const trimSd = standard.sd / (1 - standard.loss);
  const hits = hitsOf(facts);
  const ratioSd = Math.hypot((own.scale * t80(own.df)) / Z80, unsaidSd(facts)) / cleanRatio;
  const trimmed = cleanRatio * (1 - standard.loss);
  const standing: Standing = own.n > 0 ? 'yours' : 'default';
  const boneless = mixed(
    hits.map(({ weight, loss, sd }) => ({
      weight,
      mean: trimmed * (1 - loss),
      sd: trimmed * (1 - loss) * Math.hypot(ratioSd, trimSd, sd / (1 - loss))
    })),
    standing
  );
  const shotLoss = hits.reduce((sum, h) => sum + h.weight * h.loss, 0);
  const shotSd = mixtureMoments(hits.map(({ weight, loss, sd }) => ({ weight, mean: 1 - loss, sd })));
  const meatOf = (part: PartShare) => (part.meat ? part.share * (1 - part.bone) * (trimmed / soft) : 0);
  const spread = hits.map((hit) => spreadShot(shares, meatOf, trimmed * hit.loss, hit.hits));

  const parts = shares.map((part): PartExpectation => {
    const taken = asTaken(facts, part, under(taught ?? {}, part.key));
    const clean = meatOf(part);
    /** What is left of it, or of one side, in each of the ways. */
    const left = (side?: 'left' | 'right') =>
      hits.map((hit, i): Component => {
        const lost = spread[i]?.get(part.key) ?? 0;
        const whole = side ? clean / 2 : clean;
        const mine = !side
          ? lost
          : hit.side === undefined
            ? lost / 2
            : hit.side === side
              ? Math.min(lost, clean / 2)
              : Math.max(0, lost - clean / 2);
        const rest = whole - mine;
        const lostSd = hit.loss > 0 ? (mine * hit.sd) / hit.loss : 0;
        return {
          weight: hit.weight,
          mean: rest,
          sd: Math.hypot(rest * taken.relativeSd, rest * ratioSd, rest * trimSd, lostSd)
        };
      });
    const view: PartExpectation = {
      key: part.key,
      paired: part.paired,
      share: part.share,
      bone: part.bone,
      taken,
      boneless: mixed(left(), 'default'),
      shotLoss: hits.reduce((sum, h, i) => sum + h.weight * (spread[i]?.get(part.key) ?? 0), 0)
    };
    if (!part.paired) return view;
    return {
      ...view,
      side: rescaled(taken, taken.mean / 2),
      bonelessSides: { left: mixed(left('left'), 'default'), right: mixed(left('right'), 'default') }
    };
  });
  const frame = parts.find((p) => p.key === 'frame')?.taken ?? expected(0, 0);
  return {
    condition,
    conditionGuessed: said === null || said === undefined,
    softTissue: soft,
    cleanRatio,
    trimShare: Math.max(0, 1 - cleanRatio / soft),
    trimLoss: standard.loss,
    shotLoss,
    shotSd: shotSd.sd / shotSd.mean,
    boneless: { ...boneless, ...(own.n > 0 ? { n: own.n } : {}) },
    parts,
    frame
  };
}

/** Most of a hit part's meat that is taken as lost; what is over goes on to the others. Own choice: some is always left. */
const MOST_LOST = 0.85;

/**
 * Step 5: lays a loss on the hit parts in proportion to their soft tissue. No part loses more than most of what it has;
 * what is over goes on to the others, hit ones first.
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
    const room = group.map((part) => Math.max(0, MOST_LOST * meatOf(part) - (lost.get(part.key) ?? 0)));
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
  const skin = skinFactor(facts);
  const d = times(species.dressedToLive, comesInLots(facts.species) ? skin : 1);
  const h = times(species.hangingToLive, skin);
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

const times = (figure: { mean: number; sd: number }, factor: number) => ({
  mean: figure.mean * factor,
  sd: figure.sd * factor
});

/** Share of the boneless part that a cut is; the flank steak by the species' own figure. */
const muscleShare = (species: YieldFacts['species'], key: string): number =>
  key === 'flankSteak' ? flankSteakShare(species) : (cutOf(key)?.share ?? 0);

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
  const share = muscleShare(facts.species, key);
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
  const taken = asTaken(facts, part, own);
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
  const taken = asTaken(facts, part, under(taught, key));
  return rescaled(taken, taken.mean * hanging * (one ? 0.5 : 1));
}

const taughtOf = (facts: YieldFacts, learned: Learned | undefined) =>
  (learned?.species === facts.species ? learned.shares : undefined) ?? priorOf(facts.species).shares;

/** Boneless that one part on its own should give, from its weight as it came in: no carcass is needed for it. */
export function expectFromPart(
  facts: YieldFacts,
  key: string,
  grams: number,
  side?: Side,
  learned?: Learned
): Expected | undefined {
  const whole = expectAnimal(facts, learned);
  const part = whole.parts.find((p) => p.key === key);
  if (!part) return undefined;
  const boneless =
    side === 'left' || side === 'right' ? (part.bonelessSides?.[side] ?? part.boneless) : part.boneless;
  const taken = part.paired && (side === 'left' || side === 'right') ? part.share / 2 : part.share;
  return rescaled(whole.boneless, (grams * boneless.mean) / taken);
}
