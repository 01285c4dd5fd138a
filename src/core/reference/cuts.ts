import { under } from '$core/units';
import { PARTS, softTissue, type PartShare } from './parts';
import type { GroupKey } from './species';
import type { TubKey } from './tubs';

export const VOCABULARIES = ['retail', 'estate', 'plain'] as const;
/** North American counter, British and Irish larder, or a beginner's words. */
export type Vocabulary = (typeof VOCABULARIES)[number];

export const SIDES = ['left', 'right', 'both'] as const;
export type Side = (typeof SIDES)[number];

/** What a shop would sell the cut as; decides its price. */
export const PRICE_USES = [
  'primeSteak',
  'steak',
  'roast',
  'braise',
  'stew',
  'mince',
  'jerky',
  'sausage',
  'offal'
] as const;
export type PriceUse = (typeof PRICE_USES)[number];

export interface Cut {
  key: string;
  names: Record<Vocabulary, string>;
  /** Anatomical name. */
  muscle: string;
  /** Groups of species that have it. */
  groups: readonly GroupKey[];
  /** The part it belongs to, a key of `PARTS`; of a cut that reaches over several, the first. */
  of: string;
  /** Share of the boneless part. For parts of the trunk that are one piece, 1. */
  share: number;
  /** Base tenderness 1 (shank) … 5 (fillet); null for scraps. */
  tenderness: number | null;
  tub: TubKey;
  /** Price row in the prime tub and in the slow tub. */
  price: { prime: PriceUse; slow: PriceUse };
  /** Bone ÷ cut when it is kept on the bone; 0 when the cut holds none. */
  bone: number;
  /** Kept on the bone unless said otherwise. */
  boneIn: boolean;
  /** Muscles that this cut is when it is left whole; taking the whole or the pieces is the cutter's choice. */
  whole?: readonly string[];
  /** Of a cut over several parts that takes not all of each: how much of each one's soft tissue. */
  reaches?: readonly (readonly [part: string, share: number])[];
  /** The cut that it is parted from on the board. */
  parted?: string;
}

type Row = [
  key: string,
  of: string,
  share: number,
  tenderness: number | null,
  tub: TubKey,
  prime: PriceUse,
  slow: PriceUse,
  muscle: string,
  retail: string,
  estate: string,
  plain: string,
  bone?: number,
  groups?: readonly GroupKey[]
];

const LARGE: readonly GroupKey[] = ['deer', 'boar'];
const DEER: readonly GroupKey[] = ['deer'];
const BIRDS: readonly GroupKey[] = ['gamebird', 'pigeonlike', 'waterfowl'];
const RABBIT: readonly GroupKey[] = ['rabbit'];

/** A row a cut: key, part, share of its part, tenderness 1 to 5, tub, prices, muscle, names, bone share. Working defaults. */
// prettier-ignore
const ROWS: Row[] = [
  ['topRound', 'hindLeg', 0.235, 4, 'prime', 'steak', 'roast', 'semimembranosus, adductor', 'Top round', 'Topside', 'Inside leg'],
  ['topRoundCap', 'hindLeg', 0.03, 2, 'grind', 'steak', 'stew', 'gracilis', 'Top-round cap', 'Topside cap', 'Inside flap'],
  ['bottomRound', 'hindLeg', 0.145, 2.5, 'jerky', 'steak', 'roast', 'biceps femoris, lower', 'Bottom round', 'Silverside', 'Outside leg'],
  ['rumpEnd', 'hindLeg', 0.04, 3, 'prime', 'steak', 'roast', 'biceps femoris, hip end', 'Rump roast', 'Silverside rump end', 'Outside leg, hip end'],
  ['eyeRound', 'hindLeg', 0.055, 3, 'prime', 'steak', 'roast', 'semitendinosus', 'Eye of round', 'Salmon cut', 'Back-of-leg roll'],
  ['tipSide', 'hindLeg', 0.06, 3.5, 'prime', 'steak', 'roast', 'rectus femoris', 'Sirloin tip side', 'Thick flank, lean side', 'Front ball, firm side'],
  ['tipCore', 'hindLeg', 0.115, 3, 'prime', 'steak', 'roast', 'vastus group', 'Sirloin tip', 'Thick flank, nut', 'Front ball'],
  ['topSirloin', 'hindLeg', 0.12, 4, 'prime', 'steak', 'roast', 'gluteus group', 'Top sirloin', 'Rump', 'Hip piece'],
  ['triTip', 'hindLeg', 0.03, 3.5, 'prime', 'steak', 'roast', 'tensor fasciae latae', 'Tri-tip', 'Tail of rump', 'Hip corner'],
  ['heel', 'hindLeg', 0.05, 1.5, 'slow', 'steak', 'stew', 'gastrocnemius', 'Heel of round', 'Heel', 'Calf'],
  ['hindShank', 'hindLeg', 0.06, 1, 'slow', 'steak', 'braise', 'below the stifle', 'Hind shank', 'Hind shin', 'Lower hind leg', 0.45],
  ['legTrim', 'hindLeg', 0.06, null, 'grind', 'steak', 'stew', 'scraps', 'Leg trim', 'Leg trim', 'Leg scraps'],
  ['flatIron', 'shoulder', 0.15, 4, 'prime', 'steak', 'braise', 'infraspinatus', 'Flat iron', 'Feather blade', 'Outside of the blade'],
  ['mockTender', 'shoulder', 0.11, 2.5, 'slow', 'steak', 'braise', 'supraspinatus', 'Mock tender', 'Blade fillet', 'Ridge-side roll'],
  ['armRoast', 'shoulder', 0.25, 3, 'slow', 'steak', 'roast', 'triceps group', 'Arm roast', 'Leg-of-mutton cut', 'Back of the shoulder'],
  ['underBlade', 'shoulder', 0.09, 2.5, 'grind', 'steak', 'braise', 'subscapularis and chest side', 'Under-shoulder', 'Inside shoulder', 'Inside of the blade'],
  ['foreShank', 'shoulder', 0.13, 1, 'slow', 'steak', 'braise', 'below the elbow', 'Fore shank', 'Fore shin', 'Lower front leg', 0.48],
  ['shoulderTrim', 'shoulder', 0.27, null, 'grind', 'steak', 'stew', 'scraps, edge of the brisket', 'Shoulder trim', 'Shoulder trim', 'Shoulder scraps'],
  ['strap', 'strap', 1, 5, 'prime', 'primeSteak', 'roast', 'longissimus', 'Backstrap', 'Boneless saddle', 'Strap', 0, [...LARGE, ...RABBIT]],
  ['tenderloin', 'tenderloin', 1, 5, 'prime', 'primeSteak', 'roast', 'psoas', 'Tenderloin', 'Fillet', 'Fillet', 0, [...LARGE, ...RABBIT]],
  ['neckRoast', 'neck', 1, 1.5, 'slow', 'steak', 'roast', 'neck group', 'Neck roast', 'Neck fillet', 'Neck', 0.32],
  ['flankSteak', 'flank', 0.1875, 2.5, 'jerky', 'steak', 'braise', 'rectus abdominis', 'Flank steak', 'Thin flank', 'Belly strip', 0, DEER],
  ['flankFlap', 'flank', 0.8125, 2, 'jerky', 'steak', 'stew', 'obliques, transversus', 'Flap', 'Flank', 'Side sheet', 0, DEER],
  ['ribMeat', 'ribs', 1, 1.5, 'grind', 'steak', 'stew', 'intercostals, serratus', 'Rib meat', 'Rib trim', 'Rib meat'],
  ['brisket', 'brisket', 1, 1.5, 'slow', 'steak', 'braise', 'pectorals', 'Brisket', 'Brisket', 'Brisket'],
  ['diaphragm', 'flank', 0, 2.5, 'grind', 'steak', 'stew', 'diaphragm', 'Skirt', 'Skirt', 'Midriff', 0, DEER],
  ['backFat', 'fat', 0.75, null, 'fat', 'mince', 'mince', 'fat of the back', 'Back fat', 'Back fat', 'Fat off the back', 0, ['boar']],
  ['leafFat', 'fat', 0.25, null, 'fat', 'mince', 'mince', 'fat of the kidneys', 'Leaf fat', 'Flead', 'Fat along the kidneys', 0, ['boar']],
  ['caul', 'fat', 0, null, 'fat', 'mince', 'mince', 'omentum', 'Caul', 'Caul', 'Net of fat over the gut', 0, ['boar']],
  ['jowl', 'neck', 0, 1.5, 'slow', 'braise', 'braise', 'masseter, with its fat', 'Jowl', 'Cheek', 'Cheek', 0, ['boar']],
  ['head', 'neck', 0, 1.5, 'stock', 'offal', 'offal', 'the whole head', 'Head', 'Head', 'Head', 0.6, ['boar']],
  ['trotters', 'shoulder', 0, 1, 'stock', 'offal', 'offal', 'below knee and hock', 'Trotters', 'Trotters', 'Feet', 0.6, ['boar']],
  ['belly', 'belly', 1, 2, 'slow', 'steak', 'braise', 'obliques, rectus abdominis, with its fat', 'Belly', 'Belly', 'Belly', 0, ['boar']],
  ['rabbitHind', 'hindLeg', 1, 2.5, 'slow', 'roast', 'braise', 'the whole leg', 'Hind leg', 'Hind leg', 'Hind leg', 0.14, RABBIT],
  ['rabbitFore', 'foreLeg', 1, 1.5, 'slow', 'braise', 'stew', 'the whole leg', 'Fore leg', 'Fore leg', 'Fore leg', 0.2, RABBIT],
  ['rabbitFlank', 'flankRib', 1, 2, 'grind', 'stew', 'stew', 'obliques, intercostals', 'Flap', 'Flank', 'Belly flap', 0, RABBIT],
  ['breast', 'breast', 1, 4, 'prime', 'steak', 'braise', 'pectoralis major', 'Breast', 'Breast', 'Breast', 0, BIRDS],
  ['tender', 'tender', 1, 5, 'prime', 'primeSteak', 'stew', 'supracoracoideus', 'Tender', 'Inner fillet', 'Tender', 0, BIRDS],
  ['thigh', 'leg', 0.6, 2.5, 'slow', 'roast', 'braise', 'iliotibialis group', 'Thigh', 'Thigh', 'Upper leg', 0.22, BIRDS],
  ['drumstick', 'leg', 0.4, 1.5, 'slow', 'braise', 'braise', 'gastrocnemius group', 'Drumstick', 'Drumstick', 'Lower leg', 0.22, BIRDS],
  ['wing', 'wing', 1, 1.5, 'slow', 'stew', 'stew', 'the whole wing', 'Wing', 'Wing', 'Wing', 0.45, BIRDS]
];

export const CUTS: Readonly<Record<string, Cut>> = Object.fromEntries(
  ROWS.map(
    ([
      key,
      of,
      share,
      tenderness,
      tub,
      prime,
      slow,
      muscle,
      retail,
      estate,
      plain,
      bone = 0,
      groups = LARGE
    ]) => [
      key,
      {
        key,
        groups,
        names: { retail, estate, plain },
        muscle,
        of,
        share,
        tenderness,
        tub,
        price: { prime, slow },
        bone,
        boneIn: key === 'hindShank' || key === 'foreShank' || (bone > 0 && groups !== LARGE)
      }
    ]
  )
);

function onTheBone(key: string, of: string, bone: number, names: Record<Vocabulary, string>): Cut {
  return {
    key,
    names,
    groups: LARGE,
    muscle: 'whole, on the bone',
    of,
    share: 1,
    tenderness: 2.5,
    tub: 'slow',
    price: { prime: 'roast', slow: 'roast' },
    bone,
    boneIn: true
  };
}

function whole(
  key: string,
  pieces: readonly string[],
  names: Record<Vocabulary, string>,
  more: Partial<Cut> = {}
): Cut {
  const first = under(CUTS, pieces[0] ?? '');
  if (!first) throw new Error(`no such cut: ${pieces[0]}`);
  const own = pieces.filter((piece) => under(CUTS, piece)?.of === first.of);
  const share = own.reduce((sum, piece) => sum + (under(CUTS, piece)?.share ?? 0), 0);
  return {
    ...first,
    key,
    names,
    share,
    muscle: pieces.map((piece) => under(CUTS, piece)?.muscle).join(', '),
    whole: pieces,
    ...more
  };
}

const LEG_MUSCLES = [
  ...['topRound', 'topRoundCap', 'bottomRound', 'rumpEnd', 'eyeRound'],
  ...['tipSide', 'tipCore', 'topSirloin', 'triTip', 'heel']
];

const SHOULDER_MUSCLES = ['armRoast', 'flatIron', 'mockTender', 'underBlade'];

/** A joint of the shoulder on half of its two large bones. Working default. */
function onUpperBone(key: string, pieces: readonly string[], names: Record<Vocabulary, string>): Cut {
  const [, rest] = bonesOf('shoulder', 'foreShank');
  const soft = softShare('shoulder', pieces);
  return whole(key, pieces, names, {
    tub: 'slow',
    tenderness: 2.5,
    bone: rest / 2 / (rest / 2 + soft),
    boneIn: true,
    price: { prime: 'roast', slow: 'braise' }
  });
}

/** Soft tissue of some muscles of a deer's part, ÷ the part. */
function softShare(key: string, cuts: readonly string[]): number {
  const part = PARTS.deer.find((p) => p.key === key);
  return part ? (1 - part.bone) * cuts.reduce((sum, cut) => sum + (under(CUTS, cut)?.share ?? 0), 0) : 0;
}

/** Bone of the shank, and all other bone, of a deer's part, ÷ the part. */
function bonesOf(key: string, shank: string): [shank: number, rest: number] {
  const part = PARTS.deer.find((p) => p.key === key);
  const bone = under(CUTS, shank)?.bone ?? 0;
  if (!part) return [0, 0];
  const own = (softShare(key, [shank]) * bone) / (1 - bone);
  return [own, part.bone - own];
}

/** Bone ÷ what is left of a deer's part, kept on its bone, when its shank is off and boneless scraps are away. */
function boneWithout(key: string, shank: string, ...scraps: string[]): number {
  const [, rest] = bonesOf(key, shank);
  const part = PARTS.deer.find((p) => p.key === key);
  const left = part ? 1 - part.bone - softShare(key, [shank, ...scraps]) : 0;
  return rest / (rest + left);
}

/** Cuts that exist whole too. Working defaults. */
export const WHOLE_CUTS: Readonly<Record<string, Cut>> = {
  sirloinTip: whole('sirloinTip', ['tipCore', 'tipSide'], {
    retail: 'Sirloin tip, whole',
    estate: 'Thick flank',
    plain: 'Front ball, whole'
  }),
  bottomWhole: whole('bottomWhole', ['bottomRound', 'rumpEnd', 'eyeRound'], {
    retail: 'Bottom round with eye, whole',
    estate: 'Silverside, whole',
    plain: 'Outside leg with its roll'
  }),
  insideWhole: whole('insideWhole', ['topRound', 'topRoundCap'], {
    retail: 'Top round, cap on',
    estate: 'Topside, cap on',
    plain: 'Inside leg, flap on'
  }),
  ballAndHip: whole('ballAndHip', ['tipCore', 'tipSide', 'topSirloin', 'triTip'], {
    retail: 'Tip and sirloin roast',
    estate: 'Thick flank and rump, whole',
    plain: 'Ball and hip, one roast'
  }),
  flankWhole: whole('flankWhole', ['flankFlap', 'flankSteak'], {
    retail: 'Flank and flap',
    estate: 'Whole flank',
    plain: 'Flank'
  }),
  hipWhole: whole('hipWhole', ['topSirloin', 'triTip'], {
    retail: 'Top sirloin with tri-tip',
    estate: 'Rump with its tail',
    plain: 'Hip piece with its corner'
  }),
  roundWhole: whole(
    'roundWhole',
    ['topRound', 'topRoundCap', 'bottomRound', 'rumpEnd', 'eyeRound', 'heel'],
    { retail: 'Round, boned whole', estate: 'Round of haunch', plain: 'Inside, outside and roll in one' },
    { tenderness: 3 }
  ),
  side: whole(
    'side',
    ['strap', 'tenderloin', 'rabbitFlank'],
    { retail: 'Boneless side', estate: 'Side off the bone', plain: 'Boneless side: back, fillet and flank' },
    { groups: RABBIT, tenderness: 3.5, price: { prime: 'steak', slow: 'stew' } }
  ),
  saddle: whole(
    'saddle',
    ['strap', 'tenderloin'],
    { retail: 'Saddle, bone in', estate: 'Saddle', plain: 'Middle of the back' },
    { groups: RABBIT, tenderness: 4, bone: 0.28, boneIn: true, price: { prime: 'roast', slow: 'roast' } }
  ),
  rack: whole(
    'rack',
    ['strap'],
    { retail: 'Rib rack', estate: 'Best end', plain: 'Back meat on the ribs' },
    { share: 0.5, bone: 0.35, boneIn: true, groups: LARGE, price: { prime: 'primeSteak', slow: 'roast' } }
  ),
  saddleBone: whole(
    'saddleBone',
    ['strap'],
    { retail: 'Bone-in saddle', estate: 'Saddle', plain: 'Middle of the back, on the bone' },
    { share: 0.5, bone: 0.28, boneIn: true, groups: LARGE, price: { prime: 'primeSteak', slow: 'roast' } }
  ),
  saddleFull: whole(
    'saddleFull',
    ['strap', 'tenderloin'],
    {
      retail: 'Bone-in saddle, tenderloins in',
      estate: 'Saddle, fillets in',
      plain: 'Middle of the back, fillets in'
    },
    {
      reaches: [
        ['strap', 0.5],
        ['tenderloin', 1]
      ],
      bone: 0.28,
      boneIn: true,
      groups: LARGE,
      price: { prime: 'primeSteak', slow: 'roast' }
    }
  ),
  shortRibs: whole(
    'shortRibs',
    ['ribMeat'],
    { retail: 'Short ribs', estate: 'Rib ends, sawn', plain: 'Rib ends on the bone' },
    { bone: 0.45, boneIn: true, groups: LARGE, tub: 'slow', price: { prime: 'braise', slow: 'braise' } }
  ),
  ribSide: whole(
    'ribSide',
    ['ribMeat'],
    { retail: 'Spare ribs', estate: 'Side of ribs', plain: 'Ribs on the bone' },
    { bone: 0.5, boneIn: true, groups: LARGE, tub: 'slow', price: { prime: 'braise', slow: 'braise' } }
  ),
  collar: whole(
    'collar',
    ['neckRoast'],
    { retail: 'Neck, fat on', estate: 'Collar', plain: 'Neck with its fat' },
    { groups: ['boar'], tenderness: 2, bone: 0 }
  ),
  birdLeg: whole('birdLeg', ['thigh', 'drumstick'], { retail: 'Leg', estate: 'Leg', plain: 'Leg' }),
  crown: whole(
    'crown',
    ['breast', 'tender'],
    { retail: 'Crown', estate: 'Crown', plain: 'Both breasts on the bone' },
    { bone: 0.24, boneIn: true, price: { prime: 'roast', slow: 'roast' } }
  ),
  wholeBird: whole(
    'wholeBird',
    ['breast', 'tender', 'thigh', 'drumstick', 'wing'],
    { retail: 'Whole bird', estate: 'Oven-ready bird', plain: 'Whole bird' },
    { bone: 0.34, boneIn: true, tenderness: 3, price: { prime: 'roast', slow: 'roast' } }
  ),
  legBoned: whole(
    'legBoned',
    LEG_MUSCLES,
    { retail: 'Boneless leg', estate: 'Boned haunch', plain: 'Leg without its bone' },
    { tenderness: 3 }
  ),
  haunchShort: whole(
    'haunchShort',
    LEG_MUSCLES,
    { retail: 'Leg roast, shank off', estate: 'Haunch, shank off', plain: 'Leg on the bone, shank off' },
    {
      tenderness: 3,
      bone: boneWithout('hindLeg', 'hindShank', 'legTrim'),
      boneIn: true,
      price: { prime: 'roast', slow: 'roast' }
    }
  ),
  shoulderShort: whole(
    'shoulderShort',
    ['armRoast', 'flatIron', 'mockTender', 'underBlade'],
    {
      retail: 'Shoulder roast, bone in',
      estate: 'Shoulder, shank off',
      plain: 'Shoulder roast on the bone'
    },
    { bone: boneWithout('shoulder', 'foreShank', 'shoulderTrim'), boneIn: true }
  ),
  shoulderBoned: whole(
    'shoulderBoned',
    SHOULDER_MUSCLES,
    { retail: 'Boneless shoulder', estate: 'Boned shoulder', plain: 'Shoulder without its bone' },
    { tenderness: 2.5, tub: 'slow' }
  ),
  armJoint: onUpperBone('armJoint', ['armRoast'], {
    retail: 'Arm, bone in',
    estate: 'Thick of the shoulder, bone in',
    plain: 'Upper arm on its bone'
  }),
  bladeJoint: onUpperBone('bladeJoint', ['flatIron', 'mockTender', 'underBlade'], {
    retail: 'Blade, bone in',
    estate: 'Blade, bone in',
    plain: 'Blade on its bone'
  }),
  armSlices: onUpperBone('armSlices', ['armRoast'], {
    retail: 'Arm steaks, bone in',
    estate: 'Arm slices',
    plain: 'Slices across the upper arm'
  }),
  bladeSlices: onUpperBone('bladeSlices', ['flatIron', 'mockTender', 'underBlade'], {
    retail: 'Blade steaks, bone in',
    estate: 'Blade slices',
    plain: 'Slices across the blade'
  }),
  haunch: onTheBone('haunch', 'hindLeg', 0.17, {
    retail: 'Bone-in leg',
    estate: 'Haunch',
    plain: 'Hind leg, whole'
  }),
  shoulderWhole: onTheBone('shoulderWhole', 'shoulder', 0.21, {
    retail: 'Bone-in shoulder',
    estate: 'Shoulder on the blade',
    plain: 'Shoulder, whole'
  })
};

/**
 * Pieces that a cut is parted into on the board: key, cut, share of the cut, tenderness, tub, and what it is called beside
 * its cut, or by itself. What is no piece of a cut is trim of it. Working defaults.
 */
// prettier-ignore
const BOARD_ROWS: [key: string, from: string, share: number, tenderness: number, tub: TubKey, name: string][] = [
  ['topRoundMain', 'topRound', 0.74, 4, 'prime', ', large lobe'],
  ['topRoundSmall', 'topRound', 0.22, 3.5, 'prime', ', small lobe'],
  ['tipOuter', 'tipCore', 0.52, 3, 'prime', ', outer half'],
  ['tipInner', 'tipCore', 0.42, 3, 'prime', ', inner half'],
  ['topSirloinMain', 'topSirloin', 0.76, 4, 'prime', ', main muscle'],
  ['hipStrips', 'topSirloin', 0.2, 2.5, 'slow', ', small strips'],
  ['heelHeads', 'heel', 0.7, 1.5, 'slow', ', both heads'],
  ['heelCore', 'heel', 0.26, 1.5, 'slow', ', core'],
  ['flatIronOuter', 'flatIron', 0.5, 4, 'prime', ', outer leaf'],
  ['flatIronInner', 'flatIron', 0.38, 4, 'prime', ', inner leaf'],
  ['armLong', 'armRoast', 0.6, 3, 'slow', ', long head'],
  ['armSide', 'armRoast', 0.34, 2.5, 'slow', ', side head'],
  ['shoulderTender', 'underBlade', 0.22, 4.5, 'prime', 'Shoulder tender'],
  ['bladeSheet', 'underBlade', 0.68, 2.5, 'grind', ', sheet'],
  ['strapRear', 'strap', 0.5, 5, 'prime', ', rear half'],
  ['strapFront', 'strap', 0.44, 4.5, 'prime', ', front half'],
  ['filletHead', 'tenderloin', 0.55, 5, 'prime', ', thick end'],
  ['filletTail', 'tenderloin', 0.4, 5, 'prime', ', thin end'],
  ['neckRoll', 'neckRoast', 0.88, 1.5, 'slow', ', rolled'],
  ['brisketFlat', 'brisket', 0.55, 1.5, 'slow', ', lower layer'],
  ['brisketPoint', 'brisket', 0.4, 1.5, 'slow', ', upper layer'],
  ['rabbitThigh', 'rabbitHind', 0.68, 2.5, 'slow', 'Thigh'],
  ['rabbitShin', 'rabbitHind', 0.32, 1.5, 'slow', 'Shin']
];

/** Cuts that are made on the board only, out of one that came off. */
export const BOARD_CUTS: Readonly<Record<string, Cut>> = Object.fromEntries(
  BOARD_ROWS.flatMap(([key, from, share, tenderness, tub, name]) => {
    const mother = under(CUTS, from);
    if (!mother) return [];
    const called = (own: string) => (name.startsWith(',') ? own + name : name);
    const { retail, estate, plain } = mother.names;
    const names = { retail: called(retail), estate: called(estate), plain: called(plain) };
    return [
      [key, { ...mother, key, names, share: mother.share * share, tenderness, tub, parted: from }] as const
    ];
  })
);

/** Keys that cuts had before; entries of the book name them. */
const RENAMED: Readonly<Record<string, string>> = { slab: 'side' };
/** The key that a cut has now. */
export const cutKey = (key: string): string => under(RENAMED, key) ?? key;

/** The tub a cut usually goes to, of such an animal: nobody dries a boar. */
export const usualTub = (cut: Pick<Cut, 'tub'>, group: GroupKey): TubKey =>
  group === 'boar' && cut.tub === 'jerky' ? 'slow' : cut.tub;

/** The bone-in cut that a part is when it is kept whole. */
export const WHOLE_OF_PART: Readonly<Record<string, string>> = {
  hindLeg: 'haunch',
  shoulder: 'shoulderWhole'
};

/**
 * A cut by its key, whole ones too.
 * @example cutOf('topRound').names.plain // 'Inside leg'
 */
export function cutOf(key: string | undefined): Cut | undefined {
  if (key === undefined) return undefined;
  const now = cutKey(key);
  return under(CUTS, now) ?? under(WHOLE_CUTS, now) ?? under(BOARD_CUTS, now);
}

/** Muscles of a part in a group of species, in the order of the table. */
export function cutsOf(part: string, group: GroupKey): Cut[] {
  return Object.values(CUTS).filter((cut) => cut.of === part && cut.share > 0 && cut.groups.includes(group));
}

/** Bone ÷ cut kept on the bone: a part that is one cut has the part's own share, a whole bird all that is not soft. */
export function boneShareOf(cut: Cut, group: GroupKey): number {
  if (cut.key === 'wholeBird') return 1 - softTissue(PARTS[group]);
  const part = partOf(cut.of, group);
  const one = muscleParts(cut, group).length === 1 && cut.share >= 0.999;
  return one && part && part.bone > 0 && part.bone < 1 ? part.bone : cut.bone;
}

const partOf = (key: string, group: GroupKey): PartShare | undefined =>
  PARTS[group].find((p) => p.key === key);

/** The parts that a cut reaches over, with how much of each one’s soft tissue is in it. */
export function muscleParts(cut: Cut, group: GroupKey): { part: PartShare; share: number }[] {
  const shares = new Map<string, number>();
  const add = (of: string, share: number) => shares.set(of, (shares.get(of) ?? 0) + share);
  if (cut.reaches) for (const [of, share] of cut.reaches) add(of, share);
  else if (cut.whole && cut.share >= 0.999)
    for (const piece of cut.whole) {
      const muscle = under(CUTS, piece);
      if (muscle) add(muscle.of, muscle.share);
    }
  else add(cut.of, cut.share);
  return [...shares].flatMap(([key, share]) => {
    const part = partOf(key, group);
    return part ? [{ part, share }] : [];
  });
}

/**
 * Bone of a bone-in cut that belongs to none of the parts it is made of, ÷ the cut: the keel under a crown, the spine in
 * a saddle. The bare frame is lighter by that much.
 */
export function frameBoneIn(cut: Cut, group: GroupKey): number {
  const bone = boneShareOf(cut, group);
  let soft = 0;
  let own = 0;
  for (const { part, share } of muscleParts(cut, group)) {
    const meat = part.share * (1 - part.bone) * share;
    soft += meat;
    own += (meat * part.bone) / (1 - part.bone);
  }
  return soft > 0 ? Math.max(0, bone - ((1 - bone) * own) / soft) : 0;
}

/**
 * Tenderness of a cut on this animal, 1…5: the base times age (young 1.10, yearling 1.05, old 0.85) and rut (a male 0.9).
 * Working default. 1 for a cut that has no base.
 */
export function tendernessOf(
  cut: Pick<Cut, 'tenderness'>,
  { ageClass, sex, rut }: { ageClass: string; sex: string; rut?: boolean | null | undefined }
): number {
  const age = ageClass === 'young' ? 1.1 : ageClass === 'yearling' ? 1.05 : ageClass === 'old' ? 0.85 : 1;
  const factor = age * (rut && sex === 'male' ? 0.9 : 1);
  return Math.min(5, Math.max(1, (cut.tenderness ?? 1) * factor));
}
