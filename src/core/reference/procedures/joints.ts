import { under } from '$core/units';
import { cutOf } from '../cuts';
import type { KitKey } from '../kit';
import { glandStop, inOrder, type Procedure, type Step } from './step';

const muscleNotes: Record<string, string> = {
  topRound: 'Lift it off the femur along the inner seam. Draw the dark vein out.',
  topRoundCap: 'The thin flap over the inside leg peels off by hand.',
  bottomRound: 'Off along the seam to the eye; heavy silver to its tub, inner tendon drawn.',
  rumpEnd: 'Square the hip end off the outside leg.',
  eyeRound: 'The round roll between inside and outside leg parts by finger.',
  insideWhole: 'Off the femur along the inner seam, flap and all. Draw the dark vein out.',
  bottomWhole: 'Outside leg, rump end and roll in one; heavy silver to its tub, inner tendon drawn.',
  ballAndHip: 'Front ball, hip piece and hip corner in one, off the femur and the hip. Tie it.',
  tipSide: 'The firm side lifts off the front ball along a white line.',
  tipCore: 'The core off the femur; centre sinew out if it is to be steaks.',
  topSirloin: 'Hip piece off; glands and the small chewy strips out.',
  triTip: 'The corner in front of the hip, with its gland cut away whole.',
  heel: 'Calf muscle off above the hock tendon.',
  hindShank:
    'Off at the stifle, where muscle gives way to joint capsule. Kept on the bone unless you bone it.',
  legBoned: 'Femur out through the inner seam, then the whole leg in one: rolled, tied, sliced across.',
  haunchShort: 'The rest of the leg stays on its bone: hip bone trimmed, outside cleaned.',
  legTrim: 'Clean scraps in small cubes. Node and hard tendon never go with them.',
  flatIron: 'Along the ridge, off the outside of the blade. Its centre tendon comes out later.',
  mockTender: 'The roll on the other side of the ridge.',
  armRoast: 'The thick of the shoulder behind the upper bone.',
  underBlade: 'Off the inside of the blade, flat to the bone.',
  foreShank: 'Off at the elbow: feel the hollow beside the point. Kept on the bone unless you bone it.',
  shoulderShort: 'The rest stays on the blade, edges squared.',
  shoulderTrim: 'Clean scraps, edge of the brisket. The armpit node stays out.'
};

/** Joints that the knife goes by, by the cut that comes off there. */
const muscleBones: Record<string, readonly string[]> = {
  hindShank: ['stifle', 'hock'],
  heel: ['hock'],
  legBoned: ['stifle'],
  foreShank: ['elbow'],
  mockTender: ['shoulder']
};
const muscleKit: Record<string, readonly KitKey[]> = {
  topRound: ['boningKnife', 'meatHook'],
  legBoned: ['boningKnife', 'slicingKnife', 'string'],
  haunchShort: ['boningKnife', 'saw', 'string'],
  ballAndHip: ['boningKnife', 'string']
};

function seam(
  key: string,
  name: string,
  why: string,
  part: string,
  order: string[],
  title: string,
  stop: { after: string; glands: readonly string[] }
): Procedure {
  return {
    key,
    name,
    why,
    groups: ['deer', 'boar'],
    part,
    steps: [
      ...order
        .filter((cut) => cutOf(cut)?.of === part)
        .flatMap((cut): Step[] => [
          {
            key: cut,
            title: cutOf(cut)?.names.plain ?? cut,
            doing: under(muscleNotes, cut) ?? '',
            cautions: ['knife'],
            takes: [{ kind: 'piece', cut }],
            kit: under(muscleKit, cut) ?? ['boningKnife'],
            ...(under(muscleBones, cut) ? { bones: under(muscleBones, cut) } : {})
          },
          ...(cut === stop.after ? [glandStop(stop.glands)] : [])
        ]),
      {
        key: 'bone',
        title: `${title} bone`,
        doing: 'Weigh the bare bone and close the part. What is missing then is unaccounted.',
        cautions: ['knife'],
        takes: [],
        closes: true
      }
    ]
  };
}

export const SEAM_LEG = seam(
  'S1',
  'Seam a hind leg',
  'Every muscle apart along its seams: steaks, roasts and jerky from the same leg.',
  'hindLeg',
  [
    'hindShank',
    'topRoundCap',
    'topRound',
    'eyeRound',
    'rumpEnd',
    'bottomRound',
    'heel',
    'tipSide',
    'tipCore',
    'triTip',
    'topSirloin',
    'legTrim'
  ],
  'Leg',
  { after: 'topRound', glands: ['popliteal', 'hip', 'femoral', 'insideRoundVein'] }
);
/** S1 on the hook: gravity pulls the seams open, from the outside in. */
export const SEAM_HOOK: Procedure = {
  ...SEAM_LEG,
  key: 'S1-hook',
  name: 'Seam it on the hook',
  why: 'The leg hangs by its tendon and its own weight pulls every seam open: less lifting, one hand free, nothing lies wet.',
  steps: inOrder(SEAM_LEG.steps, [
    'topRoundCap',
    'topRound',
    'glands',
    'tipSide',
    'tipCore',
    'triTip',
    'topSirloin',
    'rumpEnd',
    'eyeRound',
    'bottomRound',
    'heel',
    'hindShank',
    'legTrim',
    'bone'
  ]).map((step) =>
    step.key === 'topRoundCap'
      ? {
          ...step,
          look: 'The shank stays on till the end: the leg hangs by its tendon.',
          kit: ['gambrel', 'boningKnife', 'meatHook']
        }
      : step
  )
};
export const BONE_SHOULDER = seam(
  'S2',
  'Bone a shoulder',
  'Muscle by muscle off the blade: two flat steaks, a roast, the rest to stew or grind.',
  'shoulder',
  ['flatIron', 'mockTender', 'underBlade', 'foreShank', 'armRoast', 'shoulderTrim'],
  'Shoulder',
  { after: 'armRoast', glands: ['axillary', 'prescapular', 'axillaryVessels'] }
);

export const SMALL_LEG = seam(
  'S1-small',
  'Small deer, kept together',
  'On a roe or a kid the single muscles are too small for a roast: four pieces instead of eleven, less to trim.',
  'hindLeg',
  ['hindShank', 'insideWhole', 'bottomWhole', 'heel', 'ballAndHip', 'legTrim'],
  'Leg',
  { after: 'insideWhole', glands: ['popliteal', 'hip', 'femoral', 'insideRoundVein'] }
);

export const LEG_STEAKS = seam(
  'S1-steaks',
  'Boned and sliced across',
  'One boneless leg, sliced across into steaks: quickest to do, and every slice holds several muscles of unlike tenderness.',
  'hindLeg',
  ['hindShank', 'legBoned', 'legTrim'],
  'Leg',
  { after: 'legBoned', glands: ['popliteal', 'hip', 'femoral', 'insideRoundVein'] }
);

export const HAUNCH = seam(
  'S1-haunch',
  'Bone-in haunch',
  'A roast on the bone for many people. The node in its fat is hard to reach: open the seam for it.',
  'hindLeg',
  ['hindShank', 'haunchShort', 'legTrim'],
  'Leg',
  { after: 'hindShank', glands: ['popliteal', 'hip', 'femoral'] }
);

export const SHOULDER_WHOLE = seam(
  'S2-whole',
  'Shank off, kept on the blade',
  'One slow roast instead of six pieces: the least work, for shoulders that are small or will be pulled.',
  'shoulder',
  ['foreShank', 'shoulderShort', 'shoulderTrim'],
  'Shoulder',
  { after: 'foreShank', glands: ['axillary', 'prescapular'] }
);
