import { NOT_SEEN } from './drawn';
import { HANGING_LOT } from './lot';
import { ORGANS } from './organs';
import { GATE_STEP, hygiene } from './room';
import { attend, glandStop, type Procedure, type Step } from './step';

const LIVER: Step = attend(
  'check',
  'liver',
  'Look at the liver',
  'Smooth and even? White spots, lumps, swelling: do not eat it, keep it, ask.',
  {
    cautions: ['tularaemia', 'gloves'],
    answers: [
      {
        key: 'smooth',
        name: 'Smooth',
        means: 'Nothing was seen on the liver; that is a look, not an inspection.'
      },
      {
        key: 'spots',
        name: 'Spots or lumps',
        means: 'It is held back now. Keep liver and carcass together.',
        hold: 'inspection'
      }
    ]
  }
);

/** D1: small game drawn. */
const DRAW: Step[] = [
  attend(
    'do',
    'draw',
    'Draw',
    'Free the vent, open belly, pelvis and breast shallowly, lift windpipe and pluck towards the tail in one.',
    { cautions: ['gut', 'gloves'], kit: ['openingBlade', 'shears'] }
  ),
  LIVER,
  {
    ...ORGANS,
    title: 'Hearts, livers, kidneys',
    doing: 'What is sound, together on the scale. Lungs to waste. Rinse, dry.',
    cautions: ['tularaemia']
  }
];
const GALL = glandStop(['gall'], {
  doing: 'Cut away whole with a little liver round it, before the liver goes to its bag.',
  cautions: ['tularaemia', 'gut']
});

const SKIN_HYGIENE = hygiene(
  'afterSkin',
  'Fur out of the room, hands washed to the elbow, fresh board, another knife.',
  'Fur never lies in the room with open meat.'
);

/** Small game: the gate, the skin's own steps, drawn, weighed together. */
const small = (key: string, name: string, why: string, skin: Step[]): Procedure => ({
  key,
  name,
  why,
  groups: ['rabbit'],
  from: ['live', 'drawn'],
  steps: [GATE_STEP, ...skin, ...DRAW.slice(0, -1), GALL, ...DRAW.slice(-1), HANGING_LOT]
});

/** D1: drawn where it was skinned already. */
export const DRAW_SMALL = small(
  'D1',
  'Draw, skinned already',
  'Skinned first where possible: no fur touches the cut.',
  []
);

/** H2: skinned parted at the waist, then drawn. */
export const SKIN_PARTED = small(
  'H2',
  'Skin, parted at the waist',
  'Each half of the skin is drawn off its own way; hind end and vent come last with their own cut, away from the meat. The default for hygiene.',
  [
    attend(
      'do',
      'pinch',
      'Part the skin',
      'Pinch it up in the middle of the back, cut across, two fingers in.',
      {
        cautions: ['tularaemia', 'gloves'],
        kit: ['gloves', 'openingBlade', 'pliers']
      }
    ),
    attend(
      'do',
      'foreHalf',
      'Fore half off',
      'Drawn over the fore legs to the head; legs off at the knee, head off.',
      {
        cautions: ['gloves'],
        bones: ['knee', 'atlas']
      }
    ),
    attend(
      'do',
      'hindHalf',
      'Hind half off',
      'Drawn over the hind legs; vent and tail last, with a cut of their own.',
      {
        cautions: ['gut', 'gloves'],
        bones: ['hock']
      }
    ),
    SKIN_HYGIENE
  ]
);

/** H2: peeled whole, over the head. */
export const SKIN_CASED = small(
  'H2-cased',
  'Skin, cased',
  'Peeled whole from the hind legs over the head: the pelt stays in one, and the vent lies open nearer the meat.',
  [
    attend(
      'do',
      'nick',
      'A nick at the hind leg',
      'From hock to hock under the tail, skin freed round both legs.',
      {
        cautions: ['tularaemia', 'gloves'],
        kit: ['gloves', 'openingBlade', 'pliers'],
        bones: ['hock']
      }
    ),
    attend(
      'do',
      'peel',
      'Peel it over the head',
      'In one pull down the trunk and over the fore legs; ears and eyes by knife.',
      {
        cautions: ['gloves'],
        bones: ['knee', 'atlas']
      }
    ),
    SKIN_HYGIENE
  ]
);

/** What squirrels have in common, whatever holds the tail. */
const WET = attend('do', 'wet', 'Wet it', 'The whole coat: hair then stays on the skin.', {
  cautions: ['gloves'],
  kit: ['wash', 'gloves']
});
const TAIL_BONE = attend(
  'do',
  'tail',
  'Tail bone',
  'Cut from below through the bone; the skin on top of the tail stays whole.',
  {
    cautions: ['knife'],
    kit: ['shears']
  }
);
const HIND_SKIN = attend('do', 'hind', 'Skin of the hind legs', 'What is left is drawn off over the feet.', {
  bones: ['hock']
});

/** H2: a squirrel, standing on its tail. */
export const SKIN_SQUIRREL = small(
  'H2-squirrel',
  'Skin, off the tail',
  'For squirrel: wetted so that no hair flies, and the tail’s own skin does the pulling.',
  [
    WET,
    TAIL_BONE,
    attend(
      'do',
      'pull',
      'Stand on the tail, pull',
      'By the hind feet, steadily, to the neck and off the fore legs.',
      {
        cautions: ['gloves'],
        kit: ['pliers']
      }
    ),
    HIND_SKIN,
    SKIN_HYGIENE
  ]
);

/** H2: skinned from the waist, each half drawn off, the vent to waste with the hind one. */
export const SKIN_WAIST = small(
  'H2-hind',
  'Skin, hind half first',
  'Round the waist, hind half first and the vent thrown away with it; then the fore half towards the head. Quick, the dirty end gone early.',
  [
    attend('do', 'waist', 'Round the waist', 'Skin cut all round the middle, two fingers under it.', {
      cautions: ['tularaemia', 'gloves'],
      kit: ['gloves', 'openingBlade', 'pliers'],
      feel: 'Loose skin in the middle of the back',
      wrong: 'Cut into the strap',
      why: 'Both halves go their own way'
    }),
    attend(
      'do',
      'hindHalf',
      'Hind half off',
      'Drawn over the hind legs; vent and tail cut round and thrown away with it.',
      {
        cautions: ['gut', 'gloves'],
        bones: ['hock'],
        why: 'The dirty end is gone before the clean one is touched'
      }
    ),
    attend(
      'hygiene',
      'between',
      'Hands, knife',
      'Washed, another knife: what touched the vent touches nothing else.',
      {
        kit: ['wash', 'gloves'],
        cautions: ['gloves'],
        wrong: 'The same knife goes on',
        why: 'The clean end comes next'
      }
    ),
    attend(
      'do',
      'foreHalf',
      'Fore half off',
      'Drawn over the fore legs to the head; legs off at the knee, head off.',
      {
        cautions: ['gloves'],
        bones: ['knee', 'atlas'],
        why: 'The clean end last'
      }
    ),
    SKIN_HYGIENE
  ]
);

/** H2: tail held in a clamp, as a squirrel's under a boot. */
export const SKIN_CLAMP = small(
  'H2-clamp',
  'Skin, tail in a clamp',
  'As off the tail, but a clamp at chest height holds it: both hands pull. Feet and head are clipped off.',
  [
    WET,
    TAIL_BONE,
    attend(
      'do',
      'clamp',
      'Into the clamp',
      'Tail and its flap of skin held fast; pull by the hind feet, steadily, to the neck.',
      {
        cautions: ['gloves'],
        kit: ['pliers'],
        feel: 'Steady, no jerk',
        wrong: 'The flap tears out of the clamp',
        why: 'The skin is loosest warm'
      }
    ),
    attend('do', 'clip', 'Feet and head off', 'Clipped with shears at the joints; splinters wiped off.', {
      cautions: ['saw'],
      kit: ['shears'],
      feel: 'The joint gives, bone does not',
      wrong: 'Clipped beside the joint: splinters',
      why: 'The skin hangs by them'
    }),
    HIND_SKIN,
    SKIN_HYGIENE
  ]
);

/** D2: came in drawn. */
export const DRAWN_SMALL: Procedure = {
  ...SKIN_PARTED,
  key: 'D2-small',
  name: 'Came in drawn',
  from: ['drawn'],
  why: 'Somebody else has drawn it: the organs were not seen here. Skinned, what is left inside out, wiped, weighed.',
  steps: [
    GATE_STEP,
    ...SKIN_PARTED.steps.filter(({ key }) => ['pinch', 'foreHalf', 'hindHalf', 'afterSkin'].includes(key)),
    ...NOT_SEEN,
    HANGING_LOT
  ]
};
