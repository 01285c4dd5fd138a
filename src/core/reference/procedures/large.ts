import { under } from '$core/units';
import { READY, SET_UP, edge } from './room';
import { attend, glandStop, pair, type Position, type Step } from './step';

/** Before the first cut of a hung animal. */
export const BEGIN: readonly Step[] = [SET_UP, READY];

/** Nodes that lie bare once a flank is off the leg, and once a shoulder and the neck are. */
const FLANK_NODES = glandStop(['prefemoral']);
const NECK_NODES = glandStop(['prescapular']);

/** What comes off a carcass, a step for each side where it has two: by the cut that they are about. */
const STEPS: Readonly<Record<string, readonly Step[]>> = {
  tenderloin: pair(
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
  shoulder: pair(
    'part',
    'shoulder',
    {
      kit: ['meatHook'],
      doing: 'Lift the leg, cut under the blade to its soft top edge. The brisket edge comes with it.',
      look: 'No joint ties it on; the blade reaches higher than it looks.',
      cautions: ['knife', 'swing']
    },
    'Shoulder'
  ),
  neckRoast: [
    ...pair(
      'piece',
      'neckRoast',
      {
        bones: ['atlas'],
        doing:
          'Each side in one piece, from the first joint behind the skull down to the shoulder. Scrape the knuckles of the neck bones.',
        cautions: ['knife', 'prion']
      },
      'Neck'
    ),
    NECK_NODES
  ],
  flankWhole: [
    ...pair(
      'piece',
      'flankWhole',
      {
        doing:
          'Flap and belly strip off along the last rib and the hip. The clean side first; the shot side last, with a fresh knife.',
        look: 'Blood between the sheets wipes off; blood in the meat is cut out and weighed.',
        cautions: ['gut', 'lead']
      },
      'Flank and rib flap'
    ),
    FLANK_NODES
  ],
  brisket: pair(
    'piece',
    'brisket',
    {
      doing: 'Breast meat off the breastbone and the rib ends, blade flat to the bone.',
      cautions: ['knife']
    },
    'Brisket'
  ),
  strap: pair(
    'piece',
    'strap',
    {
      doing:
        'Along the spine from hip to neck, then off the ribs, edge turned towards bone. The front end runs on to where the blade lay.',
      cautions: ['knife']
    },
    'Strap'
  ),
  ribMeat: pair(
    'piece',
    'ribMeat',
    {
      doing: 'Between the ribs, point first, one strip a gap.',
      look: 'Worth the knife on elk and moose; of a small deer a handful.',
      cautions: ['knife']
    },
    'Rib meat'
  ),
  edge: [edge('edge-legs')],
  hindLeg: pair(
    'part',
    'hindLeg',
    {
      bones: ['pelvisFront', 'pelvisBack', 'hipBall'],
      doing:
        'Clear both points of the hip, turn in to the spine so that the hip piece stays on the leg, then open the ball joint.',
      cautions: ['swing', 'lift']
    },
    'Hind leg'
  ),
  rack: pair(
    'piece',
    'rack',
    {
      doing:
        'Soft tissue cut to the bone by knife along the line, then the ribs sawn and the back bone chined off. Wipe the dust.',
      kit: ['saw'],
      look: 'Five to eight ribs, their ends scraped; the eye of the meat stays whole.',
      cautions: ['saw', 'spine', 'prion']
    },
    'Rack'
  ),
  saddleFull: [
    {
      key: 'saddleFull',
      title: 'Saddle, fillets in',
      doing: 'Behind the last rib and before the hip: knife through the meat, saw through the bone only.',
      kit: ['saw'],
      bones: ['lumbosacral'],
      look: 'Both straps and both fillets stay on the spine.',
      cautions: ['saw', 'spine', 'prion'],
      takes: [{ kind: 'piece', cut: 'saddleFull', side: 'both' }]
    }
  ],
  shortRibs: pair(
    'piece',
    'shortRibs',
    {
      doing: 'What is left of the ribs below the line of the rack, in one strip on the bone; dust wiped.',
      kit: ['saw'],
      cautions: ['saw']
    },
    'Short ribs'
  ),
  belly: pair(
    'piece',
    'belly',
    {
      doing: 'Along the last rib and the edge of the loin, down to the breast; the flank comes with it.',
      look: 'The clean side first; the shot side last, blood wiped or cut out and weighed.',
      cautions: ['knife', 'gut', 'lead']
    },
    'Belly'
  ),
  ribSide: pair(
    'piece',
    'ribSide',
    {
      doing: 'The side of ribs off at its joints with the spine, meat and bone in one.',
      look: 'For the oven on the bone, or boned for mince.',
      cautions: ['knife']
    },
    'Side of ribs'
  ),
  collar: [
    ...pair(
      'piece',
      'collar',
      {
        bones: ['atlas'],
        doing: 'Neck with its fat on, each side in one piece, from behind the head down to the shoulder.',
        look: 'Its fat carries it through a long roast.',
        cautions: ['knife']
      },
      'Collar'
    ),
    NECK_NODES
  ],
  backFat: [
    {
      key: 'backFat',
      title: 'Fat off the back',
      doing: 'Lay the fat off the back and flanks in sheets, before the joints come off.',
      look: 'White and sweet is worth keeping; fry a little, two noses. Yellow, strong, or of a male in rut: ask, and leave it.',
      cautions: ['knife', 'gloves'],
      takes: [{ kind: 'piece', cut: 'backFat' }]
    }
  ],
  leafFat: [
    {
      key: 'leafFat',
      title: 'Leaf fat',
      doing: 'The leaf along the kidneys drawn off by hand, from the hip forwards.',
      look: 'The best to render.',
      cautions: ['gloves'],
      takes: [{ kind: 'piece', cut: 'leafFat' }]
    }
  ],
  frame: [
    {
      key: 'frame',
      title: 'Frame',
      doing: 'Look along the neck, beside the spine and at the hip, then weigh what is left and close it.',
      look: 'Meat you can pinch is meat you can take.',
      cautions: ['prion', 'spine', 'swinefever', 'aujeszky'],
      takes: [],
      closes: true
    }
  ]
};

/** What comes down as a piece comes free, by how the animal hangs or lies. Usual practice. */
const DROPS: Readonly<Record<Position, Readonly<Record<string, string>>>> = {
  hocks: {
    'hindLeg-left': 'Hung by the hocks, the trunk now hangs by the other leg: hold it.',
    'hindLeg-right': 'Hung by the hocks, freeing this one drops the frame: sling it first.',
    'shoulder-left': 'It falls outward.',
    'shoulder-right': 'It falls outward.'
  },
  neck: {
    'hindLeg-left': 'Hung by the neck, the leg drops as its ball opens: hold it.',
    'hindLeg-right': 'Hung by the neck, the leg drops as its ball opens: hold it.',
    'neckRoast-right': 'The frame hangs by the neck bones: hold it.',
    frame: 'It comes off the hook last: hold it.'
  },
  table: {},
  ground: {}
};

/** The steps about some cuts, in that order; `cut-left` and `cut-right` for one side. */
export function cutSteps(...cuts: readonly string[]): Step[] {
  return cuts.flatMap((cut) => {
    const all = under(STEPS, cut);
    if (all) return all;
    const base = cut.replace(/-(left|right)$/, '');
    const one = under(STEPS, base)?.filter((s) => s.key === cut);
    if (!one || one.length === 0) throw new Error(`no step about ${cut}`);
    return one;
  });
}

/** The node of one flank, where an order goes side by side. */
export const flankNode = (side: 'left' | 'right'): Step => glandStop(['prefemoral'], { side });
/** The node before one shoulder, likewise. */
export const neckNode = (side: 'left' | 'right'): Step => glandStop(['prescapular'], { side });

/** Steps as the animal hangs or lies: with what drops when; on a table nothing swings. */
export const placed = (position: Position, steps: readonly Step[]): Step[] =>
  steps.map((step) => {
    const drops = under(DROPS[position], step.key);
    const still = position === 'table' || position === 'ground';
    return {
      ...step,
      ...(still ? { cautions: step.cautions.filter((c) => c !== 'swing') } : {}),
      ...(drops ? { drops } : {})
    };
  });

/** The sheet is clean and the animal turned: the other side. */
export const TURN: Step = attend(
  'check',
  'turn',
  'Turn it over',
  'A clean sheet under it, board wiped, then over: the other side begins as the first did.',
  {
    cautions: ['lift'],
    wrong: 'The bare side lands on the dirty sheet',
    why: 'One side is bare'
  }
);
