import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { connect } from './stream';

/** A stream as the browser has one, spoken for by the test. */
class Spoken extends EventTarget {
  static readonly all: Spoken[] = [];
  closed = false;
  constructor(readonly url: string) {
    super();
    Spoken.all.push(this);
  }
  close(): void {
    this.closed = true;
  }
  say(type: string, data = '', lastEventId = ''): void {
    this.dispatchEvent(Object.assign(new Event(type), { data, lastEventId }));
  }
}
/** The page: in view, or behind another. */
class Page extends EventTarget {
  hidden = false;
  turn(hidden: boolean): void {
    this.hidden = hidden;
    this.dispatchEvent(new Event('visibilitychange'));
  }
}
let page: Page;
const newest = () => Spoken.all.at(-1)!;
const open = () => Spoken.all.filter((s) => !s.closed);

beforeEach(() => {
  vi.useFakeTimers();
  Spoken.all.length = 0;
  page = new Page();
  vi.stubGlobal('EventSource', Spoken);
  vi.stubGlobal('document', page);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

function follow() {
  const heard: string[] = [];
  const hear = (what: string) => (given?: unknown, more?: unknown) =>
    void heard.push(
      [what, given, more]
        .filter((x) => x !== undefined)
        .map((x) => JSON.stringify(x))
        .join(' ')
    );
  const { close } = connect('/stream', {
    scale: hear('scale'),
    taken: hear('taken'),
    table: hear('table'),
    book: hear('book'),
    lost: hear('lost'),
    found: hear('found')
  });
  return { heard, close };
}

describe('the stream of a bench', () => {
  it('passes on what the larder says: lines with the number of the plate, takes, the table, news', () => {
    const { heard } = follow();
    expect(newest().url).toBe('/stream');
    newest().say('open');
    newest().say('scale', 'ST 1285', '7');
    newest().say('taken', '{"plate":"7","hand":"Ilo","device":"b"}');
    newest().say('table', 'shaken');
    newest().say('table', 'calm');
    newest().say('book', '41');
    expect(heard).toEqual([
      '"scale" "ST 1285" "7"',
      '"taken" {"plate":"7","hand":"Ilo","device":"b"}',
      '"table" true',
      '"table" false',
      '"book" 41'
    ]);
  });

  it('says once that the larder is away, tries again each second, and says when it is back', () => {
    const { heard } = follow();
    newest().say('open');
    newest().say('error');
    expect(open()).toHaveLength(0);
    vi.advanceTimersByTime(999);
    expect(open()).toHaveLength(0);
    vi.advanceTimersByTime(1);
    expect(open()).toHaveLength(1);
    // Not back before it has answered.
    expect(heard).toEqual(['"lost"']);
    newest().say('open');
    newest().say('open');
    expect(heard).toEqual(['"lost"', '"found"']);
  });

  it('holds no line while nobody looks, and asks for the news when somebody does', () => {
    const { heard } = follow();
    newest().say('open');
    page.turn(true);
    expect(open()).toHaveLength(0);
    page.turn(false);
    expect(open()).toHaveLength(1);
    newest().say('open');
    expect(heard).toEqual(['"found"']);
    // Broken while hidden: it waits for the page, not for the second.
    page.turn(true);
    vi.advanceTimersByTime(5_000);
    expect(open()).toHaveLength(0);
  });

  it('never holds two lines, however often the page is turned while it tries again', () => {
    follow();
    newest().say('error');
    page.turn(true);
    page.turn(false);
    page.turn(false);
    vi.advanceTimersByTime(3_000);
    expect(open()).toHaveLength(1);
  });

  it('closed, it is closed: no second, no turned page opens it again', () => {
    const { close } = follow();
    newest().say('error');
    close();
    vi.advanceTimersByTime(5_000);
    page.turn(true);
    page.turn(false);
    expect(open()).toHaveLength(0);
    expect(Spoken.all).toHaveLength(1);
  });
});
