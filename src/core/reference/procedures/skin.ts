import { ORGANS } from './organs';
import { GATE_STEP, hygiene } from './room';
import { attend, type Procedure, type Step } from './step';

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

const HANGING_SMALL: Step = {
  key: 'hanging',
  title: 'Dressed weight',
  doing: 'All together, skinned and drawn: the weight that yields are quoted against.',
  cautions: [],
  takes: [],
  weighs: 'hanging',
  kit: ['scale']
};

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
  steps: [GATE_STEP, ...skin, ...DRAW, HANGING_SMALL]
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

/** H2: a squirrel, standing on its tail. */
export const SKIN_SQUIRREL = small(
  'H2-squirrel',
  'Skin, off the tail',
  'For squirrel: wetted so that no hair flies, and the tail’s own skin does the pulling.',
  [
    attend('do', 'wet', 'Wet it', 'The whole coat: hair then stays on the skin.', {
      cautions: ['gloves'],
      kit: ['wash', 'gloves']
    }),
    attend(
      'do',
      'tail',
      'Tail bone',
      'Cut from below through the bone; the skin on top of the tail stays whole.',
      {
        cautions: ['knife'],
        kit: ['shears']
      }
    ),
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
    attend('do', 'hind', 'Skin of the hind legs', 'What is left is drawn off over the feet.', {
      bones: ['hock']
    }),
    SKIN_HYGIENE
  ]
);

/** H1: hung and skinned. */
export const HANG_SKIN: Procedure = {
  key: 'H1',
  name: 'Hang and skin',
  groups: ['deer', 'boar'],
  from: ['dressed', 'drawn'],
  why: 'Cut from the inside out, hide rolled away: no hair on the meat, and a hanging weight that every yield is quoted against.',
  steps: [
    attend(
      'do',
      'hooks',
      'Hooks in',
      'Behind the tendons of both hocks, or by the neck. Lift with two, or by hoist.',
      {
        cautions: ['lift', 'swing'],
        kit: ['gambrel'],
        bones: ['hock']
      }
    ),
    attend(
      'do',
      'ring',
      'Ring the hocks',
      'Then open the inside of each leg to the middle, from the inside out.',
      {
        cautions: ['knife'],
        kit: ['openingBlade', 'gloves']
      }
    ),
    attend(
      'do',
      'hideDown',
      'Hide down',
      'Hams, tail, then the trunk: fist rather than knife, hair rolled outwards.',
      {
        look: 'A knife that scores the muscle costs more than the minute it saves.',
        cautions: ['swing', 'gloves'],
        kit: ['skinningBlade']
      }
    ),
    attend('do', 'foreOff', 'Fore legs out', 'Through the skin at the inside; lower legs off at the knee.', {
      bones: ['knee'],
      cautions: ['knife']
    }),
    attend(
      'do',
      'mount',
      'For a mount?',
      'Nothing, skull only, or a cape cut a hand’s breadth behind the shoulder.',
      {
        answers: [
          { key: 'none', name: 'None' },
          { key: 'skull', name: 'Skull' },
          { key: 'cape', name: 'Cape' }
        ]
      }
    ),
    attend(
      'do',
      'headOff',
      'Head and lower legs off',
      'At the first neck joint; hind legs below the hock so that the hook holds.',
      {
        bones: ['atlas', 'hock'],
        cautions: ['prion', 'knife']
      }
    ),
    hygiene(
      'afterHide',
      'Hide out of the room; hands, hooks and knife washed.',
      'Outer skin and meat never share a knife.'
    ),
    attend(
      'check',
      'hair',
      'Look it over',
      'Hair picked or wiped off, not hosed. Look back at the hide: red on it is meat.',
      {
        answers: [
          { key: 'clean', name: 'Clean' },
          { key: 'picked', name: 'Hair picked off' },
          {
            key: 'scored',
            name: 'Muscle scored',
            means: 'Scored muscle dries first: trim it first, and weigh it as dried crust.'
          }
        ]
      }
    ),
    {
      key: 'hanging',
      title: 'Hanging weight',
      doing: 'On the hook, hide, head and lower legs off. Every yield is quoted against this one.',
      cautions: ['lift', 'swing'],
      takes: [],
      weighs: 'hanging',
      kit: ['scale']
    },
    {
      key: 'hide',
      title: 'Hide, head, legs',
      doing: 'Weighed if wanted: it says what dressing cost. Else passed over.',
      cautions: ['waste'],
      takes: [],
      beside: 'hide',
      kit: ['scale']
    },
    attend('check', 'cold', 'Into the cold', 'Away from the wall, nothing touching it, the log begun.', {
      cautions: ['temp'],
      kit: ['probe']
    })
  ]
};

const BIRD_DRAW: Step[] = [
  attend(
    'do',
    'crop',
    'Crop and preen gland',
    'Crop out at the throat; the gland on the tail root cut away whole.',
    {
      cautions: ['gloves', 'birdflu'],
      kit: ['shears', 'openingBlade']
    }
  ),
  attend(
    'do',
    'draw',
    'Draw',
    'Cut below the breastbone, two fingers in, everything out in one; lungs from between the ribs.',
    {
      cautions: ['gut', 'gloves']
    }
  ),
  {
    ...ORGANS,
    title: 'Hearts, livers, gizzards',
    doing: 'What is sound, together on the scale; gizzards opened and cleaned.',
    cautions: ['birdflu']
  },
  HANGING_SMALL
];

const bird = (key: string, name: string, why: string, steps: Step[]): Procedure => ({
  key,
  name,
  why,
  groups: ['gamebird', 'pigeonlike', 'waterfowl'],
  from: ['live', 'drawn'],
  steps: [GATE_STEP, ...steps, ...BIRD_DRAW]
});

/** H3: plucked and drawn. */
export const PLUCK = bird(
  'H3',
  'Pluck and draw',
  'The skin stays on and keeps a roast moist. The most work: for young birds that will be roasted whole or as a crown.',
  [
    attend(
      'do',
      'pluck',
      'Pluck',
      'With the lie of the skin, few feathers at a time, breast last; wings off at the joint.',
      {
        cautions: ['gloves', 'birdflu'],
        kit: ['gloves']
      }
    ),
    attend('do', 'singe', 'Singe', 'Down and hairs over a small flame, wiped with a cloth.', {})
  ]
);

/** H3: skinned whole. */
export const SKIN_BIRD = bird(
  'H3-skin',
  'Skin whole, draw',
  'Feathers and skin off in one: quick, lean, for a braise. The skin’s fat goes with it.',
  [
    attend(
      'do',
      'skinOff',
      'Skin off',
      'From the breastbone outwards over legs and back; wings off with their feathers.',
      {
        cautions: ['gloves', 'birdflu'],
        kit: ['gloves', 'shears']
      }
    )
  ]
);
