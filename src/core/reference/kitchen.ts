import { MINUTE, under } from '$core/units';
import { cutOf } from './cuts';
import { HOT, OVEN, PINK, TENDER, hotFor, inCelsius } from './heat';
import { boardGrain } from './procedures/board';
import type { GroupKey } from './species';
import { USE_NAMES, bestUses, suitabilityOf, type Use } from './uses';

/** How hot the middle has to be. Both schools are named where there are two; nobody is told that one is safe. */
export interface Core {
  /** °C that published tables for households ask; with minutes of rest at it, where they say so. */
  asked: number;
  restMinutes?: number;
  /** What another school does, at its own risk, and where it stops, °C. */
  others?: string;
  othersAt?: readonly [low: number, high: number];
  /** °C at which slow meat has become tender. */
  tenderAt?: readonly [low: number, high: number];
}

/** How long it takes: minutes by weight, minutes a side, or hours in all. */
export type Span =
  | { kind: 'weight'; per: 500; minutes: readonly [low: number, high: number] }
  | { kind: 'side' | 'all'; minutes: readonly [low: number, high: number] };

/** One way to cook a cut. */
export interface KitchenWay {
  /** `USES`, or what goes beyond them. */
  key: string;
  name: string;
  /** How thick or large the pieces are cut. */
  cut: string;
  how: string;
  /** °C of the oven. */
  oven?: readonly [low: number, high: number];
  span?: Span;
  liquid: string;
  silver: string;
  rest: string;
  core: Core;
}

const ON = 'stays on: it becomes gelatine';
const OFF = 'off: it shrinks and curls the slice';

/** How hot the middle has to be, out of the one table: deer’s whole cuts with both schools, what is cooked through, birds. */
const CORES = {
  whole: {
    asked: HOT.whole.celsius,
    restMinutes: HOT.whole.ms / MINUTE,
    others: `Some tables ask ${inCelsius(HOT.through.celsius)} for all game; many cooks stop at ${inCelsius(PINK)}, at their own risk.`,
    othersAt: PINK
  },
  through: { asked: HOT.through.celsius },
  bird: { asked: HOT.most.celsius, others: 'Cooks serve duck, pigeon and grouse pink, at their own risk.' },
  birdLeg: { asked: HOT.most.celsius, tenderAt: TENDER.stew },
  small: { asked: HOT.most.celsius }
} as const satisfies Record<string, Core>;
/** Said of a roast, and of what is one only when it is rolled. */
export const TURNED_IN = `Rolled, filled or tied of two, its outside is inside: ${inCelsius(HOT.through.celsius)}.`;

/** Ways that a deer’s cuts are cooked. Usual practice. */
const WAYS: Readonly<Record<Use | 'shoulder', KitchenWay>> = {
  steak: {
    key: 'steak',
    name: USE_NAMES.steak,
    cut: '20–35 mm, across the grain',
    how: 'Dried, into a hot pan, turned once.',
    span: { kind: 'side', minutes: [2, 4] },
    liquid: 'none',
    silver: OFF,
    rest: '5 minutes, then across the grain',
    core: CORES.whole
  },
  strips: {
    key: 'strips',
    name: USE_NAMES.strips,
    cut: '4–8 mm, across the grain',
    how: 'Very hot pan, small lots, so that it fries and does not stew.',
    span: { kind: 'all', minutes: [1, 2] },
    liquid: 'none',
    silver: OFF,
    rest: 'none',
    core: CORES.whole
  },
  roast: {
    key: 'roast',
    name: USE_NAMES.roast,
    cut: 'whole, tied',
    how: `Browned all round, then the oven. Lean meat dries: stop early. ${TURNED_IN}`,
    oven: OVEN.roast,
    span: { kind: 'weight', per: 500, minutes: [20, 40] },
    liquid: 'none; fat over it, it has none of its own',
    silver: OFF,
    rest: '10–20 minutes, then thin slices',
    core: CORES.whole
  },
  braise: {
    key: 'braise',
    name: USE_NAMES.braise,
    cut: 'whole or thick, on the bone too',
    how: 'Browned, then under a lid. Old animals, neck and shank take up to 6 hours.',
    oven: OVEN.braise,
    span: { kind: 'all', minutes: [150, 240] },
    liquid: 'a third of the way up',
    silver: ON,
    rest: 'in its liquor',
    core: { ...CORES.through, tenderAt: TENDER.braise }
  },
  stew: {
    key: 'stew',
    name: USE_NAMES.stew,
    cut: 'dice of 25–40 mm',
    how: 'Browned in lots, then simmered.',
    span: { kind: 'all', minutes: [90, 180] },
    liquid: 'just covered',
    silver: ON,
    rest: 'in its liquor',
    core: { ...CORES.through, tenderAt: TENDER.stew }
  },
  shoulder: {
    key: 'shoulder',
    name: 'whole, slowly',
    cut: 'whole, on the bone',
    how: 'Uncovered until it has colour, or smoked first; then covered.',
    oven: OVEN.low,
    span: { kind: 'all', minutes: [360, 600] },
    liquid: 'a cup under it',
    silver: ON,
    rest: '30 minutes, then pulled apart',
    core: { ...CORES.through, tenderAt: TENDER.pulled }
  },
  cubed: {
    key: 'cubed',
    name: USE_NAMES.cubed,
    cut: '8–12 mm, beaten',
    how: 'Hot pan. What was on the surface is inside now: cooked through.',
    span: { kind: 'side', minutes: [1, 2] },
    liquid: 'none',
    silver: OFF,
    rest: 'none',
    core: CORES.through
  },
  jerky: {
    key: 'jerky',
    name: USE_NAMES.jerky,
    cut: '4–6 mm, across for tender, with the grain for a chew',
    how: 'Heated to the core before drying, or while it dries; dried to about half its weight.',
    liquid: 'none',
    silver: 'off, every trace of fat too: it turns rancid',
    rest: 'none',
    core: CORES.through
  },
  grind: {
    key: 'grind',
    name: 'mince',
    cut: 'minced',
    how: 'Cooked through, never pink.',
    liquid: 'none',
    silver: 'heavy silver off: it clogs the plate',
    rest: 'none',
    core: CORES.through
  }
};

/** Small game, slowly. Usual practice. */
const SLOW_SMALL: KitchenWay = {
  ...WAYS.braise,
  name: 'slowly, under a lid',
  how: 'Young ones 1–2 hours, hare and old ones 2–3. In a slow pot 6–8 hours, thawed first.',
  span: { kind: 'all', minutes: [60, 180] },
  silver: 'off the back before freezing; the legs keep theirs',
  core: { ...CORES.small, tenderAt: TENDER.stew }
};
/** Legs of birds. Usual practice. */
const SLOW_LEG: KitchenWay = {
  ...WAYS.braise,
  name: 'slowly, under a lid',
  how: 'Old pheasant and goose always slowly.',
  span: { kind: 'all', minutes: [90, 180] },
  core: CORES.birdLeg
};
/** Breasts of birds. Usual practice. */
const PAN_BREAST: KitchenWay = {
  ...WAYS.steak,
  name: 'quick, in the pan',
  cut: 'whole, skin on or off',
  how: 'Skin side first if it has one, low heat until the fat has run; then turned.',
  span: { kind: 'all', minutes: [6, 12] },
  silver: 'membrane, shot and feather out',
  core: CORES.bird
};
/** Birds in one piece. Usual practice. */
const WHOLE_BIRD: KitchenWay = {
  ...WAYS.roast,
  cut: 'whole, tied',
  how: 'Young birds only; an old one is braised whole. Browned, breast covered with fat.',
  silver: 'nothing to take off',
  core: { ...CORES.bird, others: 'Look between leg and body: that is where it is last done.' }
};

/** What is kept beside the meat. Usual practice. */
export const OFFAL: Readonly<
  Record<string, { name: string; groups: readonly GroupKey[]; ways: readonly KitchenWay[] }>
> = {
  heart: {
    name: 'Heart',
    groups: ['deer', 'boar'],
    ways: [
      {
        ...WAYS.steak,
        cut: 'opened flat, vessels out, 10–15 mm',
        span: { kind: 'side', minutes: [1, 2] },
        silver: 'skin and vessels off',
        core: CORES.through
      },
      { ...WAYS.braise, cut: 'whole, vessels out', core: { ...CORES.through, tenderAt: TENDER.braise } }
    ]
  },
  liver: {
    name: 'Liver',
    groups: ['deer', 'boar', 'rabbit'],
    ways: [
      {
        ...WAYS.steak,
        cut: '10–15 mm, skin and vessels off',
        how: 'Floured, pan not too hot, cooked through.',
        span: { kind: 'side', minutes: [2, 3] },
        silver: 'its skin off',
        rest: 'none',
        core: CORES.through
      }
    ]
  },
  tongue: {
    name: 'Tongue',
    groups: ['deer', 'boar'],
    ways: [
      {
        ...WAYS.stew,
        cut: 'whole',
        how: 'Simmered, skinned warm.',
        liquid: 'covered',
        silver: 'its skin comes off afterwards',
        core: { ...CORES.through, tenderAt: TENDER.braise }
      }
    ]
  },
  gizzard: {
    name: 'Gizzard',
    groups: ['gamebird', 'pigeonlike', 'waterfowl'],
    ways: [{ ...SLOW_LEG, cut: 'opened, emptied, its hard lining peeled off', name: WAYS.braise.name }]
  }
};

const BIRDS: readonly GroupKey[] = ['gamebird', 'pigeonlike', 'waterfowl'];
/** Cuts that are rolled or tied of several muscles: what was outside is inside. */
const ROLLED: readonly string[] = ['legBoned', 'shoulderBoned', 'neckRoll', 'flankWhole', 'roundWhole'];
const SLOW_WHOLE: readonly string[] = ['shoulderWhole', 'shoulderShort', 'haunch'];

/** A use’s way for a kind of animal. */
function wayOf(use: Use | 'shoulder', group: GroupKey): KitchenWay {
  const way = WAYS[use];
  if (group === 'boar')
    return {
      ...way,
      core: { ...CORES.through, ...(way.core.tenderAt ? { tenderAt: way.core.tenderAt } : {}) }
    };
  if (group === 'rabbit') {
    if (use === 'braise' || use === 'roast' || use === 'stew') return { ...SLOW_SMALL, key: use };
    return { ...way, core: CORES.small };
  }
  if (BIRDS.includes(group)) {
    if (use === 'braise') return SLOW_LEG;
    if (use === 'steak') return PAN_BREAST;
    if (use === 'strips') return { ...way, silver: PAN_BREAST.silver, core: { asked: CORES.bird.asked } };
    return {
      ...way,
      core: { asked: CORES.bird.asked, ...(way.core.tenderAt ? { tenderAt: way.core.tenderAt } : {}) }
    };
  }
  return way;
}

/** What the kitchen needs to know of one cut. */
export interface KitchenCard {
  key: string;
  /** Ways to cook it, the best first. */
  ways: KitchenWay[];
  /** Which way its grain runs, and how far it is sliced; of a cut that has no card of the board neither. */
  grain?: string;
  until?: string;
  /** Said of this kind of animal, beside the rest. */
  notes: string[];
}

/** What is said of each kind, cooked. Usual practice. */
const NOTES: Readonly<Partial<Record<GroupKey, readonly string[]>>> = {
  boar: [
    'Trichinella: tested or cooked through. Freezing, smoke, cure and microwave are no sure kill.',
    'None of it raw to dogs.'
  ],
  rabbit: ['Dark hare takes longer than pale rabbit.']
};
/** Said of every card. */
export const NEVER_PINK = 'Never pink for children, in pregnancy, for the old or the ill.';
export const THAWED_FIRST = 'What goes into a slow pot is thawed first.';

/**
 * The kitchen card of a cut: how it is cooked, best way first, by what suits it on such an animal.
 * @param key    of a cut, whole ones and pieces of the board too, or of `OFFAL`
 * @param group  kind of animal
 * @param tender effective ÷ base tenderness of this animal; 1 for an adult
 * @returns undefined where nothing is known of cooking it
 * @example kitchenCard('strap', 'deer').ways[0].key // 'steak'
 */
export function kitchenCard(key: string, group: GroupKey, tender = 1): KitchenCard | undefined {
  const notes = [...(NOTES[group] ?? [])];
  const offal = under(OFFAL, key);
  if (offal) {
    // Liver and heart of a hare or a bird are asked what its meat is.
    const asked = hotFor([group], 'through').celsius;
    const ways = offal.ways.map((way) => ({ ...way, core: { ...way.core, asked } }));
    return offal.groups.includes(group) ? { key, ways, notes } : undefined;
  }
  const cut = cutOf(key);
  if (!cut?.groups.includes(group)) return undefined;
  const ways = waysFor(cut.key, group, tender);
  if (ways.length === 0) return undefined;
  const board = boardGrain(cut.key) ?? boardGrain(cut.parted ?? '');
  return { key: cut.key, ways, ...(board ? { grain: board.grain, until: board.until } : {}), notes };
}

function waysFor(key: string, group: GroupKey, tender: number): KitchenWay[] {
  if (key === 'wholeBird' || key === 'crown') return [WHOLE_BIRD, { ...SLOW_LEG, cut: 'whole' }];
  if (key === 'thigh' || key === 'drumstick' || key === 'wing') return [SLOW_LEG];
  if (SLOW_WHOLE.includes(key)) return [wayOf('shoulder', group)];
  // Nobody dries a boar, nor roasts a breast by itself: that is a crown.
  const never: Use | undefined = group === 'boar' ? 'jerky' : BIRDS.includes(group) ? 'roast' : undefined;
  return suits(key, tender)
    .filter((use) => use !== never)
    .map((use) => wayOf(use, group))
    .map((way) =>
      ROLLED.includes(key) && way.core.asked < HOT.through.celsius ? { ...way, core: CORES.through } : way
    );
}

/** What suits cuts that have no row of suitability. Usual practice. */
const FURTHER: Readonly<Record<string, readonly Use[]>> = {
  jowl: ['braise', 'stew'],
  rabbitFlank: ['stew', 'grind'],
  tender: ['steak']
};

/** What a cut suits; of a whole one that has no row of its own, what the toughest of its muscles bears. */
function suits(key: string, tender: number): Use[] {
  const own = bestUses(key, tender, 4);
  if (own.length > 0) return own;
  const further = under(FURTHER, key);
  if (further) return [...further];
  const row = suitabilityOf(key);
  if (row) return best(row);
  const muscles = (cutOf(key)?.whole ?? []).flatMap((piece) => suitabilityOf(piece) ?? []);
  const [first, ...rest] = muscles;
  if (!first) return [];
  const least = Object.fromEntries(
    (Object.entries(first) as [Use, number][])
      .filter(([use]) => use === 'roast' || use === 'braise' || use === 'stew')
      .map(([use, value]) => [use, Math.min(value, ...rest.map((other) => other[use] ?? 0))])
  );
  return best(least);
}

const best = (row: Partial<Record<Use, number>>): Use[] =>
  (Object.entries(row) as [Use, number][])
    .sort((a, b) => b[1] - a[1])
    .slice(0, 2)
    .map(([use]) => use);

/** Every key that has a kitchen card for a kind of animal, cuts in the order of their table, offal last. */
export function kitchenKeys(keys: readonly string[], group: GroupKey): string[] {
  return [...keys, ...Object.keys(OFFAL)].filter((key) => kitchenCard(key, group) !== undefined);
}

/**
 * How long a piece takes, minutes; of a roast by its weight.
 * @param grams  of the piece; of a roast it must be known
 * @returns undefined where no span is known, or of a roast without a weight
 * @example cookingMinutes({ kind: 'weight', per: 500, minutes: [20, 40] }, 1000) // [40, 80]
 */
export function cookingMinutes(
  span: Span | undefined,
  grams?: number
): readonly [number, number] | undefined {
  if (!span) return undefined;
  if (span.kind !== 'weight') return span.minutes;
  if (grams === undefined || !(grams > 0)) return undefined;
  const [low, high] = span.minutes.map((m) => Math.max(5, Math.round((m * grams) / span.per / 5) * 5));
  return [low ?? 5, high ?? 5];
}
