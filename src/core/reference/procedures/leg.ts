import { attend, glandStop, type Procedure } from './step';
import { CLEAN, off, seam } from './seam';

/** Nodes and vessels of a leg, each at the step that bares it. */
const GROIN = glandStop(['inguinal']);
const VESSELS = glandStop(['femoral']);
const LEG_NODE = glandStop(['popliteal']);
const HIP_NODES = glandStop(['hip', 'prefemoral']);

const FEMUR = attend(
  'do',
  'femur',
  'Bone out',
  'Along the shaft on both sides, round the knob at each end, then drawn out. Scrape what stays on it.',
  { kit: ['boningKnife'], cautions: ['knife'], bones: ['stifle', 'hipBall'] }
);

const LEG = 'hindLeg' as const;

export const SEAM_LEG = seam(
  LEG,
  {
    key: 'S1',
    name: 'Seam a hind leg',
    why: 'Every muscle apart along its seams: steaks, roasts and jerky from the same leg. Cleaned first, so that dirt stays off the open faces.'
  },
  [
    CLEAN,
    GROIN,
    off('heel'),
    off('hindShank'),
    off('topRoundCap'),
    off('topRound'),
    VESSELS,
    off('eyeRound'),
    LEG_NODE,
    off('rumpEnd'),
    off('bottomRound'),
    FEMUR,
    off('tipSide'),
    off('tipCore'),
    off('triTip'),
    off('topSirloin'),
    HIP_NODES,
    off('legTrim')
  ]
);

/** S1, cleaned after: the rim guards the meat until it is off. */
export const SEAM_CLEAN_AFTER: Procedure = {
  ...SEAM_LEG,
  key: 'S1-after',
  name: 'Seam it, clean after',
  why: 'The dried rim guards the meat while it is handled, and comes off with each piece on the board. Dirt is nearer the open faces.',
  steps: [
    ...SEAM_LEG.steps.filter(({ key }) => key !== 'clean' && key !== 'legTrim' && key !== 'bone'),
    {
      ...CLEAN,
      title: 'Clean each piece',
      doing: 'Rim, hair and outer membrane off every piece on the board; each reason weighed by itself.',
      why: 'The rim guarded the meat till now'
    },
    ...SEAM_LEG.steps.filter(({ key }) => key === 'legTrim' || key === 'bone')
  ]
};

/** S1 with the hip bone still on. */
export const SEAM_HIP_BONE: Procedure = {
  ...SEAM_LEG,
  key: 'S1-hipbone',
  name: 'Seam a leg, hip bone on',
  why: 'For a leg that was sawn off or taken with its half of the pelvis: the hip bone comes out first, the hip piece stays on the leg.',
  steps: SEAM_LEG.steps.flatMap((step) =>
    step.key === 'heel'
      ? [
          attend(
            'do',
            'hipBone',
            'Hip bone out',
            'Along the rim of the pelvis, through the ring of the ball, then the cord inside it. The hip piece stays on the leg.',
            { kit: ['boningKnife'], cautions: ['knife'], bones: ['hipBall', 'pelvisFront', 'pelvisBack'] }
          ),
          step
        ]
      : [step]
  )
};

/** S1 on the hook: gravity pulls the seams open, from the outside in. */
export const SEAM_HOOK = seam(
  LEG,
  {
    key: 'S1-hook',
    name: 'Seam it on the hook',
    why: 'The leg hangs by its tendon and its own weight pulls every seam open: less lifting, one hand free, nothing lies wet.',
    variant: 'hook',
    position: 'hocks'
  },
  [
    CLEAN,
    GROIN,
    off('topRoundCap', {
      look: 'The shank stays on till the end: the leg hangs by its tendon.',
      kit: ['gambrel', 'boningKnife', 'meatHook']
    }),
    off('topRound'),
    VESSELS,
    off('tipSide'),
    off('tipCore'),
    off('triTip'),
    off('topSirloin'),
    HIP_NODES,
    off('rumpEnd'),
    off('eyeRound'),
    LEG_NODE,
    off('bottomRound'),
    FEMUR,
    off('heel'),
    off('hindShank'),
    off('legTrim')
  ]
);

/** S1 with the bone out first; the muscles part by hand. */
export const BONE_FIRST = seam(
  LEG,
  {
    key: 'S1-bone',
    name: 'Bone first, then by hand',
    why: 'Once the femur is out nothing pulls on the seams: six muscles part by finger with hardly a cut. The glands come as they show.'
  },
  [
    CLEAN,
    GROIN,
    off('heel'),
    off('hindShank'),
    attend(
      'do',
      'innerSeam',
      'Open the inner seam',
      'From the pelvis’s end to the stifle, between inside leg and front ball, down to the bone.',
      {
        kit: ['boningKnife'],
        cautions: ['knife'],
        feel: 'The gap gives to the thumb down to bone',
        wrong: 'Cut through the inside leg',
        why: 'It is the shortest way to the bone'
      }
    ),
    FEMUR,
    VESSELS,
    off('insideWhole', { why: 'The bone is out: it parts by hand' }),
    off('eyeRound'),
    LEG_NODE,
    off('bottomRound'),
    off('rumpEnd'),
    off('sirloinTip'),
    off('triTip'),
    off('topSirloin'),
    HIP_NODES,
    off('legTrim')
  ]
);

/** S1 from the outside: the largest seam faces up. */
export const OUTSIDE_FIRST = seam(
  LEG,
  {
    key: 'S1-outside',
    name: 'Outside leg first',
    why: 'The largest seam lies upwards and opens by its own weight; the bone stays in as a handle until the end.'
  },
  [
    CLEAN,
    GROIN,
    off('bottomRound', { why: 'The largest seam faces up' }),
    off('rumpEnd'),
    off('eyeRound'),
    LEG_NODE,
    off('topRoundCap'),
    off('topRound'),
    VESSELS,
    off('heel'),
    off('hindShank'),
    FEMUR,
    off('tipSide'),
    off('tipCore'),
    off('triTip'),
    off('topSirloin'),
    HIP_NODES,
    off('legTrim')
  ]
);

/** S1 opened flat: the ham spread out, parted by sight. */
export const OPENED_FLAT = seam(
  LEG,
  {
    key: 'S1-flat',
    name: 'Opened flat, parted by sight',
    why: 'Cut to the bone along the inner seam and spread: every seam is seen at once. In warmth the opening alone cools a ham.'
  },
  [
    CLEAN,
    GROIN,
    attend(
      'do',
      'spread',
      'Open and spread',
      'The inner seam to the bone over its full length, then both halves laid flat.',
      { kit: ['boningKnife'], cautions: ['knife', 'temp'] }
    ),
    VESSELS,
    FEMUR,
    off('topRound'),
    off('topRoundCap'),
    off('eyeRound'),
    LEG_NODE,
    off('bottomRound'),
    off('rumpEnd'),
    off('tipSide'),
    off('tipCore'),
    off('triTip'),
    off('topSirloin'),
    HIP_NODES,
    off('heel', { why: 'It lies apart, the bone is out' }),
    off('hindShank', { why: 'The handle till now' }),
    off('legTrim')
  ]
);

/** S1 for round steaks: hung, the shank last, one boneless round to slice across. */
export const ROUNDS = seam(
  LEG,
  {
    key: 'S1-rounds',
    name: 'One boneless round',
    why: 'Hip piece and front ball off, bone out: what is left is sliced across in round steaks with one long stroke. A face longer than the blade is seamed instead.',
    variant: 'hook',
    position: 'hocks'
  },
  [
    CLEAN,
    GROIN,
    off('hipWhole'),
    HIP_NODES,
    off('sirloinTip'),
    FEMUR,
    VESSELS,
    off('roundWhole', {
      look: 'The node out through the seam before it is tied. Sliced across when firm and cold, on the board.'
    }),
    LEG_NODE,
    off('hindShank'),
    off('legTrim')
  ]
);

export const SMALL_LEG = seam(
  LEG,
  {
    key: 'S1-small',
    name: 'Small deer, kept together',
    why: 'On a roe or a kid the single muscles are too small for a roast: four pieces instead of eleven, less to trim.'
  },
  [
    CLEAN,
    GROIN,
    off('heel'),
    off('hindShank'),
    off('insideWhole'),
    VESSELS,
    off('bottomWhole'),
    LEG_NODE,
    off('ballAndHip'),
    HIP_NODES,
    off('legTrim')
  ]
);

export const LEG_STEAKS = seam(
  LEG,
  {
    key: 'S1-steaks',
    name: 'Boned and sliced across',
    why: 'One boneless leg, sliced across into steaks: quickest to do, and every slice holds several muscles of unlike tenderness.'
  },
  [
    CLEAN,
    GROIN,
    off('hindShank'),
    FEMUR,
    VESSELS,
    glandStop(['popliteal', 'hip', 'prefemoral'], {
      title: 'Out: every node of the leg',
      doing: 'Open the seams for them before it is tied: inside a slice nobody finds them.'
    }),
    off('legBoned'),
    off('legTrim')
  ]
);

export const HAUNCH = seam(
  LEG,
  {
    key: 'S1-haunch',
    name: 'Bone-in haunch',
    why: 'A roast on the bone for many people. The node in its fat is hard to reach: open the seam for it.'
  },
  [
    CLEAN,
    GROIN,
    off('hindShank'),
    glandStop(['popliteal', 'hip', 'femoral', 'prefemoral'], {
      title: 'Out: nodes and vessels',
      doing: 'Open the seam for them: inside a roast on the bone nobody finds them.'
    }),
    off('haunchShort'),
    off('legTrim')
  ]
);

/** S1, everything to mince. */
export const LEG_MINCE = seam(
  LEG,
  {
    key: 'S1-mince',
    name: 'All to mince',
    why: 'Boned, glands and heavy silver out, cut in cubes: a quarter of an hour a leg. It costs the steaks.'
  },
  [
    CLEAN,
    GROIN,
    off('hindShank', {
      tub: 'grind',
      boned: true,
      doing: 'Off at the stifle; boned with the rest, its end tendon away.'
    }),
    FEMUR,
    VESSELS,
    glandStop(['popliteal', 'hip', 'prefemoral'], { title: 'Out: every node of the leg' }),
    off('legBoned', {
      tub: 'grind',
      doing: 'All of it in cubes for the mincer, heavy silver and tendon out.'
    }),
    off('legTrim')
  ]
);
