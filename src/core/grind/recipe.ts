import { z } from 'zod';
import { schemaOf } from '$core/book';
import { HOT, PRODUCTS, SAUSAGE, inCelsius } from '$core/reference';
import { under } from '$core/units';

/** Longest texts, and most seasonings. */
const text = (max: number) => z.string().trim().max(max, `at most ${max} characters`);

/**
 * Casings by kind: usual diameter when filled, mm (usual practice), and what a metre weighs as it is filled, g (own
 * estimates). Fibrous ones are peeled off.
 */
export const CASINGS = {
  sheep: { name: 'sheep casing', mm: [20, 24], gPerM: 6 },
  collagen: { name: 'collagen casing', mm: [19, 21], gPerM: 5 },
  hog: { name: 'hog casing', mm: [32, 36], gPerM: 16 },
  fibrous: { name: 'fibrous casing', mm: [50, 60], gPerM: 10 }
} as const satisfies Record<string, { name: string; mm: readonly [number, number]; gPerM: number }>;
export const CASING_KEYS = Object.keys(CASINGS) as [CasingKey, ...CasingKey[]];
export type CasingKey = keyof typeof CASINGS;

/** Thinnest and widest casing that anybody fills, mm. Own choice. */
const CASING_MM = { min: 12, max: 150 } as const;

/** What is weighed into each kilogram of meat and fat. */
export const seasoningSchema = /* @__PURE__ */ schemaOf(() =>
  z.object({
    name: text(40).min(1, 'say what it is'),
    /** Grams for a kilogram of meat and fat. */
    perKg: z
      .number()
      .min(0.05, 'at least 0.05 g a kg')
      .max(80, 'at most 80 g a kg: is it in grams for each kilogram?')
  })
);

/** How something is ground, mixed and filled. The amounts are for a kilogram of meat and fat together. */
export const recipeSchema = /* @__PURE__ */ schemaOf(() =>
  z.object({
    key: z.string().regex(/^[a-z][a-z0-9-]{0,40}$/, 'small letters, figures and hyphens'),
    /** Counts up whenever it is changed; every version is kept. */
    version: z.number().int().min(1).max(9999).default(1),
    name: text(60).min(1, 'give it a name'),
    product: z.enum(PRODUCTS),
    /** Fat of meat and fat together: close to it, or no more than it. */
    fat: z.object({
      aim: z.number().min(0, 'not below nothing').max(0.5, 'at most 50 %'),
      how: z.enum(['near', 'atMost'])
    }),
    /** Salt in grams for a kilogram, that of a cure salt in it. */
    salt: z.number().min(0, 'not below zero').max(40, 'at most 40 g a kg: is it in grams for each kilogram?'),
    /** Water or ice, share of meat and fat. */
    water: z.number().min(0, 'not below nothing').max(0.3, 'at most 30 %'),
    seasonings: z.array(seasoningSchema).max(20, 'at most 20').default([]),
    /** Cure salt goes in: the dose follows from its strength and the rule. */
    cured: z.boolean().default(false),
    casing: z
      .object({
        kind: z.enum(CASING_KEYS),
        mm: z
          .number()
          .min(CASING_MM.min, `at least ${CASING_MM.min} mm wide`)
          .max(CASING_MM.max, `at most ${CASING_MM.max} mm wide`)
      })
      .nullable()
      .default(null),
    /** Holes of the plates, one after another, mm. */
    plates: z
      .array(z.number().min(2, 'at least 2 mm').max(20, 'at most 20 mm'))
      .min(1, 'at least one plate')
      .max(3, 'at most three')
      .default([8, 4.5]),
    /** What to do, in order. */
    steps: z.array(text(200).min(1)).max(12, 'at most twelve').default([])
  })
);
export type Recipe = z.infer<typeof recipeSchema>;
export type Seasoning = z.infer<typeof seasoningSchema>;

/** A recipe that cures something that is eaten fresh is refused; nothing where it may stand. */
export const recipeFault = ({ cured, product }: Pick<Recipe, 'cured' | 'product'>): string | undefined =>
  cured && (product === 'mince' || product === 'burger' || product === 'fresh')
    ? 'no cure salt goes into what is eaten fresh: it is cooked through instead'
    : undefined;

const COLD =
  'Meat and fat cubed, spread out and near freezing before the first plate; the machine’s parts too.';

/**
 * Recipes that every larder begins with. Working defaults: salt, fat and water within what is usual, seasoning mild.
 */
export const BUILT_IN_RECIPES: readonly Recipe[] = [
  {
    key: 'lean-mince',
    version: 1,
    name: 'Lean mince',
    product: 'mince',
    fat: { aim: 0.07, how: 'atMost' },
    salt: 0,
    water: 0,
    seasonings: [],
    cured: false,
    casing: null,
    plates: [8, 4.5],
    steps: [
      COLD,
      'Once through the coarse plate, look for sinew round the knife, then the fine one.',
      'Packed flat and chilled at once.'
    ]
  },
  {
    key: 'burger',
    version: 1,
    name: 'Burgers',
    product: 'burger',
    fat: { aim: 0.15, how: 'near' },
    salt: 8,
    water: 0,
    seasonings: [{ name: 'black pepper', perKg: 2 }],
    cured: false,
    casing: null,
    plates: [8, 4.5],
    steps: [
      COLD,
      'Coarse plate, salt and pepper folded in by hand, fine plate.',
      'Pressed to one thickness; paper between.'
    ]
  },
  {
    key: 'lake-sausage',
    version: 1,
    name: 'Fresh sausage',
    product: 'fresh',
    fat: { aim: 0.22, how: 'near' },
    salt: 17,
    water: 0.03,
    seasonings: [
      { name: 'black pepper', perKg: 2.5 },
      { name: 'juniper, crushed', perKg: 1 },
      { name: 'marjoram', perKg: 1.2 }
    ],
    cured: false,
    casing: { kind: 'hog', mm: 34 },
    plates: [8, 4.5],
    steps: [
      COLD,
      'Coarse plate; salt and seasoning over it; ice water; mixed until it clings to the hand.',
      'Filled without air, a needle for what is caught; hung cool for an hour.',
      'Eaten within two days or frozen; fried or grilled through.'
    ]
  },
  {
    key: 'smoked-sticks',
    version: 1,
    name: 'Smoked sticks',
    product: 'smoked',
    fat: { aim: 0.2, how: 'near' },
    salt: 18,
    water: 0.03,
    seasonings: [
      { name: 'black pepper', perKg: 3 },
      { name: 'coriander seed', perKg: 1.5 },
      { name: 'garlic powder', perKg: 1 }
    ],
    cured: true,
    casing: { kind: 'collagen', mm: 21 },
    plates: [4.5],
    steps: [
      COLD,
      'Cure salt weighed to a tenth of a gram and dissolved in the ice water, so that it goes everywhere.',
      `Filled; a night at ${inCelsius(SAUSAGE.night)}.`,
      `Dried, smoked and heated until the middle has ${inCelsius(HOT.through.celsius)}; cooled in air.`
    ]
  },
  {
    key: 'cooked-sausage',
    version: 1,
    name: 'Cooked sausage',
    product: 'cooked',
    fat: { aim: 0.25, how: 'near' },
    salt: 18,
    water: 0.1,
    seasonings: [
      { name: 'white pepper', perKg: 2 },
      { name: 'mace', perKg: 0.5 },
      { name: 'onion powder', perKg: 1 }
    ],
    cured: true,
    casing: { kind: 'fibrous', mm: 55 },
    plates: [4.5, 3],
    steps: [
      COLD,
      `Lean with salt, cure and half the ice first, then the fat: below ${inCelsius(SAUSAGE.stirred)} until it is smooth.`,
      `Filled tight; poached at ${inCelsius(SAUSAGE.poached)} until the middle has ${inCelsius(HOT.through.celsius)}.`,
      `Into ice water at once, until the middle is below ${inCelsius(SAUSAGE.iced)}.`
    ]
  }
];

/** What is not made here, and why. */
export const NOT_OFFERED: readonly { what: string; why: string }[] = [
  {
    what: 'Raw fermented or air-dried sausage and ham',
    why: 'It is kept from spoiling by a starter, acid and dryness alone. Without measuring pH and water activity nobody can say whether it has come far enough, and game carries what salt and smoke do not kill.'
  },
  {
    what: 'Canning at home',
    why: 'The spores that make botulism outlive boiling water. Times under pressure depend on the pot, the jar and the height above the sea, and a wrong one shows nothing.'
  }
];

/** The larder's own over the built-in ones, the newest version of each, by name. */
export function mergeRecipes(own: readonly Recipe[]): Recipe[] {
  const newest: Record<string, Recipe> = {};
  for (const recipe of [...BUILT_IN_RECIPES, ...own])
    if ((under(newest, recipe.key)?.version ?? 0) <= recipe.version) newest[recipe.key] = recipe;
  return Object.values(newest);
}
