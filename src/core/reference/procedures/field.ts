import { ORGANS } from './organs';
import { GATE_STEP } from './room';
import { attend, type Procedure, type Step } from './step';

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
