import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Draft, Intent } from '$core/book';
import { formatScaleLine } from '$core/scale';
import { grams } from '$core/units';
import type { Answer } from '$lib/device/send';
import type { StreamHandlers } from '$lib/device/stream';
import { stubStorage } from '$lib/teststorage';

/** What the station has handed in, who hears of it, and what its scale's stream is told. */
const world = vi.hoisted(() => ({
  put: [] as Draft[],
  dismissed: [] as string[],
  hear: [] as ((draft: Draft, answer: Answer) => void)[],
  stream: undefined as StreamHandlers | undefined,
  closed: 0,
  sent: [] as unknown[]
}));
vi.mock('$lib/device/outbox.svelte', () => ({
  outbox: {
    start: () => undefined,
    listen: (hear: (draft: Draft, answer: Answer) => void) => {
      world.hear.push(hear);
      return () => void world.hear.splice(world.hear.indexOf(hear), 1);
    },
    put: async (drafts: Draft[]) => void world.put.push(...drafts),
    dismiss: async (id: string) => void world.dismissed.push(id)
  }
}));
vi.mock('$lib/device/stream', () => ({
  connect: (_: string, handlers: StreamHandlers) => {
    world.stream = handlers;
    return { close: () => (world.closed += 1) };
  }
}));
vi.mock('$lib/device/sound', () => ({ tone: () => undefined }));
vi.mock('$lib/device/send', () => ({
  sendJson: async (...asked: unknown[]) => {
    world.sent.push(asked);
    return { ok: true, body: {} };
  }
}));
const { Station } = await import('./station.svelte');

class Input {
  tagName = 'INPUT';
  constructor(readonly type: string) {}
}
const body = { tagName: 'BODY' };

beforeEach(() => {
  world.put.length = 0;
  world.dismissed.length = 0;
  world.sent.length = 0;
  world.hear.length = 0;
  stubStorage();
  vi.stubGlobal('document', { hidden: false, body, addEventListener: vi.fn(), removeEventListener: vi.fn() });
  vi.stubGlobal('navigator', {});
  vi.stubGlobal('HTMLElement', Input);
  vi.stubGlobal('HTMLInputElement', Input);
  vi.useRealTimers();
});

const data = { larder: { units: 'kg' as const }, hand: 'Tove', standIn: true, demo: true };
const intents: Intent[] = [{ kind: 'note', animal: 'a', text: 'one' } as Intent];
/** A station whose page has joined; what a press does, and what news it hears. */
function joined(more: Partial<typeof data> = {}) {
  const [press, news] = [vi.fn(), vi.fn()];
  const station = new Station(() => ({ ...data, ...more }));
  const leave = station.join(press, news);
  return { station, press, news, leave };
}
const answer = (draft: Draft | undefined, said: Partial<Answer>) =>
  world.hear.forEach((hear) => hear(draft as Draft, { status: 'booked', ...said } as Answer));
/** Lines of a plate that has come to rest. */
function rest(value: number, plate = 'p1'): void {
  for (let i = 0; i < 12; i += 1) {
    vi.advanceTimersByTime(100);
    world.stream?.scale(formatScaleLine({ state: 'steady', grams: grams(value), tare: grams(0) }), plate);
  }
}
const key = (name: string, target: unknown = body, more: object = {}) => {
  const event = { key: name, code: '', target, repeat: false, preventDefault: vi.fn(), ...more };
  return event as unknown as KeyboardEvent & { preventDefault: ReturnType<typeof vi.fn> };
};

describe('what a station hands in', () => {
  it('is signed by whose hand it is, and told to whoever waits for it once it stands', () => {
    const { station } = joined();
    const [done, refused] = [vi.fn(), vi.fn()];
    const [draft] = station.book(intents, done, refused);
    expect(world.put).toEqual([draft]);
    expect(draft).toMatchObject({ hand: 'Tove', intent: intents[0] });
    expect(station.waiting).toBe(1);
    // Somebody else's answer is none of ours.
    answer({ ...(draft as Draft), id: 'other' }, { entry: {} as never });
    expect(station.waiting).toBe(1);
    answer(draft, { status: 'already-booked', entry: { seq: 7 } as never });
    expect(done).toHaveBeenCalledExactlyOnceWith({ seq: 7 });
    expect(refused).not.toHaveBeenCalled();
    expect(station.waiting).toBe(0);
    answer(draft, { entry: { seq: 7 } as never });
    expect(done).toHaveBeenCalledTimes(1);
  });

  it('that is refused is said where it was pressed, given back, and off the list of what waits', () => {
    const { station } = joined();
    const refused = vi.fn();
    const [draft] = station.book(intents, undefined, refused);
    const refusal = { code: 'on-hold', animal: 'a', why: 'test' } as const;
    answer(draft, { status: 'refused', refusal });
    expect(refused).toHaveBeenCalledTimes(1);
    expect(station.notice).toEqual({ kind: 'refused', refusal });
    expect(world.dismissed).toEqual([draft?.id]);
    const [second] = station.book(intents);
    answer(second, {
      status: 'refused',
      refusal: { code: 'invalid' },
      errors: [{ message: 'not below zero' }]
    });
    expect(station.notice?.text).toBe('Not booked: not below zero.');
  });

  it('is heard of no more once its page has gone', () => {
    const { station, leave } = joined();
    const done = vi.fn();
    const [draft] = station.book(intents, done);
    const closed = world.closed;
    leave();
    expect(world.closed).toBe(closed + 1);
    answer(draft, { entry: {} as never });
    expect(done).not.toHaveBeenCalled();
  });
});

describe('what lies on its scale', () => {
  it('is taken when it is at rest, with the plate it lay on, and marked where a stand-in has said it', () => {
    vi.useFakeTimers();
    const { station } = joined();
    rest(720);
    const took = vi.fn();
    station.take('pack', took);
    expect(took).toHaveBeenCalledExactlyOnceWith(
      expect.objectContaining({ grams: 720, how: 'scale', plate: 'p1', simulated: true })
    );
    // The same control twice in a blink is one press: a pedal bounces.
    station.take('pack', took);
    expect(took).toHaveBeenCalledTimes(1);
    const other = vi.fn();
    station.act('tick salt', other);
    station.act('tick salt', other);
    station.act('tick pepper', other);
    expect(other).toHaveBeenCalledTimes(2);
  });

  it('is not taken while it moves, nor when another device has taken it', () => {
    vi.useFakeTimers();
    const { station } = joined();
    rest(500, 'p7');
    world.stream?.taken({ plate: 'p7', hand: 'Marek', device: 'bench ffff' });
    expect(station.notice?.text).toContain('Marek has taken that off this scale');
    const took = vi.fn();
    station.take('pack', took);
    expect(took).not.toHaveBeenCalled();
    // What comes next on the plate counts again; its own take is no news to it.
    rest(0, 'p7');
    rest(610, 'p8');
    station.take('other', took);
    expect(took).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ grams: 610, plate: 'p8' }));
  });

  it('says what its table does, falls silent with the server, and reads the news when that is back', () => {
    vi.useFakeTimers();
    const { station, news } = joined();
    world.stream?.table(true);
    expect(station.shaken).toBe(true);
    rest(400);
    world.stream?.lost();
    expect(station.gate).toBe('silent');
    world.stream?.found();
    world.stream?.book(12);
    expect(news.mock.calls).toEqual([[0], [12]]);
  });

  it('is laid on by the stand-in in the demo alone', () => {
    joined().station.lay(300);
    joined({ demo: false }).station.lay(300);
    joined({ standIn: false }).station.lay(300);
    expect(world.sent).toEqual([['/api/v1/scale', 'POST', { action: 'lay', grams: 300 }]]);
  });
});

describe('its keys', () => {
  it('Space presses, digits open the keypad, and a field keeps its own', () => {
    const { station, press } = joined();
    const space = key(' ');
    station.hear(space);
    expect(press).toHaveBeenCalledTimes(1);
    expect(space.preventDefault).toHaveBeenCalled();
    station.hear(key(' ', new Input('text')));
    station.hear(key(' ', new Input('checkbox')));
    expect(press).toHaveBeenCalledTimes(1);
    station.hear(key('7', new Input('text')));
    expect(station.panel).toBeUndefined();
    station.hear(key('7'));
    station.hear(key('5'));
    expect(station.panel).toBe('keypad');
    expect(station.typed).toBe('75');
    station.hear(key('Backspace'));
    expect(station.typed).toBe('7');
    station.hear(key('Escape'));
    expect(station.panel).toBeUndefined();
  });

  it('do nothing before the page is awake', () => {
    const station = new Station(() => data);
    station.hear(key('7'));
    expect(station.typed).toBe('');
  });
});
