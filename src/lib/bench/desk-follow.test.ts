import { describe, expect, it } from 'vitest';
import { tubWeight } from '$core/book';
import { isQuestion } from '$core/bench';
import { glandsOut, sent, stand } from './desk.testkit';

/** Presses on until nothing is left to do, answering what is asked. */
function followed(bench: ReturnType<typeof stand>) {
  const { desk, later } = bench;
  desk.follow = true;
  for (let i = 0; i < 300 && desk.row; i += 1) {
    const { row } = desk;
    glandsOut(desk, bench.bench);
    if (row.act.kind === 'say' && isQuestion(row))
      later(() => desk.tick('done', row.act.kind === 'say' ? row.act.answers[0]?.key : undefined));
    else if (row.act.kind === 'sample') later(() => desk.skip());
    else later(() => desk.press());
  }
}

describe('followed without a scale', () => {
  it('one press takes each piece at what is expected of it, marked so, to the bare frame', () => {
    const bench = stand();
    followed(bench);
    expect(bench.desk.row).toBeUndefined();
    const cuts = sent.filter((d) => d.intent.kind === 'cut');
    expect(cuts.length).toBeGreaterThan(10);
    for (const { intent } of cuts) expect(intent.kind === 'cut' && intent.reading.how).toBe('model');
    expect(bench.desk.notice).toBeUndefined();
  });

  it('the whole animal is set right by the tubs at the end: each tub weighs what it weighed, and no gram is lost', () => {
    const bench = stand();
    followed(bench);
    const { desk, later, lay } = bench;
    const weightOf = (tub: 'prime' | 'slow' | 'grind') =>
      tubWeight(bench.bench.state, tub, bench.bench.animal);
    desk.byTub = true;
    for (const tub of ['prime', 'slow', 'grind'] as const) {
      const total = Math.round(weightOf(tub) * 0.93);
      lay(total);
      later(() => desk.toTub(tub));
      expect(desk.notice?.text).toBeUndefined();
      expect(weightOf(tub)).toBe(total);
    }
    expect(bench.desk.notice).toBeUndefined();
  });

  it('a tub far from what was expected is asked about first; nothing is booked by half', () => {
    const bench = stand();
    followed(bench);
    const { desk, later, lay } = bench;
    const before = sent.length;
    desk.byTub = true;
    lay(tubWeight(bench.bench.state, 'prime', bench.bench.animal) * 3);
    later(() => desk.toTub('prime'));
    expect(desk.notice?.text).toContain('far heavier');
    expect(sent).toHaveLength(before);
  });

  it('a typed weight is that piece’s own', () => {
    const { desk, later } = stand();
    desk.follow = true;
    for (const digit of '0.4') desk.digit(digit);
    later(() => desk.press());
    const last = sent.at(-1)?.intent;
    expect(last?.kind === 'cut' && last.reading).toMatchObject({ grams: 400, how: 'typed' });
  });
});
