import { under } from '$core/units';
import {
  FEMALE_HIND_FACTOR,
  RUT_NECK_FACTOR,
  SHOT_LOSS,
  SKIN,
  SKINNED_PARTS,
  SPECIES,
  partCv,
  partsOf,
  type PartShare,
  type SpeciesKey
} from '$core/reference';
import type { YieldFacts } from './facts';
import { pool, type Pooled, type Sums } from '$core/statistics';

/** What own closed animals say of a part's share of the hanging weight, by part; on the logit scale. */
export type LearnedShares = Readonly<Record<string, Pooled>>;

/** Logit residuals of one animal's parts: what was taken against the default for its facts. */
export type ShareResiduals = Readonly<Record<string, number>>;

/** ln(share ÷ (1 − share)); a share strictly between 0 and 1. */
export const logit = (share: number): number => Math.log(share / (1 - share));
const backFromLogit = (value: number): number => 1 / (1 + Math.exp(-value));

/**
 * Step 1: shares of the hanging carcass, moved by sex, rut and own animals, adding up to 1 again.
 * @param learned  what own animals say; a logit-normal shift a part, then renormalised
 */
export function sharesOf(facts: YieldFacts, learned?: LearnedShares): PartShare[] {
  const moved = withSkin(facts).map((part) => {
    let { share } = part;
    if (facts.sex === 'female' && part.key === 'hindLeg') share *= FEMALE_HIND_FACTOR;
    if (facts.sex === 'male' && facts.rut && part.key === 'neck') share *= RUT_NECK_FACTOR;
    return { ...part, share };
  });
  const whole = renormalised(moved);
  if (!learned) return whole;
  return renormalised(
    whole.map((part) => {
      const own = under(learned, part.key);
      return own && own.n > 0 ? { ...part, share: backFromLogit(logit(part.share) + own.shift) } : part;
    })
  );
}

/** Times the species' usual hanging weight that a bird's is whose skin was kept or taken off against the usual. */
export function skinFactor(facts: YieldFacts): number {
  const known = SKIN[SPECIES[facts.species].group];
  if (!known || !facts.skin || (facts.skin === 'on') === known.plucked) return 1;
  return facts.skin === 'on' ? 1 + known.share : 1 / (1 + known.share);
}

/** Shares with the skin on the parts that have it, or off them, where that is not as the species is usually done. */
function withSkin(facts: YieldFacts): readonly PartShare[] {
  const parts = partsOf(facts.species);
  const factor = skinFactor(facts);
  if (factor === 1) return parts;
  const covered = parts.filter((p) => SKINNED_PARTS.includes(p.key));
  const sum = covered.reduce((total, p) => total + p.share, 0);
  // Skin that is gained, or lost, ÷ the usual hanging weight.
  const skin = factor - 1;
  return parts.map((p) => {
    if (!covered.includes(p)) return { ...p, share: p.share / factor };
    const share = p.share + (skin * p.share) / sum;
    return { ...p, share: share / factor, bone: (p.bone * p.share) / share };
  });
}

function renormalised(parts: PartShare[]): PartShare[] {
  const sum = parts.reduce((total, part) => total + part.share, 0);
  return parts.map((part) => ({ ...part, share: part.share / sum }));
}

/** Residuals outside this are another animal, or a wrong scale: e^±0.9 is two and a half times. Own choice. */
const SANE = 0.9;

/**
 * What one closed animal says of its parts. A part that was hit says nothing: its loss is booked apart, and would move
 * every other share.
 * @param taken  grams as taken by part, both sides
 * @param hanging  grams of the hanging weight that stayed in the house
 */
export function shareResidualsOf(
  facts: YieldFacts,
  taken: ReadonlyMap<string, number>,
  hanging: number
): ShareResiduals {
  if (hanging <= 0) return {};
  const hits = facts.placement ? SHOT_LOSS[facts.placement].hits : [];
  const out: Record<string, number> = {};
  for (const part of sharesOf(facts)) {
    const share = (taken.get(part.key) ?? 0) / hanging;
    if (share <= 0 || share >= 1 || (hits !== 'scattered' && hits.includes(part.key))) continue;
    const residual = logit(share) - logit(part.share);
    if (Math.abs(residual) <= SANE) out[part.key] = residual;
  }
  return out;
}

/** An animal's residuals with its species. */
export interface ShareRow {
  species: SpeciesKey;
  residuals: ShareResiduals;
}

/** Animals that the default's own spread counts for. Working default. */
const PRIOR_DF = 20;
/** Shifts between species and of the house, before anything is known, in logits. Working default. */
const TAU = 0.03;
/** Working default. */
const HOUSE = 0.03;

/** What is believed of the parts of a species before anything was learned: no shift, and how much the default may be off. */
export const priorShares = (of: SpeciesKey): LearnedShares =>
  Object.fromEntries(
    partsOf(of).map((part) => [
      part.key,
      { n: 0, shift: 0, scale: Math.hypot(partCv(of) / (1 - part.share), TAU, HOUSE), df: PRIOR_DF }
    ])
  );

/** Learns the shares of every part of a species, pooled with the other species of its group. */
export function learnShares(rows: readonly ShareRow[], of: SpeciesKey): LearnedShares {
  const { group } = SPECIES[of];
  const own = rows.filter((row) => SPECIES[row.species].group === group);
  return Object.fromEntries(
    partsOf(of).flatMap((part): [string, Pooled][] => {
      const sums = new Map<SpeciesKey, Sums>();
      for (const { species, residuals } of own) {
        const value = under(residuals, part.key);
        if (value === undefined) continue;
        const s = sums.get(species) ?? { n: 0, sum: 0, sumOfSquares: 0 };
        sums.set(species, { n: s.n + 1, sum: s.sum + value, sumOfSquares: s.sumOfSquares + value * value });
      }
      // The sd of a logit is the coefficient of variation ÷ (1 − share).
      const sigma = partCv(of) / (1 - part.share);
      const priors = { sigma, df: PRIOR_DF, tau: TAU, tauWeight: 3, house: HOUSE };
      return [[part.key, pool([...sums.values()], sums.get(of), priors)]];
    })
  );
}
