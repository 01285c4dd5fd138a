import { describe, expect, it } from 'vitest';
import { GLANDS, PROCEDURES, cutOf } from '$core/reference';
import { boardDrawing, BOARD_PLATES } from './board';
import { areaOf, contains, flatten, type Point } from './index';

const cards = Object.values(PROCEDURES).filter((p) => p.pieces);

describe('pictures of the board', () => {
  it('are there for every card, and show the pieces that its card parts it into', () => {
    for (const card of cards) {
      const cut = card.pieces![0]!;
      const drawing = boardDrawing(cut);
      expect(drawing, cut).toBeDefined();
      const parts = card.steps.flatMap((s) => s.takes.map((t) => t.cut));
      expect(drawing!.regions.map((r) => r.key).sort(), cut).toEqual(
        (parts.length > 0 ? parts : [cut]).sort()
      );
    }
    expect(boardDrawing('legTrim')).toBeUndefined();
  });

  it.each(BOARD_PLATES)('%s tiles its outline: no gap, no spill, no overlap', (cut) => {
    const drawing = boardDrawing(cut)!;
    const outline = flatten(drawing.outline);
    const shapes = drawing.regions.map((r) => flatten(r.d));
    let [inside, wrong] = [0, 0];
    for (let x = 1; x < 240; x += 2.6)
      for (let y = 1; y < 150; y += 2.6) {
        const point: Point = [x, y];
        const covered = shapes.filter((s) => contains(s, point)).length;
        const within = contains(outline, point);
        inside += Number(within);
        wrong += Number(covered !== Number(within));
      }
    expect(inside).toBeGreaterThan(500);
    expect(wrong / inside).toBeLessThan(0.002);
    const sum = drawing.regions.reduce((total, r) => total + areaOf(r.d), 0);
    expect(sum / areaOf(drawing.outline)).toBeCloseTo(1, 3);
  });

  it.each(BOARD_PLATES)(
    '%s has its labels, marks and fibres inside, and parts about as much as the cut gives',
    (cut) => {
      const drawing = boardDrawing(cut)!;
      const outline = flatten(drawing.outline);
      for (const region of drawing.regions) {
        expect(contains(flatten(region.d), region.label), region.key).toBe(true);
        const own = cutOf(region.key);
        if (drawing.regions.length > 1) {
          const share = areaOf(region.d) / areaOf(drawing.outline);
          const mother = cutOf(cut)!;
          expect(Math.abs(share - own!.share / mother.share), region.key).toBeLessThan(0.17);
        }
      }
      for (const mark of drawing.marks) {
        if (mark.kind === 'gland' || mark.kind === 'vessel') expect(GLANDS[mark.key]).toBeDefined();
        if (mark.at) expect(contains(outline, mark.at)).toBe(true);
      }
      expect(drawing.grain!.length).toBeGreaterThan(15);
      for (const { d } of drawing.grain!)
        for (const p of flatten(d)[0]!.points) expect(contains(outline, p)).toBe(true);
    }
  );
});
