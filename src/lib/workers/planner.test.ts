import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PlanAnswer } from './plan.worker';
import { Planner } from './planner.svelte';
import { FakeWorker } from './worker.testkit';

const solution = (proven: boolean) => ({ plan: { of: [], served: [] }, demands: [], refused: [], proven });
const last = FakeWorker.last;
const say = (data: Partial<PlanAnswer>, worker = last()) => worker.say('message', { data });

beforeEach(() => {
  FakeWorker.all = [];
  vi.useFakeTimers();
  vi.stubGlobal('Worker', FakeWorker);
});
afterEach(() => vi.useRealTimers());

describe('the planner', () => {
  it('gives the first answer at once, then better ones, then the last, and ends its worker', () => {
    const planner = new Planner();
    planner.ask([], [], {});
    expect(planner).toMatchObject({ busy: true, answer: undefined });
    say({ id: 1, kind: 'first', solution: solution(false) });
    expect(planner).toMatchObject({ busy: true, broke: false, answer: { proven: false } });
    say({ id: 1, kind: 'better', settled: 1, solution: solution(false) });
    expect(planner).toMatchObject({ busy: true, settled: 1 });
    say({ id: 1, kind: 'last', solution: solution(true) });
    expect(planner).toMatchObject({ busy: false, broke: false, answer: { proven: true } });
    expect(last().ended).toBe(true);
    let over = 0;
    planner.ask([], [], {}, () => (over += 1));
    expect(planner.settled).toBeUndefined();
    say({ id: 2, kind: 'first', solution: solution(false) });
    expect(over).toBe(0);
    say({ id: 2, kind: 'unsolved' });
    expect(over).toBe(1);
  });

  it('a new question ends the one before; its late answers are not heard', () => {
    const planner = new Planner();
    planner.ask([], [], {});
    const before = last();
    planner.ask([], [], { a: ['roast'] });
    expect(before.ended).toBe(true);
    say({ id: 1, kind: 'last', solution: solution(true) }, before);
    expect(planner).toMatchObject({ busy: true, answer: undefined });
    expect(last().told).toMatchObject([{ id: 2, pins: { a: ['roast'] } }]);
  });

  it('a solver that is missing, a worker that dies, one that never answers: the first answer stands', () => {
    for (const fail of [
      () => say({ id: 1, kind: 'unsolved' }),
      () => last().say('error'),
      () => void vi.advanceTimersByTime(60_000)
    ]) {
      const planner = new Planner();
      planner.ask([], [], {});
      say({ id: 1, kind: 'first', solution: solution(false) });
      fail();
      expect(planner).toMatchObject({ busy: false, broke: true, answer: { proven: false } });
      expect(last().ended).toBe(true);
      planner.ask([], [], {});
      expect(planner).toMatchObject({ busy: true, broke: false });
      planner.stop();
    }
  });

  it('is stopped by whoever waits, and keeps what it has', () => {
    const planner = new Planner();
    planner.ask([], [], {});
    say({ id: 1, kind: 'first', solution: solution(false) });
    planner.cancel();
    expect(planner).toMatchObject({ busy: false, broke: false, answer: { proven: false } });
    expect(last().ended).toBe(true);
  });
});
