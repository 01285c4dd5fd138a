import { ORGANS } from './organs';
import { GATE_STEP } from './room';
import { SAMPLE } from './boar';
import { flankNode, neckNode } from './large';
import { attend, glandStop, type Procedure, type Step } from './step';

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

const BOOTS = attend(
  'hygiene',
  'boots',
  'Boots, tools, tyres',
  'Washed where it was dressed, before anybody drives home; what is left is buried or taken along by local rule.',
  {
    cautions: ['swinefever', 'waste'],
    wrong: 'Blood rides home under the boots',
    why: 'Here it harms nobody’s pigs yet'
  }
);

/** F1: dressed on the ground, opened. */
const dress = (key: string, group: 'deer' | 'boar'): Procedure => ({
  key,
  name: 'Dress on the ground',
  groups: [group],
  from: ['live'],
  position: 'ground',
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
    glandStop(group === 'boar' ? ['inguinal', 'sheath'] : ['inguinal'], { cautions: ['knife', 'brucella'] }),
    attend(
      'do',
      'belly',
      'Open the belly',
      'Just behind the tip of the breastbone; two fingers of the other hand keep the paunch off the edge.',
      { cautions: ['gut', 'blind'], kit: ['openingBlade'] }
    ),
    attend(
      'do',
      'breastbone',
      'The breastbone',
      'Open it by saw beside the middle, or leave it shut and reach in.',
      {
        look: 'Opened it cools and cleans easier; shut it suits a mount.',
        answers: [
          { key: 'shut', name: 'Left shut' },
          { key: 'open', name: 'Opened' }
        ],
        cautions: ['saw', 'gut'],
        kit: ['saw']
      }
    ),
    attend(
      'do',
      'diaphragm',
      'Diaphragm',
      'The thin wall loose from the ribs all round, both sides, down to the spine.',
      { cautions: ['blind', 'gut'] }
    ),
    attend(
      'do',
      'gullet',
      'Windpipe and gullet',
      'By feel: short blade, guiding fingers behind the edge. Both cut as high as the arm reaches; the gullet tied.',
      { cautions: ['blind', 'gut'], kit: ['string'] }
    ),
    attend('do', 'rollOut', 'Roll everything out', 'Free along the spine, all of it out with the vent.', {
      look: 'The fillets stay where they lie.',
      cautions: ['gut', 'knife']
    }),
    LOOK_INSIDE,
    // Deer have no gall bladder.
    glandStop(group === 'boar' ? ['gall', 'headNodes'] : ['headNodes'], {
      doing: 'Cut away whole before liver and tongue go to their bags: never cut into.',
      cautions: ['gut', 'prion']
    }),
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
});

export const FIELD_DRESS = dress('F1', 'deer');
/** F1 of a boar: sampled where it is dressed, boots and tools cleaned before leaving. */
export const DRESS_BOAR: Procedure = (() => {
  const order = dress('F1-boar', 'boar');
  const at = order.steps.findIndex((s) => s.key === 'inside');
  return {
    ...order,
    steps: [
      ...order.steps.slice(0, at),
      SAMPLE,
      ...order.steps.slice(at, -1),
      BOOTS,
      ...order.steps.slice(-1)
    ]
  };
})();

/** One side of an animal that lies unopened: leg, shoulder, strap, neck, ribs, fillet. */
function sideOf(side: 'left' | 'right'): Step[] {
  const first = side === 'left';
  const off = (
    kind: 'part' | 'piece',
    cut: string,
    title: readonly [string, string],
    doing: string,
    more: Partial<Step>
  ): Step => ({
    key: `${cut}-${side}`,
    title: first ? title[0] : title[1],
    doing: first ? doing : `As the first. ${doing}`,
    cautions: ['knife'],
    takes: [{ kind, cut, side }],
    ...more
  });
  return [
    off(
      'part',
      'hindLeg',
      ['Upper hind leg', 'Second hind leg'],
      'Lifted, down to the joint, the ball popped out of its ring. Proof of sex stays on one quarter.',
      {
        cautions: ['lift', 'knife'],
        bones: ['hipBall', 'pelvisFront', 'pelvisBack'],
        kit: ['boningKnife', 'cloths'],
        why: 'It is in the way of the rest'
      }
    ),
    flankNode(side),
    off(
      'part',
      'shoulder',
      ['Upper shoulder', 'Second shoulder'],
      'Lifted by the leg, cut under the blade; no joint holds it.',
      { kit: ['boningKnife', 'cloths'] }
    ),
    off(
      'piece',
      'strap',
      ['Upper strap', 'Second strap'],
      'From hip to neck, along the spine and off the ribs.',
      {}
    ),
    off(
      'piece',
      'neckRoast',
      ['Neck, upper side', 'Neck, second side'],
      'Off the bones in one piece, as far as the first joint.',
      { cautions: ['knife', 'prion'], bones: ['atlas'] }
    ),
    neckNode(side),
    off(
      'piece',
      'ribMeat',
      ['Rib meat, upper side', 'Rib meat, second side'],
      'Between the ribs, or the whole side of ribs off at its joints.',
      { cautions: ['knife', 'lead'] }
    ),
    off(
      'piece',
      'tenderloin',
      ['Fillet, upper', 'Second fillet'],
      'Behind the last rib, the gut held back with the other hand.',
      { cautions: ['gut', 'blind'], why: 'Last: behind it the gut begins' }
    )
  ];
}

/** F2: quartered where it fell, unopened. The pieces are weighed in as parts, here or at the larder. */
const quarter = (key: string, group: 'deer' | 'boar'): Procedure => ({
  key,
  name: 'Quarter where it fell',
  groups: [group],
  from: ['live'],
  position: 'ground',
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
        look: 'For a cape the ring lies behind the shoulder: nothing is cut forward of it.',
        cautions: ['knife'],
        kit: ['skinningBlade', 'openingBlade']
      }
    ),
    ...(group === 'boar' ? [SAMPLE] : []),
    ...sideOf('left'),
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
    ...sideOf('right'),
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
      cautions: ['waste', 'prion', 'swinefever', 'uninspected'],
      takes: [],
      closes: true
    }
  ]
});

export const QUARTER_FIELD = quarter('F2', 'deer');

/** F2 of a boar: sampled from the foreleg, for nothing inside is reached; boots and tools cleaned before leaving. */
export const QUARTER_BOAR: Procedure = (() => {
  const order = quarter('F2-boar', 'boar');
  return { ...order, steps: [...order.steps.slice(0, -1), BOOTS, ...order.steps.slice(-1)] };
})();
