import { BEGIN, TURN, cutSteps, flankNode, placed } from './large';
import { attend, inOrder, type Procedure } from './step';
import { SIDES_STEP, SIDE_WAYS } from '../sides';

/** Q1: quartered hanging, shoulders before straps, so that the strap's front end under the blade comes off whole. */
export const SHOULDERS_FIRST: Procedure = {
  key: 'Q1',
  name: 'Shoulders first',
  groups: ['deer'],
  position: 'hocks',
  why: 'The blade out of the way, the front end of the strap comes off whole. The usual way for deer.',
  steps: placed('hocks', [
    ...BEGIN,
    ...cutSteps(
      'tenderloin',
      'shoulder',
      'neckRoast',
      'flankWhole',
      'brisket',
      'strap',
      'ribMeat',
      'edge',
      'hindLeg',
      'frame'
    )
  ])
};

/** Q1 hung by the neck: the heavy legs go first, downwards, and the neck holds what is left. */
export const HUNG_BY_NECK: Procedure = {
  key: 'Q1-neck',
  name: 'Hung by the neck',
  groups: ['deer'],
  position: 'neck',
  why: 'The legs hang free and come off first, the weight with them; everything is worked downwards. The neck comes last: it holds the frame.',
  steps: placed('neck', [
    ...BEGIN,
    ...cutSteps(
      'tenderloin',
      'hindLeg',
      'flankWhole',
      'shoulder',
      'brisket',
      'edge',
      'strap',
      'ribMeat',
      'neckRoast',
      'frame'
    )
  ])
};

/** Q1 on a table: one side, then the other. */
export const ON_TABLE: Procedure = {
  key: 'Q1-table',
  name: 'On the table, side by side',
  groups: ['deer'],
  position: 'table',
  why: 'No hoist and nothing that swings or drops: the upper side comes off whole, then it is turned on a clean sheet.',
  steps: placed('table', [
    ...BEGIN,
    ...cutSteps('tenderloin', 'shoulder-left', 'flankWhole-left'),
    flankNode('left'),
    ...cutSteps('brisket-left', 'strap-left', 'ribMeat-left', 'edge', 'hindLeg-left'),
    TURN,
    ...cutSteps('shoulder-right', 'flankWhole-right'),
    flankNode('right'),
    ...cutSteps('brisket-right', 'strap-right', 'ribMeat-right', 'hindLeg-right', 'neckRoast', 'frame')
  ])
};

/** Q2: the same steps as Q1 in another order; the strap's front end waits under the blade. */
export const STRAPS_FIRST: Procedure = {
  key: 'Q2',
  name: 'Straps first',
  groups: ['deer'],
  position: 'hocks',
  why: 'The best comes off first, cold and clean. The front of the strap stays under the blade until the shoulders are off: look for it there.',
  steps: inOrder(SHOULDERS_FIRST.steps, [
    'setup',
    'ready',
    'strap',
    'shoulder',
    'neckRoast',
    'gland-prescapular',
    'tenderloin',
    'flankWhole',
    'gland-prefemoral',
    'brisket',
    'ribMeat',
    'edge',
    'hindLeg',
    'frame'
  ]).map((step) => {
    if (step.key.startsWith('neckRoast'))
      return {
        ...step,
        look: 'The front of the strap is still where the blade lay: take it now, with the neck.'
      };
    // The blade still lies on it.
    if (step.key.startsWith('strap')) return { ...step, why: 'Cold and clean, before anything drips on it' };
    return step;
  })
};

/** Q3: cut with a saw into racks, a saddle and short ribs; knife first, the saw for bone only. */
export const SAW_CUTS: Procedure = {
  key: 'Q3',
  name: 'Saw cuts',
  groups: ['deer'],
  position: 'hocks',
  why: 'Racks and a saddle on the bone instead of boneless straps: a table piece, and bone that counts at its boneless worth. Not where a prion disease is known.',
  steps: placed('hocks', [
    ...BEGIN,
    ...cutSteps('shoulder').map((step) => ({
      ...step,
      doing: 'Wide: under the blade to its soft top edge and well into the brisket, both alike.'
    })),
    ...cutSteps('neckRoast').map((step) =>
      step.takes.length > 0
        ? { ...step, doing: 'Off at the first rib, each side in one piece down from the skull.' }
        : step
    ),
    ...cutSteps('flankWhole').map((step) =>
      step.takes.length > 0
        ? {
            ...step,
            doing:
              'Off on one slant, both sides alike, so that the ribs stay long. The clean side first; the shot side last.'
          }
        : step
    ),
    ...cutSteps('brisket', 'edge', 'hindLeg').map((step) =>
      step.takes[0]?.cut === 'hindLeg'
        ? {
            ...step,
            bones: ['lumbosacral', ...(step.bones ?? [])],
            doing: 'At the last joint before the pelvis: knife round it, the pelvis traced, the ball opened.',
            why: 'The saddle ends where the leg begins'
          }
        : step
    ),
    ...cutSteps('saddleFull'),
    attend(
      'do',
      'chine',
      'Chine off',
      'The edge of the spine sawn away along both eyes, so that chops part by rib.',
      { kit: ['saw'], cautions: ['saw', 'spine', 'prion'] }
    ),
    ...cutSteps('rack', 'shortRibs', 'frame')
  ])
};

/** Q3-half: one strap boneless, the other side on the bone. */
export const SAW_HALF: Procedure = {
  key: 'Q3-half',
  name: 'One side boned, one on the bone',
  groups: ['deer'],
  position: 'hocks',
  why: 'One strap boneless with the spine left to the other side, which becomes a rack. What either gives is said before the saw.',
  steps: placed('hocks', [
    ...BEGIN,
    ...cutSteps('tenderloin', 'shoulder', 'neckRoast', 'flankWhole', 'brisket', 'strap-left'),
    attend(
      'check',
      SIDES_STEP,
      'Which side on the bone?',
      'What the right gives either way, by what the left strap weighed. Look before the saw.',
      {
        answers: [
          { key: SIDE_WAYS[0].key, name: SIDE_WAYS[0].name },
          {
            key: SIDE_WAYS[1].key,
            name: 'Neither',
            means: 'Add the other strap to this order and pass the rack over.'
          }
        ],
        cautions: ['spine', 'prion'],
        wrong: 'Sawn before anybody asked',
        why: 'After the saw there is no way back'
      }
    ),
    ...cutSteps('rack-right'),
    {
      key: 'strapRear-right',
      title: 'Rear of the strap, right',
      doing: 'What lies behind the last rib, boneless: along the spine, then off the short ribs of the loin.',
      cautions: ['knife'],
      takes: [{ kind: 'piece', cut: 'strapRear', side: 'right' }],
      feel: 'The crest of the spine, then the short ribs',
      wrong: 'A film stays in the corner of the spine',
      why: 'The rack ends where it begins'
    },
    ...cutSteps('ribMeat', 'edge', 'hindLeg', 'frame')
  ])
};

/** Q5: hind legs second: the warmest part apart soonest. */
export const HIND_LEGS_SECOND: Procedure = {
  key: 'Q5',
  name: 'Hind legs second',
  groups: ['deer'],
  position: 'hocks',
  variant: 'second',
  why: 'The hams are the warmest: apart they cool hours sooner. Hung by the hocks only with the trunk slung.',
  steps: placed('hocks', [
    ...BEGIN,
    attend(
      'do',
      'sling',
      'Sling the trunk',
      'A strap or rope round the trunk behind the shoulders, taken up by the hoist.',
      {
        kit: ['gambrel'],
        cautions: ['lift', 'swing'],
        wrong: 'The second leg comes free and the frame falls',
        why: 'The legs it hangs by come off next'
      }
    ),
    ...cutSteps(
      'tenderloin',
      'hindLeg',
      'shoulder',
      'flankWhole',
      'brisket',
      'edge',
      'strap',
      'ribMeat',
      'neckRoast',
      'frame'
    )
  ])
};
