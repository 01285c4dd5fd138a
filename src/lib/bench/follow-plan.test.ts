import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { testId, weighed } from '$core/book/testkit';
import { FakeWorker } from '../workers/worker.testkit';
import { sit, stubPage } from './session.testkit';

const posted: { path: string; body: unknown }[] = [];
let takes = true;
vi.mock('$lib/device/send', () => ({
  sendJson: async (path: string, _how: string, body: unknown) => {
    if (path.endsWith('cut-plans')) posted.push({ path, body });
    return { ok: takes, body: {}, text: '' };
  }
}));
const invalidated: string[] = [];
vi.mock('$lib/device/refresh', () => ({ refresh: async (key: string) => void invalidated.push(key) }));
const { followPlan } = await import('./follow-plan');

const part = (use: string, raw: number, pieces?: number) => ({
  use,
  raw,
  product: raw,
  ...(pieces === undefined ? {} : { pieces, each: raw / pieces })
});

/** A bench that cuts by a plan: the left strap was to weigh 900 g; the fillet is steak while there are enough. */
/** @param loaded  what follows the plan is there as late as this; at once where it is not said */
function planned(loaded?: Promise<void>) {
  const made = sit({
    plan: 'plan-1',
    planned: { 'strap|left': { tub: 'prime', words: 'steak', grams: 900 } }
  });
  const { book } = made;
  const id = (cut: string) => `${book.animal}|${cut}|left`;
  const saved = {
    id: 'plan-1',
    name: 'of one',
    animals: [book.animal],
    wishes: [{ id: 'w' }],
    pins: {},
    plan: {
      of: [
        { muscle: id('strap'), parts: [part('steak', 900, 5)] },
        { muscle: id('tenderloin'), parts: [part('steak', 200, 1)] }
      ],
      served: []
    }
  };
  const muscles = [
    { id: id('strap'), name: 'Strap, left', item: 'x' },
    { id: id('tenderloin'), name: 'Fillet, left' }
  ];
  vi.stubGlobal('fetch', async (address: string) => ({
    ok: true,
    json: async () =>
      address.endsWith('/book')
        ? { entries: book.history }
        : address.includes('muscles')
          ? { muscles }
          : saved
  }));
  const begin = () => followPlan(made.session, () => made.session.data.plan);
  let leave = loaded ? () => {} : begin();
  const follows = loaded?.then(() => void (leave = begin()));
  const cut = async (weight: number) => {
    book.must({
      kind: 'cut',
      from: made.carcass,
      creates: { kind: 'piece', id: testId(), cut: 'strap', side: 'left', place: { tub: 'prime' } },
      reading: weighed(weight)
    });
    await made.session.bench.refresh();
    made.session.ask();
  };
  /** The left shoulder comes off and some of it, or all, is thrown away. */
  const lose = async (grams: number, reason: 'bloodshot' | 'bone') => {
    const shoulder = book.part(made.carcass, 2_000, 'shoulder', 'left');
    await made.session.bench.refresh();
    made.session.ask();
    book.must({ kind: 'discard', from: shoulder, reason, reading: weighed(grams) });
    await made.session.bench.refresh();
    made.session.ask();
  };
  const solve = async (fillet: string) => {
    await vi.waitFor(() => expect(FakeWorker.all).toHaveLength(1));
    const of = [
      { muscle: id('strap'), parts: [part('steak', 700, 4)] },
      { muscle: id('tenderloin'), parts: [part(fillet, 200, fillet === 'steak' ? 1 : undefined)] }
    ];
    const solution = { plan: { of, served: [] }, demands: [], refused: [], proven: true };
    FakeWorker.last().say('message', { data: { id: 1, kind: 'last', solution } });
    await new Promise((done) => setTimeout(done, 0));
  };
  return { ...made, cut, lose, solve, follows, leave: () => leave() };
}

beforeEach(() => {
  posted.length = 0;
  invalidated.length = 0;
  takes = true;
  FakeWorker.all = [];
  stubPage();
  vi.stubGlobal('Worker', FakeWorker);
});
afterEach(() => vi.unstubAllGlobals());

describe('a plan at the bench', () => {
  it('is made again where a piece weighs otherwise, kept, and said in one line', async () => {
    const { session, cut, solve, leave } = planned();
    await cut(700);
    await solve('strips');
    expect(posted).toHaveLength(1);
    expect(posted[0]).toMatchObject({ path: '/api/v1/cut-plans', body: { name: 'of one', proven: true } });
    expect((posted[0]?.body as { id: string }).id).not.toBe('plan-1');
    expect(invalidated).toEqual(['larder:bench']);
    expect(session.desk.notice?.text).toBe(
      'Strap, left came out lighter than planned: the plan follows. Fillet, left becomes fine strips, 0.20 kg.'
    );
    leave();
  });

  it('is left alone where what is still on stays the same, and where somebody has cut meanwhile', async () => {
    const { session, cut, solve, leave } = planned();
    await cut(700);
    await solve('steak');
    expect(posted).toEqual([]);
    leave();
    FakeWorker.all = [];
    const other = planned();
    takes = false;
    await other.cut(700);
    await other.solve('strips');
    expect(posted).toHaveLength(1);
    expect(invalidated).toEqual([]);
    expect(session.desk.notice).toBeUndefined();
    other.leave();
  });

  it('follows a shoulder that is lost to the shot, whole or in part; its bone was never planned', async () => {
    const whole = planned();
    await whole.lose(2_000, 'bloodshot');
    await whole.solve('strips');
    expect(whole.session.desk.notice?.text).toBe(
      'Shoulder, left is lost: the plan follows. Fillet, left becomes fine strips, 0.20 kg.'
    );
    whole.leave();
    FakeWorker.all = [];
    const some = planned();
    await some.lose(700, 'bloodshot');
    await some.solve('strips');
    expect(some.session.desk.notice?.text).toMatch(/^Some of shoulder, left is lost: the plan follows/);
    some.leave();
    FakeWorker.all = [];
    for (const [grams, reason] of [
      [200, 'bloodshot'],
      [700, 'bone']
    ] as const) {
      const none = planned();
      await none.lose(grams, reason);
      await new Promise((done) => setTimeout(done, 20));
      expect(FakeWorker.all).toEqual([]);
      none.leave();
    }
  });

  it('looks at what was booked after its page was made and before it was there itself', async () => {
    let loaded = () => {};
    const { session, cut, solve, follows, leave } = planned(new Promise((done) => (loaded = done)));
    await cut(700);
    loaded();
    await follows;
    await solve('strips');
    expect(session.desk.notice?.text).toMatch(/^Strap, left came out lighter than planned/);
    leave();
  });

  it('is not asked again for a piece that weighs about what was planned', async () => {
    const { cut, leave } = planned();
    await cut(960);
    await new Promise((done) => setTimeout(done, 20));
    expect(FakeWorker.all).toEqual([]);
    leave();
  });
});
