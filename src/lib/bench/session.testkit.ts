import { vi } from 'vitest';
import type { Facts } from '$core/book';
import { TestBook } from '$core/book/testkit';
import { benchData } from './bench-data.testkit';
import './desk.testkit';
import type { BenchData } from './session.svelte';

const { Session } = await import('./session.svelte');

const body = {};
export class Typed {
  constructor(readonly type: string) {}
}
class Other {
  readonly isContentEditable = false;
}
/** The little of a page that a sitting looks at. */
export function stubPage(): void {
  vi.stubGlobal('document', { body });
  vi.stubGlobal('HTMLInputElement', Typed);
  vi.stubGlobal('HTMLElement', Other);
}

/** A sitting with a fallow doe that waits for its first cut. */
export function sit(over: Partial<BenchData> = {}, known: Partial<Facts> = {}) {
  const book = new TestBook();
  const carcass = book.carcass(46_200);
  if (Object.keys(known).length > 0) book.must({ kind: 'amend', facts: known });
  for (const step of ['setup', 'ready', 'edge-legs'])
    book.must({ kind: 'tick', item: carcass, step, how: 'done' });
  const facts = book.state.animals[book.animal]?.facts;
  if (!facts) throw new Error('no animal');
  const data = benchData({ id: book.animal, facts }, book.history, over);
  const session = new Session(() => data);
  session.bench.join(session.ask);
  const key = (pressed: string, target: unknown = body, repeat = false) =>
    session.hear({
      key: pressed,
      target,
      repeat,
      preventDefault: () => undefined
    } as unknown as KeyboardEvent);
  return { session, book, carcass, key };
}
