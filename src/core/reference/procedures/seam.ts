import { under } from '$core/units';
import { cutOf } from '../cuts';
import type { KitKey } from '../kit';
import { attend, type Procedure, type Step, type TakeOff } from './step';

/** What to do at a muscle or joint that comes off a part. */
const DOING: Readonly<Record<string, string>> = {
  topRound: 'Lift it off the femur along the inner seam, from the gap to the front ball.',
  topRoundCap: 'The thin flap over the inside leg peels off by hand.',
  bottomRound: 'Off along the seam to the roll, down to the bone face.',
  rumpEnd: 'Square the hip end off the outside leg where the band thickens.',
  eyeRound: 'The round roll between inside and outside leg parts by finger.',
  insideWhole: 'Off the femur along the inner seam, flap and all.',
  bottomWhole: 'Outside leg, rump end and roll in one.',
  ballAndHip: 'Front ball, hip piece and hip corner in one, off the femur and the hip. Tie it.',
  sirloinTip: 'The front ball whole, kneecap out, off along the white line.',
  tipSide: 'The firm side lifts off the front ball along a white line from the kneecap.',
  tipCore: 'The core off the femur, whole.',
  topSirloin: 'Hip piece off along its gristle, tail and all.',
  triTip: 'The corner in front of the hip, behind its wedge of fat.',
  hipWhole: 'Hip piece and hip corner in one, off the leg along the gristle.',
  heel: 'Calf muscle off above the hock cord, out from between its heads.',
  hindShank:
    'Off at the stifle, where muscle gives way to joint capsule. Kept on the bone unless you bone it.',
  legBoned:
    'Femur out through the inner seam, then the whole leg in one: rolled and tied, or parted by hand.',
  roundWhole: 'Inside, outside, roll and calf stay round as they lay; rump end squared, tied.',
  haunchShort: 'The rest of the leg stays on its bone: outside cleaned, the seam opened for the node.',
  legTrim: 'Clean scraps in small cubes. Node and hard tendon never go with them.',
  flatIron: 'Along the ridge, off the outside of the blade. Its centre tendon comes out on the board.',
  mockTender: 'The roll on the other side of the ridge.',
  armRoast: 'The thick of the shoulder behind the upper bone.',
  underBlade: 'Off the inside of the blade, flat to the bone.',
  foreShank: 'Off at the elbow: round the point, into the hollow. Kept on the bone unless you bone it.',
  shoulderShort: 'The rest stays on the blade, edges squared.',
  shoulderBoned: 'Blade and upper bone out from inside, then rolled and tied: one piece.',
  armJoint: 'Between elbow and shoulder joint, on its bone: one pot.',
  bladeJoint: 'The blade with all that lies on it, on its bone.',
  armSlices: 'Across the upper bone: knife through the meat, saw through the bone, 25–30 mm. Wipe the dust.',
  bladeSlices: 'Across the blade from its joint up: knife first, saw for the bone. Wipe the dust.',
  shoulderTrim: 'Clean scraps, edge of the brisket. The armpit node stays out.'
};

/** Joints that the knife goes by, by the cut that comes off there. */
const BONES: Readonly<Record<string, readonly string[]>> = {
  hindShank: ['stifle', 'hock'],
  heel: ['hock'],
  legBoned: ['stifle'],
  foreShank: ['elbow'],
  armJoint: ['shoulder', 'elbow']
};
const KIT: Readonly<Record<string, readonly KitKey[]>> = {
  topRound: ['boningKnife', 'meatHook'],
  legBoned: ['boningKnife', 'slicingKnife', 'string'],
  roundWhole: ['boningKnife', 'string'],
  haunchShort: ['boningKnife', 'string'],
  ballAndHip: ['boningKnife', 'string'],
  shoulderBoned: ['boningKnife', 'string'],
  armSlices: ['saw', 'slicingKnife'],
  bladeSlices: ['saw', 'slicingKnife']
};

/** A muscle off its part. */
export function off(cut: string, more: Pick<TakeOff, 'tub' | 'boned'> & Partial<Step> = {}): Step {
  const { tub, boned, ...rest } = more;
  const bones = under(BONES, cut);
  const sawn = cut === 'armSlices' || cut === 'bladeSlices';
  return {
    key: cut,
    title: cutOf(cut)?.names.plain ?? cut,
    doing: under(DOING, cut) ?? '',
    cautions: sawn ? ['saw', 'knife'] : ['knife'],
    takes: [{ kind: 'piece', cut, ...(tub ? { tub } : {}), ...(boned ? { boned } : {}) }],
    kit: under(KIT, cut) ?? ['boningKnife'],
    ...(bones ? { bones } : {}),
    ...rest
  };
}

/** The outside cleaned before anything is opened. */
export const CLEAN = attend(
  'do',
  'clean',
  'Clean the outside',
  'Dried rim, hair, loose fat and the outer membrane away, lifted by hand or paper; each weighed off by its reason.',
  {
    kit: ['boningKnife', 'tubs'],
    cautions: ['knife'],
    away: ['rind', 'fat', 'hair', 'scored', 'contaminated', 'spoiled']
  }
);

/** A leg or shoulder from its first step to its bare bone. */
export const seam = (
  part: 'hindLeg' | 'shoulder',
  { key, name, why, ...more }: Pick<Procedure, 'key' | 'name' | 'why'> & Partial<Procedure>,
  steps: readonly Step[]
): Procedure => ({
  key,
  name,
  why,
  groups: ['deer', 'boar'],
  part,
  position: 'table',
  ...more,
  steps: [
    ...steps,
    {
      key: 'bone',
      title: part === 'hindLeg' ? 'Leg bone' : 'Shoulder bone',
      doing: 'Weigh the bare bone and close the part. What is missing then is unaccounted.',
      cautions: ['knife'],
      takes: [],
      closes: true
    }
  ]
});
