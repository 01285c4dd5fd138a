import { textWidth } from '../text';

/** A label of the seam map: its lines, and where their middle is, in the drawing's own units. */
export interface Label {
  lines: readonly string[];
  x: number;
  y: number;
}

/** Pixels from one line to the next. */
const LINE = 19;

/** A long name on two lines, parted at the blank nearest its middle; nothing where it has none. */
export function halves(name: string): string[] {
  const blanks = [...name.matchAll(/ /g)].map((m) => m.index);
  const [at] = blanks.sort((a, b) => Math.abs(a - name.length / 2) - Math.abs(b - name.length / 2));
  return at === undefined ? [] : [name.slice(0, at), name.slice(at + 1)];
}

/**
 * What of a name and its figure has room on a shape: both beside each other where it is low, else below each other, the name
 * in halves if it must. No line runs over the shape’s edge: what lies beyond it is a seam.
 * @param room  pixels
 */
export function linesIn(name: string, figure: string, room: { width: number; height: number }): string[] {
  const fits = (text: string) => text !== '' && textWidth(text, 'small') < room.width;
  const low = [`${name} ${figure}`, figure, name].filter(fits).slice(0, 1);
  if (room.height < 2 * LINE) return low;
  const halved = room.height < 3 * LINE ? [] : halves(name);
  const named = fits(name) ? [name] : halved.every(fits) ? halved : [];
  return [...named, figure].filter(fits);
}

/**
 * Labels that would lie on one another are set apart, downwards, the upper one first. One that would have to go farther than
 * a line is left out: it would stand at another’s place.
 * @param perPixel  units of the drawing to a pixel
 */
export function setApart<T extends Label>(labels: readonly T[], perPixel: number): T[] {
  const placed: T[] = [];
  const half = ({ lines }: Label) => ({
    // Half of its width with a little air.
    w: Math.max(0, ...lines.map((line) => textWidth(line, 'small'))) * 0.53 * perPixel,
    h: (lines.length * LINE * perPixel) / 2
  });
  for (const label of [...labels].sort((a, b) => a.y - b.y)) {
    const own = half(label);
    let { y } = label;
    const lower = placed
      .filter((other) => Math.abs(other.x - label.x) < own.w + half(other).w)
      .sort((a, b) => a.y - b.y);
    for (const other of lower) {
      const clear = own.h + half(other).h;
      if (Math.abs(other.y - y) < clear) y = other.y + clear;
    }
    if (y - label.y <= LINE * perPixel) placed.push({ ...label, y });
  }
  return placed;
}
