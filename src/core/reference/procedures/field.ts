import { GATE_STEP, hygiene } from './room';
import { attend, type Procedure, type Step } from './step';

const ORGANS: Step = {
  key: 'organs',
  title: 'Heart, liver, kidneys, tongue',
  doing: 'If sound and wanted: a bag each, together on the scale.',
  look: 'Clean cut, own bag, into the cold first.',
  cautions: ['hev', 'anthrax'],
  takes: [],
  beside: 'offal',
  kit: ['cloths', 'scale']
};

const LOOK_INSIDE: Step = attend(
  'check',
  'inside',
  'Look inside',
  'Liver, lungs, glands, chest wall: spots, abscesses, lumps, smell. Anything odd: stop, keep the pluck with it.',
  {
    cautions: ['tb', 'brucella', 'gloves'],
    answers: [
      { key: 'clean', name: 'Nothing seen', means: 'Nothing was seen; that is a look, not an inspection.' },
      {
        key: 'found',
        name: 'Something found',
        means: 'It is held back now. Keep the organs with the carcass and show both.',
        hold: 'inspection'
      }
    ]
  }
);

const TAG = attend(
  'do',
  'tag',
  'Tag and log',
  'Before it moves: the tag on it, the hour, the place, the shot written down.'
);

/** F1: dressed on the ground, opened. */
export const FIELD_DRESS: Procedure = {
  key: 'F1',
  name: 'Dress on the ground',
  groups: ['deer', 'boar'],
  from: ['live'],
  why: 'Opened, it cools hours sooner, and the organs are looked at and kept. The usual way near a road.',
  steps: [
    GATE_STEP,
    TAG,
    attend('do', 'position', 'On its back', 'Downhill or tied by a leg; gloves on, short blade in hand.', {
      kit: ['openingBlade', 'gloves'],
      cautions: ['gloves', 'knife']
    }),
    attend(
      'do',
      'vent',
      'Free the vent',
      'All round, about a finger’s length in, without piercing the gut; tie it off.',
      { cautions: ['gut', 'blind'], kit: ['openingBlade', 'string'] }
    ),
    attend(
      'do',
      'hideOpen',
      'Open the hide',
      'From breastbone to vent, edge up, from the inside out so that no hair is cut.',
      {
        look: 'For a mount nothing is cut forward of the breastbone.',
        cautions: ['knife'],
        kit: ['openingBlade']
      }
    ),
    attend(
      'do',
      'sex',
      'Proof of sex',
      'Where it is asked, leave it on one hind quarter; else clear udder or genitals without spilling milk or urine.',
      { cautions: ['brucella', 'gut'] }
    ),
    attend(
      'do',
      'belly',
      'Open the belly',
      'Just behind the tip of the breastbone; two fingers of the other hand keep the paunch off the edge.',
      { cautions: ['gut', 'blind'], kit: ['openingBlade'] }
    ),
    attend(
      'do',
      'chest',
      'Windpipe and gullet',
      'Open the breastbone by saw, or reach in: short blade, guiding fingers behind the edge. Cut both high.',
      {
        look: 'Opened it cools and cleans easier; closed it suits a mount.',
        cautions: ['blind', 'saw'],
        kit: ['saw']
      }
    ),
    attend(
      'do',
      'rollOut',
      'Roll everything out',
      'Diaphragm loose round both sides, free along the spine, all of it out with the vent.',
      { look: 'The fillets stay where they lie.', cautions: ['gut', 'knife'] }
    ),
    LOOK_INSIDE,
    ORGANS,
    attend(
      'do',
      'pelvis',
      'The pelvis',
      'Split it, take the bridge out, or leave it whole: split, the hams cool hours sooner; whole, the inside leg stays clean.',
      {
        answers: [
          { key: 'whole', name: 'Left whole' },
          { key: 'split', name: 'Split' },
          { key: 'bridge', name: 'Bridge out' }
        ],
        cautions: ['saw'],
        kit: ['saw'],
        bones: ['pelvisBack']
      }
    ),
    attend(
      'check',
      'drain',
      'Drain, wipe, prop open',
      'Head up to drain, wiped dry, a stick across the chest, in the shade.',
      {
        look: 'Where gut was spilled: cut away what it touched, weigh it as contaminated, change the knife.',
        cautions: ['gut', 'temp']
      }
    ),
    {
      key: 'dressed',
      title: 'Dressed weight',
      doing: 'On the hanging scale with its hide, head as it is. Without one, pass this over.',
      cautions: ['lift'],
      takes: [],
      weighs: 'dressed',
      kit: ['scale']
    }
  ]
};

/** F2: quartered where it fell, unopened. The pieces are weighed in as parts, here or at the larder. */
export const QUARTER_FIELD: Procedure = {
  key: 'F2',
  name: 'Quarter where it fell',
  groups: ['deer'],
  from: ['live'],
  why: 'Unopened, for a huge animal far from the road: clean, and no gut to open. The organs are not looked at: that is said with it.',
  steps: [
    GATE_STEP,
    attend('do', 'tag', 'Tag, photographs, sheet', 'Tag on, pictures taken, a clean sheet beside the back.', {
      kit: ['cloths']
    }),
    attend(
      'do',
      'backOpen',
      'Hide open along the back',
      'On its side. From tail to neck along the spine, peeled down over leg and shoulder.',
      {
        look: 'For a cape keep forward of the shoulder.',
        cautions: ['knife'],
        kit: ['skinningBlade', 'openingBlade']
      }
    ),
    {
      key: 'hindLeg-left',
      title: 'Upper hind leg',
      doing: 'Lifted, down to the joint, the ball popped out of its ring. Proof of sex stays on one quarter.',
      cautions: ['lift', 'knife'],
      takes: [{ kind: 'part', cut: 'hindLeg', side: 'left' }],
      bones: ['hipBall', 'pelvisFront', 'pelvisBack'],
      kit: ['boningKnife', 'cloths']
    },
    {
      key: 'shoulder-left',
      title: 'Upper shoulder',
      doing: 'Lifted by the leg, cut under the blade; no joint holds it.',
      cautions: ['knife'],
      takes: [{ kind: 'part', cut: 'shoulder', side: 'left' }],
      bones: ['shoulder'],
      kit: ['boningKnife', 'cloths']
    },
    {
      key: 'strap-left',
      title: 'Upper strap',
      doing: 'From hip to neck, along the spine and off the ribs.',
      cautions: ['knife'],
      takes: [{ kind: 'piece', cut: 'strap', side: 'left' }]
    },
    {
      key: 'neckRoast-left',
      title: 'Neck, upper side',
      doing: 'Off the bones in one piece, as far as the first joint.',
      cautions: ['knife', 'prion'],
      takes: [{ kind: 'piece', cut: 'neckRoast', side: 'left' }],
      bones: ['atlas']
    },
    {
      key: 'ribMeat-left',
      title: 'Rib meat, upper side',
      doing: 'Between the ribs, or the whole side of ribs off at its joints.',
      cautions: ['knife'],
      takes: [{ kind: 'piece', cut: 'ribMeat', side: 'left' }]
    },
    {
      key: 'tenderloin-left',
      title: 'Fillet, upper',
      doing: 'Behind the last rib, the gut held back with the other hand.',
      cautions: ['gut', 'blind'],
      takes: [{ kind: 'piece', cut: 'tenderloin', side: 'left' }]
    },
    attend(
      'do',
      'headOff',
      'Head off',
      'At the first joint, straight down both sides and twist: less to turn over.',
      { bones: ['atlas'], cautions: ['prion', 'knife'] }
    ),
    attend(
      'check',
      'roll',
      'Roll it over',
      'Look at the weight off and the weight left first; then as many people as it needs.',
      { cautions: ['lift'] }
    ),
    ...(
      [
        ['part', 'hindLeg', 'Second hind leg', 'As the first; it frees more easily on a clean sheet.'],
        ['part', 'shoulder', 'Second shoulder', 'As the first.'],
        ['piece', 'strap', 'Second strap', 'As the first.'],
        ['piece', 'neckRoast', 'Neck, second side', 'As the first.'],
        ['piece', 'ribMeat', 'Rib meat, second side', 'As the first.'],
        ['piece', 'tenderloin', 'Second fillet', 'As the first, the gut held back.']
      ] as const
    ).map(([kind, cut, title, doing]): Step => ({
      key: `${cut}-right`,
      title,
      doing,
      cautions: cut === 'hindLeg' ? ['lift', 'knife'] : cut === 'tenderloin' ? ['gut', 'blind'] : ['knife'],
      takes: [{ kind, cut, side: 'right' }]
    })),
    attend(
      'do',
      'lowerLegs',
      'Lower legs off',
      'At knee and hock by knife. Spare the tendon of the hock: the leg hangs by it.',
      { bones: ['knee', 'hock'], cautions: ['knife'] }
    ),
    attend(
      'check',
      'air',
      'Into cloth, apart',
      'Each piece in its bag, none on another, air all round, in the shade.',
      {
        kit: ['cloths'],
        cautions: ['temp']
      }
    ),
    attend(
      'check',
      'proof',
      'Photograph the bare frame',
      'From both sides: the proof that everything fit to eat was taken.'
    ),
    {
      key: 'frame',
      title: 'Frame',
      doing: 'What stays is closed: without a scale at its expected weight. The organs were not looked at.',
      cautions: ['waste', 'prion'],
      takes: [],
      closes: true
    }
  ]
};

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

/** D1: drawn where it was skinned already. */
export const DRAW_SMALL: Procedure = {
  key: 'D1',
  name: 'Draw, skinned already',
  groups: ['rabbit'],
  from: ['live', 'drawn'],
  why: 'Skinned first where possible: no fur touches the cut.',
  steps: [GATE_STEP, ...DRAW, HANGING_SMALL]
};

/** H2: skinned parted at the waist, then drawn. */
export const SKIN_PARTED: Procedure = {
  key: 'H2',
  name: 'Skin, parted at the waist',
  groups: ['rabbit'],
  from: ['live', 'drawn'],
  why: 'Each half of the skin is drawn off its own way; hind end and vent come last with their own cut, away from the meat. The default for hygiene.',
  steps: [
    GATE_STEP,
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
    SKIN_HYGIENE,
    ...DRAW,
    HANGING_SMALL
  ]
};

/** H2: peeled whole, over the head. */
export const SKIN_CASED: Procedure = {
  key: 'H2-cased',
  name: 'Skin, cased',
  groups: ['rabbit'],
  from: ['live', 'drawn'],
  why: 'Peeled whole from the hind legs over the head: the pelt stays in one, and the vent lies open nearer the meat.',
  steps: [
    GATE_STEP,
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
    SKIN_HYGIENE,
    ...DRAW,
    HANGING_SMALL
  ]
};

/** H2: a squirrel, standing on its tail. */
export const SKIN_SQUIRREL: Procedure = {
  key: 'H2-squirrel',
  name: 'Skin, off the tail',
  groups: ['rabbit'],
  from: ['live', 'drawn'],
  why: 'For squirrel: wetted so that no hair flies, and the tail’s own skin does the pulling.',
  steps: [
    GATE_STEP,
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
    SKIN_HYGIENE,
    ...DRAW,
    HANGING_SMALL
  ]
};

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
            means: 'Scored muscle dries first: trim it first, and weigh it as rind.'
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

const bird = (key: string, name: string, why: string, steps: Step[]): Procedure => ({
  key,
  name,
  why,
  groups: ['gamebird', 'pigeonlike', 'waterfowl'],
  from: ['live', 'drawn'],
  steps: [GATE_STEP, ...steps]
});
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
    attend('do', 'singe', 'Singe', 'Down and hairs over a small flame, wiped with a cloth.', {}),
    ...BIRD_DRAW
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
    ),
    ...BIRD_DRAW
  ]
);
