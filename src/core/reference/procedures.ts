import { GLANDS } from './anatomy';
import { cutOf, type Side } from './cuts';

/** What comes off in one press: a part that lies on the table, or a piece that goes to a tub. */
export interface TakeOff {
  kind: 'part' | 'piece';
  cut: string;
  side?: Side;
}

export interface Step {
  key: string;
  title: string;
  /** What to do; two sentences at most. */
  doing: string;
  /** What to look or feel for. */
  look?: string;
  cautions: string[];
  takes: TakeOff[];
  /** Glands and vessels that must be out before the part closes, keys of `GLANDS`; no reading is asked for. */
  glands?: readonly string[];
  /** The step that ends the work: weigh what is left and close it. */
  closes?: boolean;
}

/** A way to go on: what comes off in which order, and why one would. */
export interface Procedure {
  key: string;
  name: string;
  why: string;
  /** The part it opens; absent for a whole carcass. */
  part?: string;
  steps: Step[];
}

const pair = (
  kind: TakeOff['kind'],
  cut: string,
  left: Omit<Step, 'key' | 'title' | 'takes'>,
  title: string
): Step[] =>
  (['left', 'right'] as const).map((side) => ({
    ...left,
    key: `${cut}-${side}`,
    title: `${title}, ${side}`,
    takes: [{ kind, cut, side }]
  }));

/** Q1: quartered hanging, shoulders before straps, so that the strap's front end under the blade comes off whole. */
const SHOULDERS_FIRST: Procedure = {
  key: 'Q1',
  name: 'Shoulders first',
  why: 'The blade out of the way, the front end of the strap comes off whole. The usual way for deer.',
  steps: [
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
          'Flap and belly strip off along the last rib and the hip. Begin on the shot side: open the seams, wipe what wipes.',
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
    ...pair(
      'part',
      'hindLeg',
      {
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

const muscleNotes: Record<string, string> = {
  topRound: 'Lift it off the femur along the inner seam. Draw the dark vein out.',
  topRoundCap: 'The thin flap over the inside leg peels off by hand.',
  bottomRound: 'Off along the seam to the eye; heavy silver to its tub, inner tendon drawn.',
  rumpEnd: 'Square the hip end off the outside leg.',
  eyeRound: 'The round roll between inside and outside leg parts by finger.',
  insideWhole: 'Off the femur along the inner seam, flap and all. Draw the dark vein out.',
  bottomWhole: 'Outside leg, rump end and roll in one; heavy silver to its tub, inner tendon drawn.',
  ballAndHip: 'Front ball, hip piece and hip corner in one, off the femur and the hip. Tie it.',
  tipSide: 'The firm side lifts off the front ball along a white line.',
  tipCore: 'The core off the femur; centre sinew out if it is to be steaks.',
  topSirloin: 'Hip piece off; glands and the small chewy strips out.',
  triTip: 'The corner in front of the hip, with its gland cut away whole.',
  heel: 'Calf muscle off above the hock tendon.',
  hindShank:
    'Off at the stifle, where muscle gives way to joint capsule. Kept on the bone unless you bone it.',
  legTrim: 'Clean scraps in small cubes. Node and hard tendon never go with them.',
  flatIron: 'Along the ridge, off the outside of the blade. Its centre tendon comes out later.',
  mockTender: 'The roll on the other side of the ridge.',
  armRoast: 'The thick of the shoulder behind the upper bone.',
  underBlade: 'Off the inside of the blade, flat to the bone.',
  foreShank: 'Off at the elbow: feel the hollow beside the point. Kept on the bone unless you bone it.',
  shoulderTrim: 'Clean scraps, edge of the brisket. The armpit node stays out.'
};

/** The stop at which glands and vessels come out, with where they sit. */
function glandStop(keys: readonly string[]): Step {
  const named = keys.flatMap((key) => (GLANDS[key] ? [GLANDS[key]] : []));
  return {
    key: 'glands',
    title: 'Glands and vessels out',
    doing: 'Each whole, unopened, in its fat. One left in spoils a batch of mince.',
    look: named.map((g) => `${g.name}: ${g.where}.`).join(' '),
    cautions: ['knife'],
    takes: [],
    glands: keys
  };
}

function seam(
  key: string,
  name: string,
  why: string,
  part: string,
  order: string[],
  title: string,
  stop: { after: string; glands: readonly string[] }
): Procedure {
  return {
    key,
    name,
    why,
    part,
    steps: [
      ...order
        .filter((cut) => cutOf(cut)?.of === part)
        .flatMap((cut): Step[] => [
          {
            key: cut,
            title: cutOf(cut)?.names.plain ?? cut,
            doing: muscleNotes[cut] ?? '',
            cautions: ['knife'],
            takes: [{ kind: 'piece', cut }]
          },
          ...(cut === stop.after ? [glandStop(stop.glands)] : [])
        ]),
      {
        key: 'bone',
        title: `${title} bone`,
        doing: 'Weigh the bare bone and close the part. What is missing then is unaccounted.',
        cautions: ['knife'],
        takes: [],
        closes: true
      }
    ]
  };
}

const SEAM_LEG = seam(
  'S1',
  'Seam a hind leg',
  'Every muscle apart along its seams: steaks, roasts and jerky from the same leg.',
  'hindLeg',
  [
    'hindShank',
    'topRoundCap',
    'topRound',
    'eyeRound',
    'rumpEnd',
    'bottomRound',
    'heel',
    'tipSide',
    'tipCore',
    'triTip',
    'topSirloin',
    'legTrim'
  ],
  'Leg',
  { after: 'topRound', glands: ['popliteal', 'hip', 'femoral', 'insideRoundVein'] }
);
const BONE_SHOULDER = seam(
  'S2',
  'Bone a shoulder',
  'Muscle by muscle off the blade: two flat steaks, a roast, the rest to stew or grind.',
  'shoulder',
  ['flatIron', 'mockTender', 'underBlade', 'foreShank', 'armRoast', 'shoulderTrim'],
  'Shoulder',
  { after: 'armRoast', glands: ['axillary', 'prescapular', 'axillaryVessels'] }
);

const SMALL_LEG = seam(
  'S1-small',
  'Small deer, kept together',
  'On a roe or a kid the single muscles are too small for a roast: four pieces instead of eleven, less to trim.',
  'hindLeg',
  ['hindShank', 'insideWhole', 'bottomWhole', 'heel', 'ballAndHip', 'legTrim'],
  'Leg',
  { after: 'insideWhole', glands: ['popliteal', 'hip', 'femoral', 'insideRoundVein'] }
);

/** Q2: the same steps as Q1 in another order; the strap's front end waits under the blade. */
const STRAPS_FIRST: Procedure = {
  key: 'Q2',
  name: 'Straps first',
  why: 'The best comes off first, cold and clean. The front of the strap stays under the blade until the shoulders are off: look for it there.',
  steps: inOrder(SHOULDERS_FIRST.steps, [
    'strap',
    'shoulder',
    'neckRoast',
    'tenderloin',
    'flankWhole',
    'brisket',
    'ribMeat',
    'hindLeg',
    'frame'
  ]).map((step) =>
    step.key.startsWith('neckRoast')
      ? { ...step, look: 'The front of the strap is still where the blade lay: take it now, with the neck.' }
      : step
  )
};

/** Steps by the cut they are about, in another order; none is lost. */
function inOrder(steps: readonly Step[], order: readonly string[]): Step[] {
  const rank = ({ key }: Step) => {
    const at = order.findIndex((cut) => key === cut || key.startsWith(`${cut}-`));
    return at < 0 ? order.length : at;
  };
  return [...steps].sort((a, b) => rank(a) - rank(b));
}

export const PROCEDURES: Readonly<Record<string, Procedure>> = {
  Q1: SHOULDERS_FIRST,
  Q2: STRAPS_FIRST,
  S1: SEAM_LEG,
  'S1-small': SMALL_LEG,
  S2: BONE_SHOULDER
};

/** The ways to go on with a carcass, or with a part that lies open; the usual one first. */
export const schoolsOf = (part: string | undefined): Procedure[] =>
  Object.values(PROCEDURES).filter((p) => p.part === part);

/**
 * The order of work for a carcass or a part on the table; none for parts that have no list yet.
 * @param school  key of the procedure somebody chose; the usual one where it does not fit
 */
export function procedureFor(part: string | undefined, school?: string): Procedure | undefined {
  const schools = schoolsOf(part);
  return schools.find((p) => p.key === school) ?? schools[0];
}
