import { describe, expect, it } from 'vitest';
import { loadPlate, viewFor, viewsOf } from '$core/maps';
import { TestBook } from '$core/book/testkit';
import { paint, spreadOf, stepAt, workOf } from './index';

const at = (book: TestBook) => ({
  rows: spreadOf(book.state, book.animal, book.history, 'plain'),
  work: workOf(book.state, book.animal, book.history)
});
const [side, back, inside] = viewsOf('deer', undefined);

describe('what the book says, laid over the drawing', () => {
  it('finds a place for every region of the carcass, in every view', async () => {
    const book = new TestBook();
    book.carcass();
    const { rows, work } = at(book);
    for (const view of [side!, back!, inside!]) {
      const plate = await loadPlate(view.plate);
      for (const shape of paint(plate, view, 'left', rows, work.open[0])) {
        expect(shape.row, `${view.plate} ${shape.key}`).toBeDefined();
        expect(['on', 'next']).toContain(shape.state);
        // Whatever lies on the drawing can be chosen, and choosing it leads back to its place.
        const step = stepAt(work.rows, shape.row!.key, shape.side);
        expect(step, `${view.plate} ${shape.key}`).toBeDefined();
      }
    }
  });

  it('finds a region for every step of the order of work', async () => {
    const book = new TestBook();
    book.carcass();
    const { rows, work } = at(book);
    for (const step of work.rows) {
      if (step.act.kind !== 'take') continue;
      const view = viewFor(viewsOf('deer', undefined), step.act.cut)!;
      const shapes = paint(await loadPlate(view.plate), view, step.act.side, rows, step);
      expect(
        shapes.some((s) => s.state === 'next'),
        step.key
      ).toBe(true);
    }
  });

  it('finds a region for every muscle of an opened leg and shoulder, but for scraps', async () => {
    for (const part of ['hindLeg', 'shoulder']) {
      const book = new TestBook();
      const item = book.part(book.carcass(), 9_000, part, 'right');
      book.must({ kind: 'open', item });
      const { rows, work } = at(book);
      for (const step of work.rows) {
        if (step.act.kind !== 'take' || /Trim$/.test(step.act.cut)) continue;
        const view = viewFor(viewsOf('deer', part), step.act.cut)!;
        const shapes = paint(await loadPlate(view.plate), view, 'right', rows, step);
        expect(
          shapes.some((s) => s.state === 'next' && s.key === (step.act as { cut: string }).cut),
          step.key
        ).toBe(true);
      }
    }
  });

  it('fills a region with the tub it went to, on its own side only', async () => {
    const book = new TestBook();
    const carcass = book.carcass();
    book.piece(carcass, 2_150, 'strap', 'prime', { side: 'left' });
    const plate = await loadPlate('deer-side');
    const strap = (s: 'left' | 'right') =>
      paint(plate, side!, s, at(book).rows, undefined).find((p) => p.key === 'strap');
    expect(strap('left')).toMatchObject({ state: 'off', fill: 'P', labelled: true });
    expect(strap('right')).toMatchObject({ state: 'on' });
    const top = paint(await loadPlate('trunk-top'), back!, undefined, at(book).rows, undefined);
    expect(top.find((p) => p.key === 'strap' && p.side === 'left')?.state).toBe('off');
    expect(top.find((p) => p.key === 'strap' && p.side === 'right')?.state).toBe('on');
  });

  it('shows a part that lies on the table as off, and labels each place once', async () => {
    const book = new TestBook();
    book.part(book.carcass(), 9_000, 'hindLeg', 'left');
    const shapes = paint(await loadPlate('deer-side'), side!, 'left', at(book).rows, undefined);
    expect(shapes.find((p) => p.key === 'hindLeg')).toMatchObject({ state: 'off', fill: '-' });
    const labels = shapes.filter((p) => p.labelled).map((p) => p.row!.key);
    expect(new Set(labels).size).toBe(labels.length);
    expect(labels).toContain('flank');
  });

  it('knows no step where everything is off', () => {
    const book = new TestBook();
    book.piece(book.carcass(), 2_150, 'strap', 'prime', { side: 'left' });
    const { work } = at(book);
    expect(stepAt(work.rows, 'strap', 'left')).toBeUndefined();
    expect(stepAt(work.rows, 'strap', 'right')?.key).toBe('strap-right');
    expect(stepAt(work.rows, 'hindLeg', 'left')?.act).toMatchObject({ born: 'part' });
  });
});
