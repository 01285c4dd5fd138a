import { vi } from 'vitest';
import type { Facts } from '$core/book';
import { TestBook } from '$core/book/testkit';
import { CAUTIONS, KIT, PROCEDURES, TUB_TRIM } from '$core/reference';
import { DEFAULT_SETTINGS } from '$core/settings';
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
  const { prices, people, portion, edgeMinutes, letterKeys } = DEFAULT_SETTINGS;
  const data: BenchData = {
    card: { id: book.animal, code: '26-001', facts },
    history: book.history,
    larder: { ...DEFAULT_SETTINGS, atBench: 'Tove' },
    learned: undefined,
    orders: Object.values(PROCEDURES),
    minutes: {},
    aged: undefined,
    gouges: {},
    trims: { standards: TUB_TRIM, own: {} },
    tested: false,
    warmAbove: '12 °C',
    cold: { key: 'cold', name: 'Cold room' },
    silverTo: 'discard',
    tubTares: {},
    kitMissing: [],
    tools: KIT,
    cautions: CAUTIONS,
    prices,
    household: { people, portion },
    edgeMinutes,
    letterKeys,
    weighs: null,
    standIn: true,
    demo: true,
    ...over
  };
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
