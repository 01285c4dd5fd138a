import { HOT, inCelsius } from '../heat';
import { GATE_STEP } from './room';
import { attend, glandStop, together, type Procedure, type Step } from './step';

const gloves = { cautions: ['tularaemia', 'gloves'] };

const FORE = together(
  'rabbitFore',
  'Fore legs',
  'Lift the leg and slip the knife under the blade: no socket joins it to the trunk. Both go together.',
  {
    ...gloves,
    look: 'Feet off at the elbow leave less sinew, at the knee more grams. Of a squirrel, snip the collarbone first.'
  }
);
const HIND = together(
  'rabbitHind',
  'Hind legs',
  'Clear the front point of the pelvis, turn in towards the spine, bend the leg out of its joint, cut through.',
  { look: 'Jointed it leaves no splinter; clipped it is quick, and every splinter is looked for.' }
);
const STRAP = together('strap', 'Straps', 'Along the spine with the point, then off the ribs, hip to neck.', {
  look: 'They end at the last rib, or take the sheet of the ribs along. Silver off by hand, before freezing.'
});
const FILLET = together('tenderloin', 'Fillets', 'Under the spine from inside, with the thumb.');
const FLANK = together(
  'rabbitFlank',
  'Flanks and rib meat',
  'The thin sheet off along the ribs and the edge of the back.',
  { cautions: ['pellets', 'gut'] }
);
/** Scent glands lie bare as the hind legs come off. */
const SCENT = glandStop(['scent'], {
  doing: 'The small glands beside the vent, whole: they taint what they touch.'
});
const PELLETS = glandStop(['pellets'], {
  doing:
    'Everything along the shot channels, between two fingers. Bladder cysts are cut out whole and never given to dogs raw.',
  cautions: ['pellets', 'tularaemia']
});
const FRAME: Step = {
  key: 'frame',
  title: 'Frames',
  doing: 'What is left is bone: weigh it all together and close.',
  cautions: ['waste'],
  takes: [],
  closes: true
};

/** S5: hind legs, straps, fore legs apart. */
export const QUARTERS_AND_STRAPS: Procedure = {
  key: 'S5',
  name: 'Quarters and straps',
  groups: ['rabbit'],
  position: 'table',
  why: 'The usual way: legs for the pot, straps for the pan. All legs of a lot are weighed together.',
  steps: [FORE, STRAP, FILLET, HIND, SCENT, FLANK, PELLETS, FRAME]
};

/** S5: the boneless side in one sheet. */
export const QUARTERS_AND_SIDES: Procedure = {
  key: 'S5-side',
  name: 'Quarters and boneless sides',
  groups: ['rabbit'],
  position: 'table',
  why: 'Strap, fillet and flank of a side off the ribs in one sheet: nothing thin is lost, and it rolls well.',
  steps: [
    FORE,
    HIND,
    SCENT,
    together(
      'side',
      'Boneless sides',
      'From the spine outwards, blade on the bone: strap, ribs, flank in one; the fillet follows underneath.',
      { look: 'Worth it over straps alone when the flanks are clean of shot.' }
    ),
    PELLETS,
    FRAME
  ]
};

/** S5: joints on the bone. */
export const STEW_JOINTS: Procedure = {
  key: 'S5-joints',
  name: 'Stew joints, on the bone',
  groups: ['rabbit'],
  position: 'table',
  why: 'For one pot: four legs and the saddle cut across in three. The bone in the saddle counts at its boneless worth.',
  steps: [
    FORE,
    HIND,
    SCENT,
    FLANK,
    together(
      'saddle',
      'Saddles',
      'Between the last rib and the pelvis, then across in three. Through the joints by knife, no chopping.',
      { cautions: ['saw', 'knife'] }
    ),
    PELLETS,
    FRAME
  ]
};

/** H2-unopened: legs and straps off the hung animal; the belly stays shut. */
export const UNOPENED: Procedure = {
  key: 'H2-unopened',
  name: 'Legs and straps, unopened',
  groups: ['rabbit'],
  from: ['live'],
  position: 'hocks',
  why: `The belly is never opened: no gut, no smell, quick. The organs are not looked at: that is recorded, and the meat is cooked to ${inCelsius(HOT.most.celsius)}.`,
  steps: [
    GATE_STEP,
    attend(
      'do',
      'hang',
      'Hang it',
      'By both hocks, at the height of the chest. Gloves on, nothing sprayed.',
      {
        cautions: ['tularaemia', 'gloves'],
        kit: ['gloves', 'gambrel'],
        wrong: 'Wet fur drips on the meat',
        why: 'Both hands are free after it'
      }
    ),
    attend(
      'do',
      'hockRings',
      'Rings round the hocks',
      'Then the skin inside out down to the head, freed by hand at breast and elbows.',
      {
        cautions: ['gloves'],
        bones: ['hock'],
        feel: 'The skin slides as a sleeve',
        wrong: 'Torn over the belly: fur inside',
        why: 'Everything is reached from outside'
      }
    ),
    attend(
      'hygiene',
      'afterSkin',
      'Hands, board, knife',
      'Fur out of the room, hands washed to the elbow, fresh board, another knife.',
      {
        kit: ['wash', 'gloves'],
        cautions: ['gloves']
      }
    ),
    attend(
      'check',
      'notSeen',
      'Organs not looked at',
      `The belly stays shut. That is recorded here, and said with the meat: cooked to ${inCelsius(HOT.most.celsius)}.`,
      {
        cautions: ['uninspected', 'tularaemia'],
        answers: [
          {
            key: 'shut',
            name: 'Left shut',
            means: `The organs were not looked at. That goes with the meat; it is cooked to ${inCelsius(HOT.most.celsius)}.`
          },
          {
            key: 'odd',
            name: 'Something odd',
            means: 'It is held back now. Keep the carcass together and ask.',
            hold: 'inspection'
          }
        ],
        wrong: 'Forgotten to be said',
        why: 'Before the meat comes off'
      }
    ),
    FORE,
    STRAP,
    HIND,
    SCENT,
    PELLETS,
    {
      ...FRAME,
      doing: 'What is left hangs unopened: its weight closes the lot. To waste by local rule.',
      cautions: ['waste', 'uninspected']
    }
  ]
};
