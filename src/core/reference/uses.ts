import { under } from '$core/units';
import { cutOf } from './cuts';

/** What a muscle may become in the kitchen. */
export const USES = ['steak', 'strips', 'roast', 'braise', 'stew', 'cubed', 'jerky', 'grind'] as const;
export type Use = (typeof USES)[number];

export const USE_NAMES: Readonly<Record<Use, string>> = {
  steak: 'steak',
  strips: 'fine strips',
  roast: 'roast',
  braise: 'braise',
  stew: 'stew',
  cubed: 'tenderised steak',
  jerky: 'jerky',
  grind: 'grind'
};

/** What a plan may make of a muscle: a use, or whole, to be decided later. */
export const PLAN_USES = [...USES, 'whole'] as const;
export type PlanUse = (typeof PLAN_USES)[number];
export const PLAN_USE_NAMES: Readonly<Record<PlanUse, string>> = {
  ...USE_NAMES,
  whole: 'whole, decided later'
};

/** Share of the trimmed muscle that becomes the use; the rest is ends for the pot or the mincer. Working defaults. */
export const USE_YIELD: Readonly<Record<PlanUse, number>> = {
  steak: 0.92,
  strips: 0.96,
  roast: 0.98,
  braise: 1,
  stew: 0.95,
  cubed: 0.94,
  jerky: 0.9,
  grind: 0.97,
  whole: 1
};
/** Grams of the smallest piece that is worth a use; 0 where any will do. Working defaults. */
export const USE_SMALLEST: Readonly<Record<PlanUse, number>> = {
  steak: 300,
  strips: 100,
  roast: 500,
  braise: 300,
  stew: 0,
  cubed: 200,
  jerky: 200,
  grind: 0,
  whole: 300
};
/** How well any muscle suits being kept whole. Working default. */
export const WHOLE_SUITS = 0.6;

/**
 * How well a cut suits a use on this animal, 0 … 1: steak, strips and roast scaled by how tender it is against an adult,
 * never above 1; undefined where it is never done, or nothing is known of the cut.
 * @param tender  effective tenderness ÷ base tenderness
 */
export function suits(cut: string, use: PlanUse, tender = 1): number | undefined {
  if (use === 'whole') return WHOLE_SUITS;
  const base = baseSuits(cut, use);
  return base === undefined ? undefined : Math.min(1, base * scaleOf(use, tender));
}

/** A cut that is several muscles suits what they suit, by what each weighs; never done where it never is of one of them. */
function baseSuits(cut: string, use: Use): number | undefined {
  const row = suitabilityOf(cut);
  if (row) return row[use];
  const muscles = (cutOf(cut)?.whole ?? []).map((key) => ({
    share: cutOf(key)?.share ?? 0,
    own: baseSuits(key, use)
  }));
  const all = muscles.reduce((sum, m) => sum + m.share, 0);
  if (all <= 0 || muscles.some((m) => m.own === undefined)) return undefined;
  return muscles.reduce((sum, m) => sum + (m.own ?? 0) * m.share, 0) / all;
}

const scaleOf = (use: Use, tender: number): number =>
  use === 'steak' || use === 'strips' || use === 'roast' ? tender : 1;

/**
 * How well a cut of an adult suits each use, 0 … 1, in the order of {@link USES}; a dash where it is never done. Working
 * defaults.
 */
const ROWS: Readonly<Record<string, string>> = {
  topRound: '.8 .9 .9 .5 .6 .8 .95 .4',
  topRoundCap: '0 .3 0 .3 .7 .2 .4 .9',
  bottomRound: '.3 .4 .7 .8 .8 .9 1 .6',
  rumpEnd: '.5 .5 .8 .7 .7 .8 .7 .5',
  eyeRound: '.6 .7 .8 .5 .5 .6 .9 .4',
  tipSide: '.8 .7 .8 .6 .7 .8 .8 .5',
  tipCore: '.5 .5 .9 .7 .8 .7 .7 .5',
  topSirloin: '.9 .9 .8 .4 .5 .6 .6 .4',
  triTip: '.7 .7 .7 .5 .5 .4 .3 .6',
  heel: '0 .2 .1 .8 .9 .3 .4 .7',
  hindShank: '0 0 0 1 .85 0 0 .4',
  flatIron: '.9 .8 .4 .7 .6 .3 .4 .5',
  mockTender: '.3 .5 .6 .8 .8 .6 .5 .6',
  armRoast: '.3 .4 .7 .9 .9 .6 .4 .6',
  underBlade: '.1 .5 .1 .6 .8 .3 .4 .8',
  foreShank: '0 0 0 1 .85 0 0 .4',
  strap: '1 .9 .9 .1 .2 .3 .5 .1',
  tenderloin: '1 .9 .8 0 .1 0 .1 0',
  neckRoast: '0 .1 .3 1 .9 .1 .2 .8',
  flankSteak: '.5 .8 .1 .6 .4 .2 .8 .6',
  flankFlap: '.2 .6 .1 .5 .4 .1 .8 .8',
  ribMeat: '0 .1 0 .4 .4 0 .2 1',
  brisket: '0 .1 .1 .9 .6 .1 .3 .9',
  diaphragm: '.5 .7 0 .6 .5 .1 .4 .7',
  rack: '1 - 1 .2 - - - -',
  saddleBone: '.9 - 1 .3 - - - -',
  belly: '0 .3 .7 1 .6 0 0 .9',
  legTrim: '0 .1 0 .2 .6 0 .1 1',
  shoulderTrim: '0 .1 0 .2 .6 0 .1 1',
  rabbitHind: '- .4 .6 1 .9 - - .5',
  rabbitFore: '0 .1 .1 .9 1 0 0 .6',
  side: '.3 .9 .6 .6 .7 0 .3 .6',
  breast: '.9 .9 .9 .4 .5 .5 .6 .3',
  birdLeg: '.1 .5 .5 1 .9 0 0 .6'
};

/** Suitability of a cut by use; undefined where nothing is known of it. */
export function suitabilityOf(cut: string): Partial<Record<Use, number>> | undefined {
  const named = cutOf(cut);
  const row = (under(ROWS, named?.key ?? cut) ?? under(ROWS, named?.parted ?? ''))?.split(' ');
  if (!row) return undefined;
  return Object.fromEntries(
    USES.flatMap((use, i) => (row[i] === undefined || row[i] === '-' ? [] : [[use, Number(row[i])] as const]))
  );
}

/** From here on a use is worth naming. Own choice. */
const GOOD = 0.7;

/**
 * The uses that suit a cut of this animal best, best first. Steak, strips and roast are scaled by how tender this animal
 * is against an adult: effective ÷ base tenderness.
 * @param tender  effective tenderness ÷ base tenderness; 1 for an adult that is not in rut
 */
export function bestUses(cut: string, tender = 1, most = 3): Use[] {
  const row = suitabilityOf(cut);
  if (!row) return [];
  // What is worth a pan or an oven is dried last.
  const dried = (use: Use) => Number(use === 'jerky' && cutOf(cut)?.tub === 'prime');
  return (Object.entries(row) as [Use, number][])
    .map(([use, value]) => [use, value * scaleOf(use, tender)] as const)
    .filter(([, value]) => value >= GOOD)
    .sort((a, b) => dried(a[0]) - dried(b[0]) || b[1] - a[1])
    .slice(0, most)
    .map(([use]) => use);
}
