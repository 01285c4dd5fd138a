import { textWidth } from '../text';

/** Where a mark's label stands under a chart: which row, and whether it stands before its mark. Pixels. */
export interface Laned {
  /** The mark, kept within the drawing. */
  left: number;
  row: number;
  before: boolean;
}

/** Pixels round a label's words, and free between two labels of a row. */
const ROOM = { round: 24, between: 6 } as const;

/** Pixels that a label takes: before its mark, or after it. */
export const laneSpan = (
  label: string,
  { left, before }: Pick<Laned, 'left' | 'before'>
): [number, number] => {
  const size = textWidth(label, 'strong') + ROOM.round;
  return before ? [left - size, left] : [left, left + size];
};

/**
 * Lays labels of moments into as few rows as keep them apart, the earliest first; one that would run out of the drawing
 * stands before its mark.
 * @param x  pixels of a moment
 * @param frame  pixels: the first and the last that a mark may have, and the whole width
 */
export function lanesOf<T extends { at: number; label: string }>(
  marks: readonly T[],
  x: (at: number) => number,
  frame: { from: number; to: number; width: number }
): (T & Laned)[] {
  const ends: number[] = [];
  return [...marks]
    .sort((a, b) => a.at - b.at)
    .map((mark) => {
      const left = Math.min(Math.max(x(mark.at), frame.from), frame.to);
      const before = laneSpan(mark.label, { left, before: false })[1] > frame.width;
      const [start, end] = laneSpan(mark.label, { left, before });
      const free = ends.findIndex((e) => e < start - ROOM.between);
      const row = free < 0 ? ends.length : free;
      ends[row] = end;
      return { ...mark, left, row, before };
    });
}

/** A bar of at least six pixels from a window's beginning to its end; one that never opens begins now. */
export function barOf(
  window: { never: boolean; opens: number; closes: number } | undefined,
  now: number,
  x: (at: number) => number
): { start: number; end: number } | undefined {
  if (!window) return undefined;
  const start = x(window.never ? now : window.opens);
  return { start, end: Math.max(x(Math.max(window.closes, window.opens)), start + 6) };
}
