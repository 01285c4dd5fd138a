import { describe, expect, it } from 'vitest';
import { loadDrawing, viewFor, viewsOf } from '$core/maps';
import { spotsOf } from '$core/book';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { PROCEDURES, cutOf, proceduresFor } from '$core/reference';
import { paint, stepAt, workOf, type WorkRow } from './index';
import { laidOut } from './testkit';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

const at = (book: TestBook) => ({
  rows: laidOut(book),
  work: workOf(book.state, book.animal, book.history, { orders })
});
const DEER = { species: 'fallow', group: 'deer' } as const;
const [side, back, inside] = viewsOf(DEER, undefined);

describe('what the book says, laid over the drawing', () => {
  it('finds a place for every region of the carcass, in every view', async () => {
    const book = new TestBook();
    book.carcass();
    const { rows, work } = at(book);
    for (const view of [side!, back!, inside!]) {
      const drawing = await loadDrawing(view.drawing);
      for (const shape of paint(drawing, view, 'left', rows, work.open[0])) {
        expect(shape.row, `${view.drawing} ${shape.key}`).toBeDefined();
        expect(['on', 'next']).toContain(shape.state);
        // Whatever lies on the drawing can be chosen, and choosing it leads back to its place.
        const step = stepAt(work.rows, shape.row!.key, shape.side);
        expect(step, `${view.drawing} ${shape.key}`).toBeDefined();
      }
    }
  });

  it('finds a region for every step of the order of work', async () => {
    const book = new TestBook();
    book.carcass();
    const { rows, work } = at(book);
    for (const step of work.rows) {
      if (step.act.kind !== 'take') continue;
      const view = viewFor(viewsOf(DEER, undefined), step.act.cut)!;
      const shapes = paint(await loadDrawing(view.drawing), view, step.act.side, rows, step);
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
        const view = viewFor(viewsOf(DEER, part), step.act.cut)!;
        const shapes = paint(await loadDrawing(view.drawing), view, 'right', rows, step);
        expect(
          shapes.some((s) => s.state === 'next' && s.key === (step.act as { cut: string }).cut),
          step.key
        ).toBe(true);
      }
    }
  });

  it.each([
    ['boar', 'boar'],
    ['hare', 'rabbit'],
    ['pheasant', 'gamebird'],
    ['grouse', 'pigeonlike'],
    ['duck', 'waterfowl']
  ] as const)('finds regions and steps both ways for a %s', async (species, group) => {
    const book = new TestBook();
    const into = group === 'boar' ? { kind: 'carcass' } : { kind: 'lot', count: 4 };
    book.must({
      kind: 'intake',
      facts: { species, sex: 'unknown', ageClass: 'adult' },
      into: { ...into, id: testId() },
      reading: weighed(group === 'boar' ? 40_000 : 4_000, { stage: 'hanging' })
    });
    const { rows, work } = at(book);
    const views = viewsOf({ species, group }, undefined);
    expect(views.length).toBeGreaterThan(0);
    for (const view of views)
      for (const shape of paint(await loadDrawing(view.drawing), view, 'left', rows, undefined)) {
        // A neck or back of small game is bone, a boar’s midriff goes with its pluck; nobody takes them.
        if (group === 'boar' ? shape.key === 'diaphragm' : ['neck', 'frame'].includes(shape.key)) continue;
        expect(shape.row, `${view.drawing} ${shape.key}`).toBeDefined();
        expect(stepAt(work.rows, shape.row!.key, shape.side), shape.key).toBeDefined();
      }
    for (const procedure of proceduresFor({ orders, group }))
      for (const step of procedure.steps) {
        const [take] = step.takes;
        // No drawing shows the fat.
        if (!take || cutOf(take.cut)?.of === 'fat') continue;
        const act = { kind: 'take', cut: take.cut, born: take.kind, side: take.side } as WorkRow['act'];
        const view = viewFor(views, take.cut)!;
        const shapes = paint(await loadDrawing(view.drawing), view, take.side, rows, { act } as WorkRow);
        expect(
          shapes.some((s) => s.state === 'next'),
          `${procedure.key} ${step.key}`
        ).toBe(true);
      }
  });

  it('shares a cut that reaches over several parts out among their places', async () => {
    const book = new TestBook();
    book.must({
      kind: 'intake',
      facts: { species: 'rabbit', sex: 'unknown', ageClass: 'adult' },
      into: { kind: 'lot', id: testId(), count: 5 },
      reading: weighed(3_500, { stage: 'hanging' })
    });
    const lot = Object.values(book.state.items).find((i) => i.kind === 'lot')!.id;
    book.piece(lot, 800, 'slab', 'prime', { side: 'both' });
    const cell = (key: string) => at(book).rows.find((r) => r.key === key)!.cells[0]!;
    // 0.13 strap, 0.09 flank, 0.015 fillet, all soft.
    expect(cell('strap').taken).toBeCloseTo((800 * 0.13) / 0.235, 6);
    expect(cell('flankRib').taken).toBeCloseTo((800 * 0.09) / 0.235, 6);
    expect(cell('tenderloin').taken).toBeCloseTo((800 * 0.015) / 0.235, 6);
    const spots = spotsOf(book.state, book.animal, book.history);
    expect(spots.reduce((sum, s) => sum + s.boneless, 0)).toBeCloseTo(800, -1);
    expect(spots.map((s) => s.part).sort()).toEqual(['flankRib', 'strap', 'tenderloin']);
  });

  it('fills a region with the tub it went to, on its own side only', async () => {
    const book = new TestBook();
    const carcass = book.carcass();
    book.piece(carcass, 2_150, 'strap', 'prime', { side: 'left' });
    const drawing = await loadDrawing('deer-side');
    const strap = (s: 'left' | 'right') =>
      paint(drawing, side!, s, at(book).rows, undefined).find((p) => p.key === 'strap');
    expect(strap('left')).toMatchObject({ state: 'off', fill: 'P', labelled: true });
    expect(strap('right')).toMatchObject({ state: 'on' });
    const top = paint(await loadDrawing('deer-back'), back!, undefined, at(book).rows, undefined);
    expect(top.find((p) => p.key === 'strap' && p.side === 'left')?.state).toBe('off');
    expect(top.find((p) => p.key === 'strap' && p.side === 'right')?.state).toBe('on');
  });

  it('shows a part that lies on the table as off, and labels each place once', async () => {
    const book = new TestBook();
    book.part(book.carcass(), 9_000, 'hindLeg', 'left');
    const shapes = paint(await loadDrawing('deer-side'), side!, 'left', at(book).rows, undefined);
    expect(shapes.find((p) => p.key === 'hindLeg')).toMatchObject({ state: 'off', fill: '-' });
    const labels = shapes.filter((p) => p.labelled).map((p) => p.row!.key);
    expect(new Set(labels).size).toBe(labels.length);
    expect(labels).toContain('flank');
  });

  it('draws what a school keeps together as one place: a small deer’s leg, and a leg boned whole', async () => {
    const book = new TestBook();
    const leg = book.part(book.carcass(14_000), 2_600, 'hindLeg', 'left');
    book.must({ kind: 'open', item: leg });
    const look = async (key: string) => {
      const { rows, work } = at(book);
      const view = viewFor(viewsOf(DEER, 'hindLeg'), key)!;
      const next = work.rows.find((r) => r.act.kind === 'take' && r.act.cut === key);
      return { rows, work, shapes: paint(await loadDrawing(view.drawing), view, 'left', rows, next) };
    };
    const small = await look('ballAndHip');
    expect(small.work.procedure?.key).toBe('S1-small');
    expect(small.rows.map((r) => r.key)).toContain('ballAndHip');
    expect(small.rows.map((r) => r.key)).not.toContain('tipCore');
    const ball = small.shapes.filter((s) => s.row?.key === 'ballAndHip');
    expect(ball.length).toBeGreaterThan(1);
    expect(ball.every((s) => s.joined && s.state === 'next')).toBe(true);
    expect(ball.filter((s) => s.labelled)).toHaveLength(1);
    // Pointing at any of them leads to the one step.
    for (const shape of ball)
      expect(stepAt(small.work.rows, shape.row!.key, shape.side)?.key).toBe('ballAndHip');

    // Once one of them has come off by itself, they are places of their own again.
    book.piece(leg, 120, 'triTip', 'grind');
    expect((await look('tipCore')).rows.map((r) => r.key)).toEqual(
      expect.arrayContaining(['tipCore', 'triTip'])
    );

    book.must({ kind: 'school', item: leg, by: 'S1-hook' });
    const seamed = await look('tipCore');
    expect(seamed.work.procedure?.key).toBe('S1-hook');
    expect(seamed.shapes.some((s) => s.joined)).toBe(false);
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
