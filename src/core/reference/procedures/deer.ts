import { READY, SET_UP, edge } from './room';
import { inOrder, pair, type Procedure, type Step } from './step';

/** Before the first cut of a hung animal. */
const BEGIN: Step[] = [SET_UP, READY];

/** Q1: quartered hanging, shoulders before straps, so that the strap's front end under the blade comes off whole. */
export const SHOULDERS_FIRST: Procedure = {
  key: 'Q1',
  name: 'Shoulders first',
  groups: ['deer'],
  why: 'The blade out of the way, the front end of the strap comes off whole. The usual way for deer.',
  steps: [
    ...BEGIN,
    ...pair(
      'piece',
      'tenderloin',
      {
        doing:
          'From inside, under the spine: thumb it loose from the hip end, then free the front with the point.',
        look: 'Dry or dark ends are trimmed now.',
        cautions: ['knife']
      },
      'Fillet'
    ),
    ...pair(
      'part',
      'shoulder',
      {
        bones: ['shoulder'],
        kit: ['meatHook'],
        doing: 'Lift the leg, cut under the blade to its soft top edge. The brisket edge comes with it.',
        look: 'The blade reaches higher than it looks.',
        cautions: ['knife', 'swing']
      },
      'Shoulder'
    ),
    ...pair(
      'piece',
      'neckRoast',
      {
        bones: ['atlas'],
        doing:
          'Each side in one piece, from the first joint behind the skull down to the shoulder. Scrape the knuckles of the neck bones.',
        look: 'The node before the shoulder comes out in its fat.',
        cautions: ['knife', 'prion']
      },
      'Neck'
    ),
    ...pair(
      'piece',
      'flankWhole',
      {
        doing:
          'Flap and belly strip off along the last rib and the hip. Begin on the shot side: open the seams, wipe off what you can.',
        look: 'Blood between the sheets wipes off; blood in the meat is cut out and weighed.',
        cautions: ['gut', 'lead']
      },
      'Flank and rib flap'
    ),
    ...pair(
      'piece',
      'brisket',
      {
        doing: 'Breast meat off the breastbone and the rib ends, blade flat to the bone.',
        cautions: ['knife']
      },
      'Brisket'
    ),
    ...pair(
      'piece',
      'strap',
      {
        doing:
          'Along the spine from hip to neck, then off the ribs, edge turned towards bone. The front end runs on to where the blade lay.',
        look: 'Meat left in the corner of the spine is the usual loss.',
        cautions: ['knife']
      },
      'Strap'
    ),
    ...pair(
      'piece',
      'ribMeat',
      {
        doing: 'Between the ribs, point first, one strip a gap.',
        look: 'Worth the knife? Small deer give little here.',
        cautions: ['knife']
      },
      'Rib meat'
    ),
    edge('edge-legs'),
    ...pair(
      'part',
      'hindLeg',
      {
        bones: ['pelvisFront', 'pelvisBack', 'hipBall'],
        doing:
          'Clear both points of the hip, turn in to the spine so that the hip piece stays on the leg, then open the ball joint.',
        look: 'The last leg drops when it comes free.',
        cautions: ['swing', 'lift']
      },
      'Hind leg'
    ),
    {
      key: 'frame',
      title: 'Frame',
      doing: 'Look along the neck, beside the spine and at the hip, then weigh what is left and close it.',
      look: 'Meat you can pinch is meat you can take.',
      cautions: ['prion', 'spine'],
      takes: [],
      closes: true
    }
  ]
};

/** Q2: the same steps as Q1 in another order; the strap's front end waits under the blade. */
export const STRAPS_FIRST: Procedure = {
  key: 'Q2',
  name: 'Straps first',
  groups: ['deer'],
  why: 'The best comes off first, cold and clean. The front of the strap stays under the blade until the shoulders are off: look for it there.',
  steps: inOrder(SHOULDERS_FIRST.steps, [
    'setup',
    'ready',
    'strap',
    'shoulder',
    'neckRoast',
    'tenderloin',
    'flankWhole',
    'brisket',
    'ribMeat',
    'edge',
    'hindLeg',
    'frame'
  ]).map((step) =>
    step.key.startsWith('neckRoast')
      ? { ...step, look: 'The front of the strap is still where the blade lay: take it now, with the neck.' }
      : step
  )
};

/** Q3: cut with a saw into racks and a saddle; knife first, the saw for bone only. */
export const SAW_CUTS: Procedure = {
  key: 'Q3',
  name: 'Saw cuts',
  groups: ['deer'],
  why: 'Racks and a saddle on the bone instead of boneless straps: a table piece, and bone that counts at its boneless worth. Not where a prion disease is known.',
  steps: [
    ...BEGIN,
    ...inOrder(SHOULDERS_FIRST.steps, [
      'shoulder',
      'neckRoast',
      'flankWhole',
      'brisket',
      'tenderloin'
    ]).filter(({ key }) => /^(shoulder|neckRoast|flankWhole|brisket|tenderloin)-/.test(key)),
    ...pair(
      'piece',
      'rack',
      {
        doing:
          'Soft tissue cut to the bone by knife along the line, then the ribs sawn and the back bone chined off. Wipe the dust.',
        kit: ['saw'],
        look: 'Five to eight ribs; the eye of the meat stays whole.',
        cautions: ['saw', 'spine', 'prion']
      },
      'Rack'
    ),
    {
      key: 'saddleBone',
      title: 'Saddle',
      doing: 'Between the last rib and the hip: knife through the meat, saw through the bone only.',
      kit: ['saw'],
      bones: ['lumbosacral'],
      look: 'Both straps stay on the spine.',
      cautions: ['saw', 'spine', 'prion'],
      takes: [{ kind: 'piece', cut: 'saddleBone', side: 'both' }]
    },
    ...SHOULDERS_FIRST.steps.filter(({ key }) => key.startsWith('hindLeg-') || key === 'frame')
  ]
};
