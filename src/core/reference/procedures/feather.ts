import { SCALD, inCelsius } from '../heat';
import { NOT_SEEN } from './drawn';
import { HANGING_LOT } from './lot';
import { ORGANS } from './organs';
import { GATE_STEP } from './room';
import { attend, glandStop, type Procedure, type Step } from './step';

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
  HANGING_LOT
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
      `Water of ${inCelsius(SCALD)} for a minute, moved about; waterfowl longer, a drop of soap for the down.`,
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
  steps: [GATE_STEP, PLUCK_DRY, SINGE, BIRD_DRAW[0] as Step, ...NOT_SEEN, HANGING_LOT]
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
