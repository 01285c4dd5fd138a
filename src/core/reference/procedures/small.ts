import { glandStop, together, type Procedure, type Step } from './step';

const gloves = { cautions: ['tularaemia', 'gloves'] };

const FORE = together(
  'rabbitFore',
  'Fore legs',
  'Lift the leg and slip the knife under the blade: no socket joins it to the trunk. Both go together.',
  { ...gloves, look: 'Of a squirrel, snip the collarbone first.' }
);
const HIND = together(
  'rabbitHind',
  'Hind legs',
  'Clear the front point of the pelvis, turn in towards the spine, bend the leg out of its joint, cut through.',
  { look: 'A splinter here means the bone was cut, not the joint.' }
);
const FLANK = together(
  'rabbitFlank',
  'Flanks and rib meat',
  'The thin sheet off along the ribs and the edge of the back.',
  { cautions: ['lead', 'gut'] }
);
const STOP = glandStop(['scent', 'pellets'], {
  title: 'Scent glands and pellets out',
  doing: 'The small glands beside the vent, and everything along the shot channels.'
});
const FRAME: Step = {
  key: 'frame',
  title: 'Frames',
  doing: 'What is left is bone: weigh it all together and close.',
  cautions: [],
  takes: [],
  closes: true
};

/** S5: hind legs, straps, fore legs apart. */
export const QUARTERS_AND_STRAPS: Procedure = {
  key: 'S5',
  name: 'Quarters and straps',
  groups: ['rabbit'],
  why: 'The usual way: legs for the pot, straps for the pan. All legs of a lot are weighed together.',
  steps: [
    FORE,
    together('strap', 'Straps', 'Along the spine with the point, then off the ribs, hip to neck.', {
      look: 'Peel the silver by hand; on small game it is paper.'
    }),
    together('tenderloin', 'Fillets', 'Under the spine from inside, with the thumb.'),
    HIND,
    FLANK,
    STOP,
    FRAME
  ]
};

/** S5: the boneless side in one sheet. */
export const QUARTERS_AND_SLABS: Procedure = {
  key: 'S5-slabs',
  name: 'Quarters and slabs',
  groups: ['rabbit'],
  why: 'Strap, fillet and flank of a side off the ribs in one sheet: nothing thin is lost, and it rolls well.',
  steps: [
    FORE,
    HIND,
    together(
      'slab',
      'Slabs',
      'From the spine outwards, blade on the bone: strap, ribs, flank in one; the fillet follows underneath.',
      { look: 'Worth it over straps alone when the flanks are clean of shot.' }
    ),
    STOP,
    FRAME
  ]
};

/** S5: joints on the bone. */
export const STEW_JOINTS: Procedure = {
  key: 'S5-joints',
  name: 'Stew joints, on the bone',
  groups: ['rabbit'],
  why: 'For one pot: four legs and the saddle cut across in three. The bone in the saddle counts at its boneless worth.',
  steps: [
    FORE,
    HIND,
    FLANK,
    together(
      'saddle',
      'Saddles',
      'Between the last rib and the pelvis, then across in three. Through the joints by knife, no chopping.',
      { cautions: ['saw', 'knife'] }
    ),
    STOP,
    FRAME
  ]
};
