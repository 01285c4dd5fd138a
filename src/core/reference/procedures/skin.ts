import { NOT_SEEN } from './drawn';
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
  steps: [GATE_STEP, ...skin, ...DRAW.slice(0, -1), GALL, ...DRAW.slice(-1), HANGING_SMALL]
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
    attend('do', 'hind', 'Skin of the hind legs', 'What is left is drawn off over the feet.', {
      bones: ['hock']
    }),
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
      'Nothing, skull only, or a shoulder cape: that has an order of work of its own, chosen before anything is cut.',
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

/** What shows on a bird before it is opened and inside it; what is odd holds the lot back. */
export const BIRD_LOOK: Step = attend(
  'check',
  'look',
  'Look at each',
  'Thin, green or wet flesh, smell, cheesy throat, spots on the liver, mould in the air sacs: keep it apart. Worms or rice-grain breast: thrown away; many of them: hold.',
  {
    cautions: ['birdflu', 'gloves'],
    answers: [
      { key: 'clean', name: 'Nothing seen', means: 'Nothing was seen; that is a look, not an inspection.' },
      {
        key: 'found',
        name: 'Something found',
        means: 'They are held back now. Keep what was found with the birds and ask.',
        hold: 'inspection'
      }
    ]
  }
);

const BIRD_DRAW: Step[] = [
  glandStop(['crop', 'preen'], {
    doing: 'Crop out at the throat, whole; the gland on the tail root cut away.',
    cautions: ['gloves', 'birdflu']
  }),
  attend(
    'do',
    'draw',
    'Draw',
    'Cut below the breastbone, two fingers in, everything out in one; lungs from between the ribs.',
    {
      cautions: ['gut', 'gloves']
    }
  ),
  BIRD_LOOK,
  {
    ...ORGANS,
    title: 'Hearts, livers, gizzards',
    doing: 'What is sound, together on the scale; gizzards opened and cleaned.',
    cautions: ['birdflu']
  },
  HANGING_SMALL
];

const bird = (
  key: string,
  name: string,
  why: string,
  steps: Step[],
  more: Partial<Procedure> = {}
): Procedure => ({
  key,
  name,
  why,
  groups: ['gamebird', 'pigeonlike', 'waterfowl'],
  from: ['live', 'drawn'],
  steps: [GATE_STEP, ...steps, ...BIRD_DRAW],
  ...more
});

const PLUCK_DRY = attend(
  'do',
  'pluck',
  'Pluck',
  'With the lie of the skin, few feathers at a time, breast last; wings off at the joint.',
  { cautions: ['gloves', 'birdflu'], kit: ['gloves'] }
);
const SINGE = attend('do', 'singe', 'Singe', 'Down and hairs over a small flame, wiped with a cloth.', {});
const CHILL_BIRD = attend(
  'do',
  'chillBird',
  'Chill and dry',
  'Straight into cold water or cold air, then dry, not on top of each other.',
  { cautions: ['temp'], kit: ['probe'] }
);

/** H3: plucked and drawn. */
export const PLUCK = bird(
  'H3',
  'Pluck dry and draw',
  'The skin stays on and keeps a roast moist. The most work: for young birds that will be roasted whole or as a crown.',
  [PLUCK_DRY, SINGE]
);

/** H3: scalded, plucked, chilled. */
export const SCALD_PLUCK = bird(
  'H3-scald',
  'Scald, pluck, draw',
  'A minute in hot water and the feathers wipe off: the quickest for many birds. The skin keeps less well than dry plucked.',
  [
    attend(
      'do',
      'scald',
      'Scald',
      'Water of 60–65 °C for a minute, moved about; waterfowl longer, a drop of soap for the down.',
      { cautions: ['scald', 'gloves'], kit: ['probe', 'wash'] }
    ),
    {
      ...PLUCK_DRY,
      doing: 'At once, against nothing: rubbed and wiped off, wings by handfuls; wings off at the joint.'
    },
    SINGE,
    CHILL_BIRD
  ]
);

/** H3: waxed; for waterfowl. */
export const WAX_PLUCK = bird(
  'H3-wax',
  'Wax and draw',
  'Down comes off with the wax, the skin stays white and dry. For ducks and geese.',
  [
    attend('do', 'roughPluck', 'Rough pluck', 'Large feathers and half the down by hand.', {
      cautions: ['gloves', 'birdflu'],
      kit: ['gloves']
    }),
    attend(
      'do',
      'wax',
      'Dip in wax',
      'Feather wax just melted over hot water, twice; into cold water until it is hard; cracked and peeled off.',
      { cautions: ['scald'], kit: ['probe'] }
    ),
    CHILL_BIRD
  ],
  { groups: ['waterfowl'] }
);

/** D2: birds that came in drawn. */
export const DRAWN_BIRD: Procedure = {
  ...bird(
    'D2-bird',
    'Came in drawn',
    'Somebody else has drawn them: the organs were not seen here. Plucked, what is left inside out, wiped, weighed.',
    []
  ),
  from: ['drawn'],
  steps: [GATE_STEP, PLUCK_DRY, SINGE, BIRD_DRAW[0] as Step, ...NOT_SEEN, HANGING_SMALL]
};

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
