import type { Drawing, Region, View } from '$core/maps';
import { areaOf } from '$core/maps';
import { cutOf, type ClassKey, type Side } from '$core/reference';
import { isNextAt } from './places';
import type { Cell, SpreadRow } from './spread';
import type { WorkRow } from './row';

/** A region of a drawing with what the book says of it. */
export interface Painted {
  id: string;
  key: string;
  d: string;
  label?: Region['label'];
  side?: Side;
  /** The place it belongs to; absent where the bench has no step for it. */
  row?: SpreadRow;
  cell?: Cell;
  state: 'plain' | 'on' | 'next' | 'off';
  /** The letter it is filled with once it is off: where most of it went. `-` lies on the table. */
  fill?: ClassKey;
  /** Lies under the others. */
  under: boolean;
  /** Comes off with its neighbours in one piece: the seam between them is not cut. */
  joined: boolean;
  /** One label a place, on its largest region. */
  labelled: boolean;
}

/**
 * Lays what the bench knows over a drawing.
 * @param side  the side that a one-sided drawing stands for now
 */
export function paint(
  drawing: Drawing,
  view: Pick<View, 'oneSide'>,
  side: Side | undefined,
  rows: readonly SpreadRow[],
  next: WorkRow | undefined
): Painted[] {
  const shapes = [
    ...drawing.regions.filter((r) => !r.alt).map((r) => ({ ...r, under: false })),
    ...drawing.dashed.map((r) => ({ ...r, label: undefined, under: true }))
  ];
  const painted = shapes.map(({ key, d, label, side: own, under }): Painted => {
    const at = view.oneSide ? side : own;
    const row =
      rows.find((r) => r.key === key) ??
      rows.find((r) => cutOf(r.key)?.whole?.includes(key)) ??
      rows.find((r) => r.key === cutOf(key)?.of) ??
      // A boar’s flank is its belly.
      (cutOf(key)?.of === 'flank' ? rows.find((r) => r.key === 'belly') : undefined);
    // What has no side on the drawing stands for whichever side is still on.
    const cell =
      row?.cells.find((c) => c.side === at) ??
      (at === undefined
        ? (row?.cells.find((c) => c.taken === undefined) ?? row?.cells[0])
        : row?.cells.find((c) => c.side === undefined));
    // A pair that comes off together is one place.
    const onSide = cell ? cell.side : at;
    const off = cell?.taken !== undefined;
    const fill = off ? most(cell) : undefined;
    return {
      id: `${key}|${own ?? ''}|${under ? 'under' : ''}`,
      key,
      d,
      ...(label ? { label } : {}),
      ...(onSide ? { side: onSide } : {}),
      ...(row && cell ? { row, cell } : {}),
      state: !row || !cell ? 'plain' : off ? 'off' : isNextAt(row, cell, next) ? 'next' : 'on',
      ...(fill ? { fill } : {}),
      under,
      joined: row !== undefined && row.key !== key && (cutOf(row.key)?.whole?.length ?? 0) > 1,
      labelled: false
    };
  });
  const largest = new Map<string, { shape: Painted; area: number }>();
  for (const shape of painted) {
    if (!shape.row || !shape.label) continue;
    const place = `${shape.row.key}|${shape.side ?? ''}`;
    const area = areaOf(shape.d);
    if (area > (largest.get(place)?.area ?? 0)) largest.set(place, { shape, area });
  }
  for (const { shape } of largest.values()) shape.labelled = true;
  // An outline that only says where something runs on under a region of the same place is not chosen apart.
  return painted.filter(
    (shape) => !shape.under || (shape.row && !painted.some((p) => !p.under && p.row === shape.row))
  );
}

const most = ({ fills }: Cell): ClassKey =>
  fills.reduce((best, f) => (f.grams > best.grams ? f : best), { class: '-' as ClassKey, grams: 0 }).class;
