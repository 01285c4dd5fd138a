import { under } from '$core/units';
import type { GroupKey } from './species';
import type { TubKey } from './tubs';
import type { Use } from './uses';

/** What becomes of a piece that is too small to stand alone: it stays with others, is tied to them, or is cut smaller. */
export type Below = { join: string } | { use: Use } | { tub: TubKey };

/** From how many grams on a piece stands alone, and what it becomes below that, the usual first. */
export interface OwnFrom {
  grams: number;
  below: readonly Below[];
}

const join = (cut: string): Below => ({ join: cut });
const as = (use: Use): Below => ({ use });
const to = (tub: TubKey): Below => ({ tub });

/** By cut. Grams are the piece’s own, of a lone leg’s too. Working defaults. */
const ROWS: Readonly<Record<string, OwnFrom>> = {
  topRound: { grams: 800, below: [join('insideWhole'), as('strips')] },
  topRoundCap: { grams: 250, below: [to('grind')] },
  bottomRound: { grams: 700, below: [join('bottomWhole'), as('jerky')] },
  rumpEnd: { grams: 500, below: [join('bottomWhole')] },
  eyeRound: { grams: 350, below: [join('bottomWhole')] },
  tipSide: { grams: 350, below: [join('sirloinTip')] },
  tipCore: { grams: 600, below: [join('sirloinTip'), as('stew')] },
  topSirloin: { grams: 800, below: [join('ballAndHip')] },
  triTip: { grams: 300, below: [as('strips'), to('grind')] },
  heel: { grams: 300, below: [to('grind')] },
  flatIron: { grams: 400, below: [as('stew')] },
  mockTender: { grams: 300, below: [as('stew')] },
  armRoast: { grams: 600, below: [as('stew')] },
  underBlade: { grams: 150, below: [to('grind')] },
  neckRoast: { grams: 800, below: [as('stew'), to('grind')] },
  flankWhole: { grams: 150, below: [as('jerky'), to('grind')] },
  flankSteak: { grams: 150, below: [as('jerky'), to('grind')] },
  brisket: { grams: 600, below: [to('grind')] },
  breast: { grams: 80, below: [as('strips')] }
};

/** From how many grams on a piece is parted on the board into what it is made of. Working defaults. */
const PARTED: Readonly<Record<string, number>> = { armRoast: 1_500, tenderloin: 300 };

/** What a piece’s size makes of it. */
export type Sized =
  { kind: 'own' } | { kind: 'parted'; from: number } | { kind: 'below'; from: number; becomes: Below };

/**
 * What size makes of a piece: one of its own, parted further, or joined, cut small, minced.
 * @param grams  of this one piece
 * @returns undefined of a cut that nobody has sizes for
 */
export function sizedOf(cut: string, grams: number, group: GroupKey): Sized | undefined {
  const own = under(ROWS, cut);
  const parted = under(PARTED, cut);
  if (parted !== undefined && grams >= parted) return { kind: 'parted', from: parted };
  if (!own) return parted === undefined ? undefined : { kind: 'own' };
  if (grams >= own.grams) return { kind: 'own' };
  // Nobody dries a boar: its outside leg is braised.
  const becomes = own.below.find((b) => !(group === 'boar' && 'use' in b && b.use === 'jerky')) ?? as('stew');
  return { kind: 'below', from: own.grams, becomes };
}

/** Tubs whose meat is trimmed for a use. */
export const TRIM_TUBS = ['prime', 'slow', 'jerky', 'grind'] as const satisfies readonly TubKey[];
export type TrimmedTub = (typeof TRIM_TUBS)[number];

/** How closely a tub’s meat is trimmed, a key of `TRIM_STANDARDS`, where nobody has chosen: what its use asks for. Working defaults. */
export const TUB_TRIM: Readonly<Record<TrimmedTub, 1 | 2 | 3>> = { prime: 2, jerky: 2, slow: 1, grind: 1 };
