import { glandStop, together, type Procedure, type Step } from './step';

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
const STOP = glandStop(['crop', 'preen', 'pellets'], {
  title: 'Crop, preen gland, pellets out',
  doing: 'Feel every breast between two fingers for shot and feather drawn in with it.'
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

/** S6: breasts and tenders off the keel, legs and wings apart. */
export const BREAST_OUT: Procedure = {
  key: 'S6',
  name: 'Breasts out',
  groups: BIRDS,
  why: 'Breasts for the pan, legs for the pot. The legs are a quarter of the meat of a pheasant: take them too.',
  steps: [
    together(
      'breast',
      'Breasts',
      'Down one side of the keel, then flat along the ribs to the wing joint. All breasts of the lot together.',
      {
        cautions: ['birdflu', 'gloves', 'lead'],
        look: 'The tender lies under it: leave it on the bone or take it along.'
      }
    ),
    together('tender', 'Tenders', 'The small inner breasts: pull, and scrape the sinew out.'),
    LEGS,
    WINGS,
    STOP,
    FRAME
  ]
};

/** S6: both breasts on the bone. */
export const CROWN: Procedure = {
  key: 'S6-crown',
  name: 'Crown',
  groups: BIRDS,
  why: 'Both breasts stay on the keel and roast juicier; the legs go to the pot.',
  steps: [
    LEGS,
    WINGS,
    together(
      'crown',
      'Crowns',
      'Back bone cut away along the ribs with shears; the breast stays whole on its bone.',
      {
        cautions: ['saw', 'lead']
      }
    ),
    STOP,
    FRAME
  ]
};

/** S6: whole, trussed. */
export const WHOLE_BIRD: Procedure = {
  key: 'S6-whole',
  name: 'Whole, trussed',
  groups: BIRDS,
  why: 'Young birds roast whole. Nothing is boned, so the yield counts by the model’s bone.',
  steps: [
    STOP,
    together('wholeBird', 'Whole birds', 'Neck and feet off, wiped inside, trussed.', {
      cautions: ['birdflu', 'gloves', 'lead']
    }),
    { ...FRAME, title: 'Nothing left', doing: 'Close the lot: nothing of it is left on the table.' }
  ]
};
