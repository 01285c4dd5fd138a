import { beforeEach, describe, expect, it, vi } from 'vitest';
import { formatScaleLine } from '$core/scale';
import { MINUTE, grams } from '$core/units';
import { heard, sent } from './desk.testkit';
import { Typed, sit, stubPage } from './session.testkit';

const told: { url: string; method: string; body: unknown }[] = [];
/** Lets the answers go that are held back. */
let answers: (() => void)[] = [];
let slow = false;
vi.mock('$lib/device/send', () => ({
  sendJson: (url: string, method: string, body: unknown) => {
    told.push({ url, method, body });
    return new Promise((resolve) => {
      const answer = () => resolve({ ok: true, body: {} });
      if (slow) answers.push(answer);
      else answer();
    });
  }
}));
const soon = () => new Promise((resolve) => setTimeout(resolve));
beforeEach(() => {
  told.length = 0;
  answers = [];
  slow = false;
  stubPage();
});

/** A piece comes to rest on the plate. */
function put(session: ReturnType<typeof sit>['session'], value: number): void {
  for (const [shown, state] of [
    [0, 'steady'],
    [value, 'unsteady'],
    [value, 'steady']
  ] as const)
    session.desk.show(formatScaleLine({ state, grams: grams(shown), tare: grams(0) }));
}
const asks = () => told.filter((t) => t.url === '/api/v1/scale').map((t) => t.body);

describe('a sitting at the bench', () => {
  it('asks the stand-in for the piece of the step in hand, and no scale of one’s own', () => {
    const { session } = sit();
    session.ask();
    expect(asks()).toHaveLength(1);
    const { act } = session.desk.row!;
    expect(asks()[0]).toMatchObject({
      action: 'ask',
      ask: { want: { kind: 'take', cut: act.kind === 'take' ? act.cut : '' } }
    });
    sit({ demo: false }).session.ask();
    sit({ standIn: false }).session.ask();
    expect(asks()).toHaveLength(1);
  });

  it('asks again only once what was booked here has been answered', async () => {
    const { session } = sit();
    session.awake = true;
    put(session, 120);
    session.act(() => session.desk.press())();
    expect(sent).toHaveLength(1);
    const before = asks().length;
    session.ask();
    expect(asks()).toHaveLength(before);
    heard.at(-1)!(sent[0]!, { status: 'booked' });
    await soon();
    expect(asks()).toHaveLength(before + 1);
  });

  it('asks one at a time: while an answer is out, the newest wish waits for it', async () => {
    const { session } = sit();
    slow = true;
    session.ask();
    const first = session.desk.row!.key;
    session.desk.step(1);
    session.ask();
    session.desk.step(1);
    session.ask();
    expect(asks()).toHaveLength(1);
    answers.shift()!();
    await soon();
    expect(asks()).toHaveLength(2);
    const { act, key } = session.desk.row!;
    expect(key).not.toBe(first);
    expect(asks()[1]).toMatchObject({ ask: { want: { cut: act.kind === 'take' ? act.cut : '' } } });
    answers.shift()!();
    await soon();
    expect(asks()).toHaveLength(2);
  });

  it('lets a muscle be added to its part, and the rest to the carcass', () => {
    const { session, book, carcass } = sit();
    expect(session.adding('strap')).toBeDefined();
    expect(session.adding('topRound')).toBeUndefined();
    const leg = book.part(carcass, 9_000, 'hindLeg', 'left');
    book.must({ kind: 'open', item: leg });
    const { session: opened } = sit({
      history: book.history,
      card: { id: book.animal, code: '26-001', facts: session.facts }
    });
    expect(opened.focus?.id).toBe(leg);
    expect(opened.adding('strap')).toBeUndefined();
    expect(opened.adding('topRound')).toBeDefined();
    // A cut that no step of this order takes is then the step in hand, and the bench is in sight again.
    session.panel = 'find';
    expect(session.bench.work.rows.some((r) => r.act.kind === 'take' && r.act.cut === 'diaphragm')).toBe(
      false
    );
    session.adding('diaphragm')?.();
    expect(session.panel).toBeUndefined();
    expect(session.desk.row?.act).toMatchObject({ kind: 'take', cut: 'diaphragm' });
  });

  it('tells the larder of a tool that is missing, and shows it at once', () => {
    const { session } = sit();
    const [first] = session.kit;
    expect(first?.missing).toBe(false);
    session.has(first!.key, false);
    expect(session.kit.find((k) => k.key === first!.key)?.missing).toBe(true);
    session.has(first!.key, true);
    expect(session.kit.find((k) => k.key === first!.key)?.missing).toBe(false);
    expect(told.map((t) => t.body)).toEqual([{ missing: [first!.key] }, { missing: [] }]);
  });

  it('says how long a step has taken, and nothing of a pause', () => {
    const { session, book } = sit();
    expect(session.spent).toMatchObject({ minutes: 0 });
    expect(session.spent!.usual).toBeGreaterThan(0);
    const last = book.history.at(-1)!.at;
    const own = { ...book.history.at(-1)!, device: 'bench 0001' };
    const { session: mine } = sit({
      history: [...book.history.slice(0, -1), own],
      card: { id: book.animal, code: '26-001', facts: session.facts }
    });
    mine.minutes.now = last + 7 * MINUTE;
    expect(mine.spent?.minutes).toBe(7);
    mine.minutes.now = last + 26 * MINUTE;
    expect(mine.spent?.minutes).toBe(0);
  });

  it('says where no scale is, and only there, that tubs are weighed by hand', () => {
    expect(sit({ standIn: false, weighs: 'paper' }).session.noScale).toBe(true);
    expect(sit({ standIn: false, weighs: null }).session.noScale).toBe(false);
    expect(sit({ standIn: false, weighs: 'cable' }).session.noScale).toBe(false);
    expect(sit({ standIn: true, weighs: 'typed' }).session.noScale).toBe(false);
  });
});

describe('keys at the bench', () => {
  it('are not heard before the page is awake, nor where something is written', () => {
    const { session, key } = sit();
    key('x');
    expect(session.panel).toBeUndefined();
    session.awake = true;
    key('x', new Typed('text'));
    expect(session.panel).toBeUndefined();
    key('x');
    expect(session.panel).toBe('reasons');
    key('Escape');
    expect(session.panel).toBeUndefined();
  });

  it('open the keypad with the figure that was pressed', () => {
    const { session, key } = sit();
    session.awake = true;
    key('7');
    expect([session.panel, session.desk.typed]).toEqual(['keypad', '7']);
  });

  it('are only figures where the larder wants no letters', () => {
    const { session, key } = sit({ letterKeys: false });
    session.awake = true;
    key('x');
    expect(session.panel).toBeUndefined();
    key('?');
    expect(session.panel).toBe('keys');
  });
});

describe('where no scale speaks', () => {
  const type = (session: ReturnType<typeof sit>['session'], figure: string) => {
    for (const digit of figure) session.desk.digit(digit);
    session.typed();
  };
  const cuts = () => sent.flatMap(({ intent }) => (intent.kind === 'cut' ? [intent] : []));

  it('the big press and each tub open the keypad, and go on with what is typed there', () => {
    const { session } = sit({ standIn: false, demo: false, weighs: 'typed' });
    const { desk } = session;
    session.awake = true;
    desk.pressedAt = 1_000;
    session.act(() => desk.press())();
    expect([session.panel, sent.length, desk.notice]).toEqual(['keypad', 0, undefined]);
    type(session, '0.07');
    expect(session.panel).toBeUndefined();
    expect(cuts()).toMatchObject([{ reading: { grams: 70, how: 'typed' } }]);
    desk.pressedAt = 3_000;
    session.act(() => desk.toTub('slow'))();
    expect(session.panel).toBe('keypad');
    type(session, '0.08');
    expect(cuts()[1]).toMatchObject({ reading: { grams: 80 }, creates: { place: { tub: 'slow' } } });
    // What was left is not gone on with later.
    desk.pressedAt = 5_000;
    session.act(() => desk.toTub('pets'))();
    session.back();
    desk.pressedAt = 7_000;
    type(session, '0.4');
    expect(cuts()[2]?.creates).not.toMatchObject({ place: { tub: 'pets' } });
  });

  it('says so instead where a scale should speak', () => {
    const { session } = sit();
    session.awake = true;
    session.act(() => session.desk.press())();
    expect(session.panel).toBeUndefined();
    expect(session.desk.notice?.text).toContain('No word from the scale');
  });
});
