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
  ['backFat', 'fat', 1, null, 'fat', 'mince', 'mince', 'fat of the back', 'Back fat', 'Back fat', 'Fat off the back', 0, ['boar']],
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

/** Bone ÷ what is left of a deer's part, kept on its bone, when its shank is off and boneless scraps are away. */
function boneWithout(key: string, shank: string, ...scraps: string[]): number {
  const part = PARTS.deer.find((p) => p.key === key);
  const [off, bone] = [under(CUTS, shank)?.share ?? 0, under(CUTS, shank)?.bone ?? 0];
  if (!part) return 0;
  const soft = 1 - part.bone;
  const shankBone = (off * soft * bone) / (1 - bone);
  const left = soft * (1 - off - scraps.reduce((sum, cut) => sum + (under(CUTS, cut)?.share ?? 0), 0));
  return (part.bone - shankBone) / (part.bone - shankBone + left);
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
  slab: whole(
    'slab',
    ['strap', 'tenderloin', 'rabbitFlank'],
    { retail: 'Boneless side', estate: 'Side off the bone', plain: 'Slab: back, fillet and flank' },
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
  return (
    (Object.hasOwn(CUTS, key) ? under(CUTS, key) : undefined) ??
    (Object.hasOwn(WHOLE_CUTS, key) ? under(WHOLE_CUTS, key) : undefined)
  );
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
  if (cut.whole && cut.share >= 0.999)
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
