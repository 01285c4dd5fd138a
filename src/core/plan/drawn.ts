import { TUBS, cutOf, type ClassKey, type PlanUse } from '$core/reference';
import type { SpreadRow } from '$core/bench';
import type { BookMuscle } from './muscles';
import type { Plan, PlanPart } from './plan';
import { tubFor } from './saved';

/** What some parts come to by use, the heaviest first: raw g, and whole pieces where all of it goes by the piece. */
export function usesIn(parts: readonly PlanPart[]): { use: PlanUse; raw: number; pieces?: number }[] {
  const uses = new Map<PlanUse, { raw: number; pieces: number | undefined }>();
  for (const { use, raw, pieces, tied } of parts) {
    const was = uses.get(use) ?? { raw: 0, pieces: 0 };
    const counted =
      was.pieces === undefined || pieces === undefined || tied ? undefined : was.pieces + pieces;
    uses.set(use, { raw: was.raw + raw, pieces: counted });
  }
  return [...uses]
    .map(([use, { raw, pieces }]) => ({ use, raw, ...(pieces === undefined ? {} : { pieces }) }))
    .sort((a, b) => b.raw - a.raw);
}

/**
 * A plan of one animal as a drawing takes it: each muscle filled with the tubs of what becomes of it, and each part with all
 * of its muscles’.
 * @param named  what stands on a muscle or a part: its pieces, in words
 */
export function drawnPlan(
  { of }: Pick<Plan, 'of'>,
  muscles: readonly Pick<BookMuscle, 'id' | 'animal' | 'cut' | 'side' | 'grams'>[],
  animal: string,
  named: (key: string, parts: readonly PlanPart[]) => string
): SpreadRow[] {
  const rows = new Map<string, SpreadRow & { parts: PlanPart[] }>();
  const add = (
    key: string,
    parts: readonly PlanPart[],
    side: BookMuscle['side'],
    fills: Map<ClassKey, number>
  ) => {
    const row = rows.get(key) ?? { key, name: '', cells: [], parts: [] };
    rows.set(key, row);
    // What stands on a place is told of one side: both are drawn alike.
    if (side !== 'right') row.parts.push(...parts);
    const sided = side === 'left' || side === 'right' ? side : undefined;
    let cell = row.cells.find((c) => c.side === sided);
    if (!cell) row.cells.push((cell = { ...(sided ? { side: sided } : {}), taken: 0, fills: [] }));
    for (const [letter, grams] of fills) {
      cell.taken = (cell.taken ?? 0) + grams;
      const fill = cell.fills.find((f) => f.class === letter);
      if (fill) fill.grams += grams;
      else cell.fills.push({ class: letter, grams });
    }
  };
  for (const muscle of muscles) {
    const parts = of.find((o) => o.muscle === muscle.id)?.parts ?? [];
    const cut = cutOf(muscle.cut);
    if (muscle.animal !== animal || !cut) continue;
    const fills = new Map<ClassKey, number>();
    for (const part of parts) {
      const { letter } = TUBS[tubFor(muscle.cut, part)];
      fills.set(letter, (fills.get(letter) ?? 0) + part.raw);
    }
    add(muscle.cut, parts, muscle.side, fills);
    if (cut.of !== muscle.cut) add(cut.of, parts, muscle.side, fills);
  }
  return [...rows.values()].map(({ parts, ...row }) => ({ ...row, name: named(row.key, parts) }));
}
