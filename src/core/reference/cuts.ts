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
  /** The part it belongs to, a key of `PARTS`. */
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
  bone?: number
];

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
  ['strap', 'strap', 1, 5, 'prime', 'primeSteak', 'roast', 'longissimus', 'Backstrap', 'Boneless saddle', 'Strap'],
  ['tenderloin', 'tenderloin', 1, 5, 'prime', 'primeSteak', 'roast', 'psoas', 'Tenderloin', 'Fillet', 'Fillet'],
  ['neckRoast', 'neck', 1, 1.5, 'slow', 'steak', 'roast', 'neck group', 'Neck roast', 'Neck fillet', 'Neck', 0.32],
  ['flankSteak', 'flank', 0.1875, 2.5, 'jerky', 'steak', 'braise', 'rectus abdominis', 'Flank steak', 'Thin flank', 'Belly strip'],
  ['flankFlap', 'flank', 0.8125, 2, 'jerky', 'steak', 'stew', 'obliques, transversus', 'Flap', 'Flank', 'Side sheet'],
  ['ribMeat', 'ribs', 1, 1.5, 'grind', 'steak', 'stew', 'intercostals, serratus', 'Rib meat', 'Rib trim', 'Rib meat'],
  ['brisket', 'brisket', 1, 1.5, 'slow', 'steak', 'braise', 'pectorals', 'Brisket', 'Brisket', 'Breast'],
  ['diaphragm', 'flank', 0, 2.5, 'grind', 'steak', 'stew', 'diaphragm', 'Skirt', 'Skirt', 'Midriff']
];

export const CUTS: Readonly<Record<string, Cut>> = Object.fromEntries(
  ROWS.map(([key, of, share, tenderness, tub, prime, slow, muscle, retail, estate, plain, bone = 0]) => [
    key,
    {
      key,
      names: { retail, estate, plain },
      muscle,
      of,
      share,
      tenderness,
      tub,
      price: { prime, slow },
      bone,
      boneIn: key === 'hindShank' || key === 'foreShank'
    }
  ])
);

function onTheBone(key: string, of: string, bone: number, names: Record<Vocabulary, string>): Cut {
  return {
    key,
    names,
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

function whole(key: string, pieces: readonly string[], names: Record<Vocabulary, string>): Cut {
  const first = CUTS[pieces[0] ?? ''];
  if (!first) throw new Error(`no such cut: ${pieces[0]}`);
  const share = pieces.reduce((sum, piece) => sum + (CUTS[piece]?.share ?? 0), 0);
  return {
    ...first,
    key,
    names,
    share,
    muscle: pieces.map((piece) => CUTS[piece]?.muscle).join(', '),
    whole: pieces
  };
}

/** Cuts that exist whole too. */
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

/** A cut by its key, whole ones too. */
export function cutOf(key: string | undefined): Cut | undefined {
  if (key === undefined) return undefined;
  return (
    (Object.hasOwn(CUTS, key) ? CUTS[key] : undefined) ??
    (Object.hasOwn(WHOLE_CUTS, key) ? WHOLE_CUTS[key] : undefined)
  );
}

/** Muscles of a part, in the order of the table. */
export function cutsOf(part: string): Cut[] {
  return Object.values(CUTS).filter((cut) => cut.of === part && cut.share > 0);
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
