import { PROCEDURES } from '$core/reference';
import { beforeEach, vi } from 'vitest';
import type { BookedEntry, Draft } from '$core/book';
import { TestBook } from '$core/book/testkit';
import { formatScaleLine, type ScaleState } from '$core/scale';
import { grams } from '$core/units';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

export const sent: Draft[] = [];
export const heard: ((draft: Draft, answer: Record<string, unknown>) => void)[] = [];
export const kept: { drafts: Draft[]; book: BookedEntry[] } = { drafts: [], book: [] };
vi.mock('$lib/device/outbox.svelte', () => ({
  outbox: {
    put: async (drafts: Draft[]) => void sent.push(...drafts),
    kept: async () => kept.drafts,
    book: async () => kept.book,
    keepBook: async () => undefined,
    listen: (hear: (typeof heard)[number]) => {
      heard.push(hear);
      return () => undefined;
    }
  }
}));
export const { Bench, doubting } = await import('./bench.svelte');
await doubting;
export const { Desk } = await import('./desk.svelte');

let clock = 0;

beforeEach(() => {
  sent.length = 0;
  heard.length = 0;
  Object.assign(kept, { drafts: [], book: [] });
  const store = new Map<string, string>([['yonder-device', 'bench 0001']]);
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => void store.set(key, value)
  });
  vi.spyOn(performance, 'now').mockImplementation(() => clock);
});

/** A person at the bench of a fallow doe. Each press is a second after the last, unless said otherwise. */
export function stand(
  prepare: (book: TestBook, carcass: string) => void = () => undefined,
  silver = 'discard',
  said: readonly string[] = ['setup', 'ready', 'edge-legs']
) {
  const book = new TestBook();
  const carcass = book.carcass(46_200);
  // The room is set up, the meat is loose: what comes next is weighed.
  for (const step of said) book.must({ kind: 'tick', item: carcass, step, how: 'done' });
  prepare(book, carcass);
  const before = book.history.length;
  const bench = new Bench(
    { animal: book.animal, code: '26-001', hand: 'Tove', vocabulary: 'plain', orders },
    book.history
  );
  bench.join();
  const asks = vi.fn();
  const desk = new Desk(bench, 'kg', () => silver as 'stock', asks);
  const show = (value: number, state: ScaleState = 'steady', tare = 0) =>
    desk.show(formatScaleLine({ state, grams: grams(value), tare: grams(tare) }));
  const lay = (value: number) => {
    show(0);
    show(value, 'unsteady');
    show(value);
  };
  const later = <T>(press: () => T, ms = 1_000): T => {
    clock += ms;
    return press();
  };
  return { book, carcass, bench, desk, show, lay, later, asks, before };
}
export const kinds = () => sent.map((d) => d.intent.kind);

/** Says of every gland of what lies open that it is out. */
export const glandsOut = (desk: InstanceType<typeof Desk>, bench: InstanceType<typeof Bench>): void => {
  for (const stop of bench.work.rows.filter((r) => r.act.kind === 'glands' && !r.done))
    desk.tick('done', undefined, stop);
};
