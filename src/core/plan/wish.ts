import { z } from 'zod';
import { shortText } from '$core/book';
import { PLAN_USES, cutOf, suitabilityOf, type PlanUse } from '$core/reference';
import { grams } from '$core/units';

/** What stands in a kitchen. A hob with a pot and a pan is `pot`. */
export const KITCHEN = ['pot', 'oven', 'slowCooker', 'grill', 'smoker', 'mincer', 'slicer'] as const;
export type Kitchen = (typeof KITCHEN)[number];
export const KITCHEN_NAMES: Readonly<Record<Kitchen, string>> = {
  pot: 'hob, pot and pan',
  oven: 'oven',
  slowCooker: 'slow cooker',
  grill: 'grill',
  smoker: 'smoker',
  mincer: 'mincer',
  slicer: 'slicer'
};

/** What each use is cooked with: any one of these. Usual practice. */
const COOKED_WITH: Readonly<Record<PlanUse, readonly Kitchen[]>> = {
  steak: ['pot', 'grill'],
  strips: ['pot', 'grill'],
  roast: ['oven', 'grill', 'smoker'],
  braise: ['oven', 'slowCooker', 'pot'],
  stew: ['pot', 'slowCooker', 'oven'],
  cubed: ['pot', 'grill'],
  jerky: ['oven', 'smoker'],
  grind: ['mincer'],
  whole: KITCHEN
};
/** The uses that a kitchen can cook; whole it can always be kept. */
export const cookable = (kitchen: readonly Kitchen[]): PlanUse[] =>
  PLAN_USES.filter((use) => use === 'whole' || COOKED_WITH[use].some((k) => kitchen.includes(k)));
/** What is missing for a use: any one of these would do. */
export const neededFor = (use: PlanUse): readonly Kitchen[] => COOKED_WITH[use];

const whole = (unit: string) => z.number().int(`whole ${unit}`);
/** Grams that a piece, a portion or a wish may have. */
const weight = whole('grams').min(20, 'at least 20 g').max(20_000, 'at most 20 kg').transform(grams);

/** Pieces of so many mm, or of so many grams. */
export const sizeSchema = z.discriminatedUnion('by', [
  z.object({
    by: z.literal('thickness'),
    mm: whole('mm').min(3, 'at least 3 mm').max(120, 'at most 120 mm')
  }),
  z
    .object({ by: z.literal('weight'), low: weight, high: weight })
    .refine(({ low, high }) => low <= high, { message: 'the lighter first', path: ['low'] })
]);
export type Size = z.infer<typeof sizeSchema>;

/** How much is wished for: pieces for so many plates, a weight, or a share of all there is. */
export const amountSchema = z.discriminatedUnion('by', [
  z.object({
    by: z.literal('portions'),
    count: whole('portions').min(1, 'at least one').max(2_000, 'at most 2 000'),
    each: weight
  }),
  z.object({
    by: z.literal('weight'),
    grams: whole('grams').min(100, 'at least 100 g').max(500_000, 'at most 500 kg').transform(grams)
  }),
  z.object({ by: z.literal('share'), share: z.number().min(0.01, 'at least 1 %').max(1, 'at most all') })
]);
export type Amount = z.infer<typeof amountSchema>;

export const PRIORITIES = [1, 2, 3] as const;
export type Priority = (typeof PRIORITIES)[number];

/** A row of a wish. */
export const wishRowSchema = z.object({
  use: z.enum(PLAN_USES),
  amount: amountSchema,
  size: sizeSchema.optional(),
  /** 1 is served first. */
  priority: z.union([z.literal(1), z.literal(2), z.literal(3)])
});
export type WishRow = z.infer<typeof wishRowSchema>;

/** What somebody wants of one cut. */
export const cutWishSchema = z.object({
  cut: z.string().refine((key) => cutOf(key) !== undefined, 'no such cut'),
  first: z.enum(PLAN_USES),
  second: z.enum(PLAN_USES).optional(),
  size: sizeSchema.optional(),
  /** Large pieces are halved, so that each fits a pot. */
  halved: z.boolean().optional(),
  /** A trim standard; see `TRIM_STANDARDS`. */
  trim: z.union([z.literal(1), z.literal(2), z.literal(3)]).optional(),
  boneIn: z.boolean().optional(),
  silver: z.enum(['on', 'off']).optional()
});
export type CutWish = z.infer<typeof cutWishSchema>;

/** Where all goes that nobody has wished for: what it suits best, the mincer, or whole. */
export const RESTS = ['best', 'grind', 'whole'] as const;
export type Rest = (typeof RESTS)[number];

/** What somebody wants of the meat. */
export const wishSchema = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9-]{1,60}$/, 'letters, figures and hyphens'),
  name: shortText(60).min(1, 'give it a name'),
  people: whole('people').min(1, 'somebody eats: at least one').max(50, 'at most 50'),
  /** Raw boneless grams for each and meal. */
  portion: whole('grams').min(50, 'at least 50 g').max(1_000, 'at most 1000 g').transform(grams),
  mealsAWeek: whole('meals').min(1, 'at least one').max(21, 'at most 21'),
  weeks: whole('weeks').min(1, 'at least one').max(104, 'at most two years'),
  kitchen: z.array(z.enum(KITCHEN)).max(KITCHEN.length),
  rows: z.array(wishRowSchema).max(20, 'at most 20 rows'),
  cuts: z.array(cutWishSchema).max(60, 'at most 60 cuts'),
  rest: z.enum(RESTS),
  /** When it was last changed, ms. */
  at: z.number().int().min(0)
});
export type Wish = z.infer<typeof wishSchema>;

/** Meals that are wanted in all. */
export const mealsWanted = ({ mealsAWeek, weeks }: Pick<Wish, 'mealsAWeek' | 'weeks'>): number =>
  mealsAWeek * weeks;

/** All who wish at one table: people, raw boneless g that a meal of theirs takes, and how many such meals all want together. */
export function tableOf(wishes: readonly Wish[]): { people: number; meal: number; wanted: number } {
  const sum = (of: (w: Wish) => number) => wishes.reduce((all, w) => all + of(w), 0);
  const meal = sum((w) => w.people * w.portion);
  const eaten = sum((w) => w.people * w.portion * mealsWanted(w));
  return { people: sum((w) => w.people), meal, wanted: meal > 0 ? Math.round(eaten / meal) : 0 };
}

/** Ready-made wishes. Own choice. */
export const READY_MADE = ['steaksAndRoasts', 'mostlyMince', 'slowCook', 'jerky', 'keepWhole'] as const;
export type ReadyMade = (typeof READY_MADE)[number];
export const READY_MADE_NAMES: Readonly<Record<ReadyMade, string>> = {
  steaksAndRoasts: 'Steaks and roasts',
  mostlyMince: 'Mostly mince',
  slowCook: 'Slow-cook house',
  jerky: 'Jerky maker',
  keepWhole: 'Keep it whole'
};
/** The id that a ready-made wish goes by where somebody plans with it as it is. */
export const readyMadeId = (key: ReadyMade): string => `ready-${key}`;
export const isReadyMade = (id: string): boolean => READY_MADE.some((key) => id === readyMadeId(key));

const share = (use: PlanUse, of: number, priority: Priority, size?: Size): WishRow => ({
  use,
  amount: { by: 'share', share: of },
  priority,
  ...(size ? { size } : {})
});
const ROASTS: Size = { by: 'weight', low: grams(700), high: grams(1_600) };
const STEAKS: Size = { by: 'thickness', mm: 25 };
const ROWS: Readonly<Record<ReadyMade, { rows: readonly WishRow[]; rest: Rest }>> = {
  steaksAndRoasts: {
    rows: [
      share('steak', 0.3, 1, STEAKS),
      share('roast', 0.3, 1, ROASTS),
      share('stew', 0.12, 2),
      share('braise', 0.1, 3)
    ],
    rest: 'best'
  },
  mostlyMince: { rows: [share('grind', 0.6, 1), share('steak', 0.15, 2, STEAKS)], rest: 'grind' },
  slowCook: {
    rows: [share('braise', 0.4, 1), share('stew', 0.3, 1), share('roast', 0.1, 2, ROASTS)],
    rest: 'best'
  },
  jerky: {
    rows: [share('jerky', 0.35, 1), share('grind', 0.25, 2), share('steak', 0.12, 3, STEAKS)],
    rest: 'best'
  },
  keepWhole: { rows: [share('whole', 0.8, 1)], rest: 'whole' }
};
/** The rows of a ready-made wish, and where the rest goes. */
export const readyMade = (key: ReadyMade): Pick<Wish, 'rows' | 'rest'> => ({
  rows: ROWS[key].rows.map((row) => ({ ...row })),
  rest: ROWS[key].rest
});

/** Two answers of a wish that do not go together, or one that its kitchen cannot cook: where, and why. */
export type Contradiction = { at: readonly (string | number)[] } & (
  | { why: 'kitchen'; use: PlanUse; needs: readonly Kitchen[] }
  | { why: 'never'; cut: string; use: PlanUse }
  | { why: 'sameTwice'; cut: string }
  | { why: 'wholeHalved'; cut: string }
  | { why: 'noBone'; cut: string }
  | { why: 'askedTwice'; use: PlanUse }
  | { why: 'moreThanAll' }
  | { why: 'portionSize'; each: number }
);

/** What in a wish contradicts itself; each is said at its place, and the plan does without it. */
export function contradictionsOf(wish: Pick<Wish, 'rows' | 'cuts' | 'kitchen'>): Contradiction[] {
  const can = cookable(wish.kitchen);
  const found: Contradiction[] = [];
  const cooks = (use: PlanUse, at: readonly (string | number)[]) => {
    if (!can.includes(use)) found.push({ at, why: 'kitchen', use, needs: neededFor(use) });
  };
  wish.rows.forEach(({ use, amount, size }, i) => {
    cooks(use, ['rows', i, 'use']);
    if (size?.by === 'weight' && amount.by === 'portions' && use === 'steak' && amount.each < size.low)
      found.push({ at: ['rows', i, 'size'], why: 'portionSize', each: amount.each });
    if (wish.rows.findIndex((r) => r.use === use && sameSize(r.size, size)) < i)
      found.push({ at: ['rows', i, 'use'], why: 'askedTwice', use });
  });
  const shares = wish.rows.reduce((sum, { amount }) => sum + (amount.by === 'share' ? amount.share : 0), 0);
  if (shares > 1 + 1e-9) found.push({ at: ['rows'], why: 'moreThanAll' });
  wish.cuts.forEach(({ cut, first, second, halved, boneIn }, i) => {
    const at = ['cuts', i];
    for (const [field, use] of [
      ['first', first],
      ['second', second]
    ] as const) {
      if (use === undefined) continue;
      cooks(use, [...at, field]);
      if (use !== 'whole' && suitabilityOf(cut) && suitabilityOf(cut)?.[use] === undefined)
        found.push({ at: [...at, field], why: 'never', cut, use });
    }
    if (second === first) found.push({ at: [...at, 'second'], why: 'sameTwice', cut });
    if (halved && first === 'whole' && second === undefined)
      found.push({ at: [...at, 'halved'], why: 'wholeHalved', cut });
    if (boneIn && (cutOf(cut)?.bone ?? 0) === 0) found.push({ at: [...at, 'boneIn'], why: 'noBone', cut });
    if (wish.cuts.findIndex((c) => c.cut === cut) < i)
      found.push({ at: [...at, 'cut'], why: 'sameTwice', cut });
  });
  return found;
}

const sameSize = (a: Size | undefined, b: Size | undefined): boolean =>
  JSON.stringify(a) === JSON.stringify(b);
