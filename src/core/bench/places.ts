import { cutOf, type Side } from '$core/reference';
import type { Cell, SpreadRow } from './spread';
import type { WorkRow } from './row';

/** Whether the step in hand is about this place. */
export function isNextAt(
  row: Pick<SpreadRow, 'key'>,
  cell: Pick<Cell, 'side'>,
  next: WorkRow | undefined
): boolean {
  const act = next?.act;
  if (act?.kind !== 'take') return false;
  return (
    placeOf(act, row.key) && (cell.side === undefined || act.side === undefined || cell.side === act.side)
  );
}

/** Whether a take is from this place: the muscle itself, a whole that holds it, or the part it belongs to. */
function placeOf(act: Extract<WorkRow['act'], { kind: 'take' }>, key: string): boolean {
  const cut = cutOf(act.cut);
  return (
    act.cut === key ||
    cut?.of === key ||
    (cut?.whole ?? []).some((piece) => piece === key || cutOf(piece)?.of === key)
  );
}

/** The step, not yet done, that takes what lies at a place. */
export function stepAt(rows: readonly WorkRow[], key: string, side: Side | undefined): WorkRow | undefined {
  const steps = rows.filter((row) => row.act.kind === 'take' && !row.done && placeOf(row.act, key));
  return (
    steps.find(
      (row) =>
        row.act.kind === 'take' && (row.act.side === undefined || side === undefined || row.act.side === side)
    ) ?? undefined
  );
}
