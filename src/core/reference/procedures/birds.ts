import { GATE_STEP } from './room';
import { BIRD_LOOK } from './feather';
import { attend, glandStop, together, type Procedure, type Step } from './step';

const BIRDS = ['gamebird', 'pigeonlike', 'waterfowl'] as const;

const LEGS = together(
  'birdLeg',
  'Legs',
  'Skin cut between leg and breast, the leg bent back until the joint stands out, through it.',
  { look: 'Draw the leg sinews of an old bird.' }
);
const WINGS = together('wing', 'Wings', 'Off at the shoulder joint, tips away.', {
  look: 'They carry the stock or a braise; shot ones are thrown away.'
});
const CROP = glandStop(['crop', 'preen'], {
  doing: 'Crop out at the throat, whole, before the breast is touched; the gland on the tail root cut away.',
  cautions: ['gloves', 'birdflu']
});
const PELLETS = glandStop(['pellets'], {
  doing:
    'Feel every breast between two fingers: shot, the feather drawn in with it and a centimetre round it out. A magnet finds steel, not lead.',
  cautions: ['pellets']
});
const FRAME: Step = {
  key: 'frame',
  title: 'Frames',
  doing: 'What is left is bone: weigh it all together and close.',
  look: 'Sound frames make stock.',
  cautions: [],
  takes: [],
  closes: true
};

const TENDERS = together('tender', 'Tenders', 'The small inner breasts: pull, and scrape the sinew out.');

/** S6: breasts and tenders off the keel, legs and wings apart. */
export const BREAST_OUT: Procedure = {
  key: 'S6',
  name: 'Breasts out',
  groups: BIRDS,
  why: 'Breasts for the pan, legs for the pot. The legs are a quarter of the meat of a pheasant: take them too.',
  position: 'table',
  steps: [
    CROP,
    together(
      'breast',
      'Breasts',
      'Down one side of the keel, then flat along the ribs to the wing joint. All breasts of the lot together.',
      {
        cautions: ['birdflu', 'gloves', 'pellets'],
        look: 'The tender lies under it: leave it on the bone or take it along.'
      }
    ),
    TENDERS,
    PELLETS,
    LEGS,
    WINGS,
    FRAME
  ]
};

/** S6: both breasts on the bone. */
export const CROWN: Procedure = {
  key: 'S6-crown',
  name: 'Crown',
  groups: BIRDS,
  why: 'Both breasts stay on the keel and roast juicier; the legs go to the pot.',
  position: 'table',
  steps: [
    CROP,
    LEGS,
    WINGS,
    together(
      'crown',
      'Crowns',
      'Back bone cut away along the ribs with shears; the breast stays whole on its bone.',
      {
        cautions: ['saw', 'pellets']
      }
    ),
    PELLETS,
    FRAME
  ]
};

/** S6: whole, trussed. */
export const WHOLE_BIRD: Procedure = {
  key: 'S6-whole',
  name: 'Whole, trussed',
  groups: BIRDS,
  why: 'Young birds roast whole. Nothing is boned, so the yield counts by the model’s bone.',
  position: 'table',
  steps: [
    CROP,
    PELLETS,
    together('wholeBird', 'Whole birds', 'Neck and feet off, wiped inside, trussed.', {
      cautions: ['birdflu', 'gloves', 'pellets']
    }),
    { ...FRAME, title: 'Nothing left', doing: 'Close the lot: nothing of it is left on the table.' }
  ]
};

/** H3-breast: breasts and legs off the bird in its feathers. */
export const BREAST_FEATHER: Procedure = {
  key: 'H3-breast',
  name: 'Breasts out of the feather',
  groups: BIRDS,
  from: ['live'],
  position: 'table',
  why: 'Skin parted over the keel, breasts and legs out, the rest stays in its feathers: minutes a bird. Undrawn, so the organs are not looked at; wing or head stay on where the kind must be shown.',
  steps: [
    GATE_STEP,
    attend(
      'do',
      'partSkin',
      'Part the skin',
      'A line plucked along the keel, the skin parted and drawn back over breast and legs.',
      {
        cautions: ['gloves', 'birdflu'],
        kit: ['gloves', 'openingBlade']
      }
    ),
    { ...BIRD_LOOK, cautions: [...BIRD_LOOK.cautions, 'uninspected'] },
    glandStop(['crop'], {
      doing: 'Pushed aside whole, or cut out at the throat: it must not burst over the breast.',
      cautions: ['gloves', 'birdflu']
    }),
    together(
      'breast',
      'Breasts',
      'Down one side of the keel, then flat along the ribs to the wing joint. All breasts of the lot together.',
      {
        cautions: ['birdflu', 'gloves', 'pellets'],
        look: 'Dry hands and a dry board: feather sticks to what is wet.'
      }
    ),
    TENDERS,
    PELLETS,
    LEGS,
    {
      ...FRAME,
      title: 'What is left',
      doing: 'Feathers, frame and gut in one: its weight closes the lot. To waste by local rule.',
      look: 'Not stock: it was not drawn.',
      cautions: ['waste', 'uninspected']
    }
  ]
};
