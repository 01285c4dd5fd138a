import { z } from 'zod';
import { shortText } from '$core/book';
import { PLAN_USES, cutOf, type TubKey } from '$core/reference';
import { grams } from '$core/units';
import { answerFor, demandsOf, isAnswered } from './demands';
import { readMuscleId } from './muscles';
import { KITCHEN, isReadyMade, wishSchema, type Wish } from './wish';
import type { Plan, PlanPart } from './plan';

/** So many animals are planned together, and so many wishes. Own choice. */
export const MOST_ANIMALS = 10;
export const MOST_WISHES = 6;

const use = z.enum(PLAN_USES);
const mass = z.number().int('whole grams').min(0).max(1_000_000).transform(grams);
const partSchema = z.object({
  use,
  demand: z.number().int().min(0).optional(),
  raw: mass,
  product: z.number().min(0).max(1_000_000),
  pieces: z.number().min(0).max(2_000).optional(),
  each: z.number().min(0).max(1_000_000).optional(),
  tied: z.literal(true).optional()
});
const shortageSchema = z.discriminatedUnion('why', [
  z.object({ why: z.literal('kitchen'), needs: z.array(z.enum(KITCHEN)) }),
  z.object({ why: z.literal('suits'), most: z.number().min(0) }),
  z.object({
    why: z.literal('others'),
    most: z.number().min(0),
    uses: z.array(z.object({ use, grams: z.number().min(0) }))
  })
]);
const muscleName = z.string().min(1).max(200);
const planSchema = z.object({
  of: z.array(z.object({ muscle: muscleName, parts: z.array(partSchema).min(1).max(2) })).max(1_000),
  served: z
    .array(
      z.object({
        wish: z.number().int().min(0),
        row: z.number().int().min(0),
        use,
        asked: z.number().min(0),
        got: z.number().min(0),
        pieces: z.number().min(0).optional(),
        shortage: shortageSchema.optional()
      })
    )
    .max(200)
});

/** A plan that is kept: of which animals, for which wishes, as they stood. */
export const savedPlanSchema = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9-]{1,60}$/, 'letters, figures and hyphens'),
  name: shortText(60),
  animals: z
    .array(z.string().min(1).max(60))
    .min(1, 'one animal at least')
    .max(MOST_ANIMALS, `at most ${MOST_ANIMALS} animals`)
    .refine((ids) => new Set(ids).size === ids.length, 'each animal once'),
  wishes: z
    .array(wishSchema)
    .min(1, 'one wish at least')
    .max(MOST_WISHES, `at most ${MOST_WISHES} wishes`)
    .refine((wishes) => new Set(wishes.map((w) => w.id)).size === wishes.length, 'each wish once'),
  pins: z.record(muscleName, z.array(use).min(1).max(2)),
  plan: planSchema,
  /** Nothing better exists; else what might be won, kg. */
  proven: z.boolean(),
  shortGap: z.number().min(0),
  lesserGap: z.number().min(0),
  /** When it was made, ms. */
  at: z.number().int().min(0)
});
export type SavedPlan = z.infer<typeof savedPlanSchema>;

/** The tub that a use goes to: what is cooked quickly, slowly, dried, or minced. A roast of a slow cut goes with it. */
export function tubFor(cut: string, part: Pick<PlanPart, 'use'>): TubKey {
  const own = cutOf(cut)?.tub;
  switch (part.use) {
    case 'braise':
    case 'stew':
      return 'slow';
    case 'jerky':
      return 'jerky';
    case 'grind':
      return 'grind';
    case 'roast':
      return own === 'slow' || own === 'grind' ? 'slow' : 'prime';
    case 'whole':
      return (own as TubKey | undefined) ?? 'slow';
    default:
      return 'prime';
  }
}

/** What a plan asks of a muscle that comes off next. */
export interface AtBench {
  /** Where it goes: the tub of its larger part. */
  tub: TubKey;
  parts: readonly PlanPart[];
  /** Thickness of the first part’s pieces, mm, where somebody has said so. */
  mm?: number;
  /** Kept on the bone, or taken off it, where somebody has said so. */
  boneIn?: boolean;
  /** Large pieces are halved; how closely it is trimmed; what becomes of its silver: where somebody has said so. */
  halved?: true;
  trim?: 1 | 2 | 3;
  silver?: 'on' | 'off';
  /** Whose wish it is; absent where nobody has asked, or a ready-made wish has. */
  wish?: string;
}

/** What a plan asks of a muscle; undefined where it says nothing of it. */
export function atBench(
  { of }: Pick<Plan, 'of'>,
  wishes: readonly Wish[],
  muscle: string,
  cut: string
): AtBench | undefined {
  const parts = of.find((o) => o.muscle === muscle)?.parts;
  const first = parts && [...parts].sort((a, b) => b.raw - a.raw)[0];
  if (!first) return undefined;
  const demand = first.demand === undefined ? undefined : demandsOf(wishes, 0)[first.demand];
  const asker = demand && wishes[demand.wish];
  const answer = answerFor(wishes, cut);
  // A size is said of what was answered: steaks of 40 mm say nothing of a roast.
  const size =
    (isAnswered(answer, first.use) ? answer?.size : undefined) ?? (demand && asker?.rows[demand.row]?.size);
  const wish = answer?.name ?? (asker && !isReadyMade(asker.id) ? asker.name : undefined);
  return {
    tub: tubFor(cut, first),
    parts,
    ...(size?.by === 'thickness' ? { mm: size.mm } : {}),
    ...(answer?.boneIn === undefined ? {} : { boneIn: answer.boneIn }),
    ...(answer?.halved ? { halved: true as const } : {}),
    ...(answer?.trim === undefined ? {} : { trim: answer.trim }),
    ...(answer?.silver === undefined ? {} : { silver: answer.silver }),
    ...(wish === undefined ? {} : { wish })
  };
}

/** What a plan asks of each muscle of one animal, by cut and side. */
export const plannedAtBench = (
  { plan, wishes }: Pick<SavedPlan, 'plan' | 'wishes'>,
  animal: string
): { cut: string; side: string; ask: AtBench }[] =>
  plan.of.flatMap(({ muscle }) => {
    const named = readMuscleId(muscle);
    const ask = named?.animal === animal ? atBench(plan, wishes, muscle, named.cut) : undefined;
    return named && ask ? [{ cut: named.cut, side: named.side, ask }] : [];
  });
