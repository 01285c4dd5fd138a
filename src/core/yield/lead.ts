import { SHOT_LOSS, SPECIES, leadMargin, mayHoldLead } from '$core/reference';
import { under } from '$core/units';
import { expectAnimal } from './expect';
import type { YieldFacts } from './facts';

/**
 * Length and width of the meat of a part and side as it lies, in cm, of an animal of 40 kg on the hook; a length grows by
 * the third root of the weight. Own estimate.
 */
const FACES: Readonly<Record<string, readonly [number, number]>> = {
  shoulder: [45, 25],
  hindLeg: [50, 32],
  ribs: [60, 35],
  strap: [75, 12],
  tenderloin: [40, 6],
  neck: [40, 20],
  flank: [35, 30],
  belly: [60, 30],
  brisket: [40, 15]
};
/** The carcass that these lengths are of, grams on the hook. Own choice. */
const REFERENCE_GRAMS = 40_000;

/** What is given up where lead may have gone through. */
export interface LeadLoss {
  /** All of the hit part, or so many cm round the track. */
  margin: 'part' | 20 | 30;
  /** Share of the boneless that goes with it, at least what such a shot costs anyway. */
  share: number;
}

/**
 * How much of the boneless meat goes where everything round the track of a lead bullet is given up, as usual practice
 * asks: of each hit part the margin's share of its length times that of its width, of one side where one is hit.
 * @param hanging  grams of one animal on the hook
 * @returns nothing where no lead can be in it, and for small game, whose pellets are looked for one by one
 */
export function leadLoss(facts: YieldFacts, hanging: number): LeadLoss | undefined {
  const { group } = SPECIES[facts.species];
  const shot = facts.placement ? SHOT_LOSS[facts.placement] : undefined;
  if (!shot || shot.hits === 'scattered' || !mayHoldLead(facts) || (group !== 'deer' && group !== 'boar'))
    return undefined;
  const { parts, boneless, shotLoss } = expectAnimal(facts);
  const margin = leadMargin(hanging);
  const grown = Math.cbrt(hanging / REFERENCE_GRAMS);
  const clean = boneless.mean / (1 - shotLoss);
  let share = 0;
  for (const part of parts) {
    if (!shot.hits.includes(part.key)) continue;
    const whole = (part.boneless.mean + part.shotLoss) / clean;
    const [long, wide] = under(FACES, part.key) ?? [1, 1];
    const gone =
      margin === 'part'
        ? 1
        : Math.min(1, (2 * margin) / (long * grown)) * Math.min(1, (2 * margin) / (wide * grown));
    share += whole * gone * (shot.oneSide && part.paired ? 0.5 : 1);
  }
  return { margin, share: Math.min(1, Math.max(share, shotLoss)) };
}
