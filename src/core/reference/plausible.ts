import { HANG_LOSS } from './cooling';
import { boneShareOf, cutOf, muscleParts } from './cuts';
import { partsOf } from './parts';
import { DRAWN_TO_LIVE, SPECIES, type AgeClass, type Sex, type SpeciesKey, type Stage } from './species';

/*
 * What nobody weighs by right: bounds past which a weight is asked about, never refused. Wider than anything usual, so that
 * a slipped digit or a wrong unit is caught and a heavy boar is not.
 */

/** Live weight by age to the adult's usual range, lowest and highest. Own estimates, wide. */
const AGE_RANGE: Readonly<Record<AgeClass, readonly [low: number, high: number]>> = {
  young: [0.25, 0.9],
  yearling: [0.5, 1],
  adult: [1, 1],
  old: [1, 1]
};
/** How far past the usual range a weight still passes unasked. Own estimate. */
const SLACK = { low: 0.6, high: 1.5 } as const;

/** Stage ÷ live, mean of the species' table. */
export function stageToLive(species: SpeciesKey, stage: Stage): number {
  const { group, dressedToLive, hangingToLive } = SPECIES[species];
  if (stage === 'live') return 1;
  if (stage === 'drawn') return DRAWN_TO_LIVE[group] ?? dressedToLive.mean;
  return stage === 'dressed' ? dressedToLive.mean : hangingToLive.mean;
}

/**
 * Bounds in grams that one animal of a species, sex and age should weigh within at a stage.
 * @returns low and high; outside them somebody is asked
 */
export function plausibleWeight(
  facts: { species: SpeciesKey; sex: Sex; ageClass: AgeClass },
  stage: Stage
): [low: number, high: number] {
  const { female, male } = SPECIES[facts.species].liveKg;
  const adult =
    facts.sex === 'unknown'
      ? [Math.min(female[0], male[0]), Math.max(female[1], male[1])]
      : facts.sex === 'female'
        ? female
        : male;
  const [young, grown] = AGE_RANGE[facts.ageClass];
  const ratio = stageToLive(facts.species, stage) * 1000;
  return [(adult[0] ?? 0) * young * SLACK.low * ratio, (adult[1] ?? 0) * grown * SLACK.high * ratio];
}

/** The same of a part that comes in alone, one side of a pair; undefined for what is no part of the species. */
export function plausiblePart(
  facts: { species: SpeciesKey; sex: Sex; ageClass: AgeClass },
  part: string,
  side: string | undefined
): [low: number, high: number] | undefined {
  const parts = partsOf(facts.species);
  const share =
    part === 'trunk'
      ? parts
          .filter((p) => !['hindLeg', 'shoulder', 'neck'].includes(p.key))
          .reduce((sum, p) => sum + p.share, 0)
      : parts.find((p) => p.key === part)?.share;
  if (share === undefined) return undefined;
  const one = share * (side === 'left' || side === 'right' ? 0.5 : 1);
  const [low, high] = plausibleWeight(facts, 'hanging');
  return [low * one * 0.7, high * one * 1.3];
}

/** A cut is asked about from so many times its usual weight on, and so many grams more. Own estimates, wide. */
const CUT = { times: 4, more: 150 } as const;

/**
 * Most grams that a cut should weigh off a carcass of so many: its share of the parts it reaches over, on the bone where it
 * is kept so, one side of it half.
 * @param carcass  grams of the animal at whatever stage was weighed
 * @returns undefined for what is no cut of the species, or has no usual weight
 */
export function plausibleCut(
  species: SpeciesKey,
  key: string,
  carcass: number,
  side: string | undefined,
  onBone: boolean
): number | undefined {
  const { group } = SPECIES[species];
  const cut = cutOf(key);
  if (!cut?.groups.includes(group)) return undefined;
  const own = partsOf(species);
  const soft = muscleParts(cut, group).reduce((sum, { part, share }) => {
    const { share: of, bone } = own.find((p) => p.key === part.key) ?? part;
    return sum + of * (1 - bone) * share;
  }, 0);
  if (soft <= 0) return undefined;
  const half = side === 'left' || side === 'right' ? 0.5 : 1;
  const bone = onBone || cut.boneIn ? boneShareOf(cut, group) : 0;
  return CUT.more + (CUT.times * carcass * soft * half) / (1 - bone);
}

/** Lighter than this kilogram nothing dries faster: the law of the hook is for carcasses. Own estimate. */
const SMALLEST_KG = 0.5;
/** Unsteady readings, drip on the way: so much is never asked about. Share of the weight. Own estimate. */
const ALWAYS = 0.01;
/** More than this is asked about whatever the days. Own estimate. */
const MOST = 0.3;

/**
 * Share of a weight that may dry away in so many days before somebody is asked whether the first weight was wrong: the hang
 * loss of a bare carcass in the driest air of the table (`HANG_LOSS`), the first day double, and one per cent on top.
 * @param kg  weight now
 * @param days  since it was weighed last, 0 or more
 */
export function plausibleLoss(kg: number, days: number): number {
  const aDay = HANG_LOSS.at30kg * HANG_LOSS.air[1] * Math.cbrt(30 / Math.max(SMALLEST_KG, kg));
  return Math.min(MOST, ALWAYS + aDay * (days + Math.min(1, days) * (HANG_LOSS.firstDay - 1)));
}
