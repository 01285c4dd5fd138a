import { uuidv7, type Grams } from '$core/units';
import { applyEntry, type BookContext } from './apply';
import type { RefusalCode } from './refusal';
import type { Intent } from './kinds';
import type { Reading } from './reading';
import { intentSchema, type BookedEntry, type Draft } from './schema';
import { emptyState, type BookState } from './state';

let counter = 0;
/** A fresh id; the same order of calls always gives the same ids. */
export function testId(): string {
  counter += 1;
  const bytes = new Uint8Array(10);
  new DataView(bytes.buffer).setUint32(6, counter);
  return uuidv7(1_760_000_000_000 + counter, () => bytes);
}

export const weighed = (value: number, extra: Partial<Reading> = {}): Reading => ({
  grams: value as Grams,
  how: 'scale',
  ...extra
});

/** A small book held in memory, for tests: books drafts one after another and keeps the history. */
export class TestBook {
  state: BookState = emptyState();
  history: BookedEntry[] = [];
  /** The animal that intents speak of unless they say otherwise. */
  animal = testId();

  /** Goes to another animal, a new one too. */
  turnTo(animal: string): void {
    this.animal = animal;
  }

  draft(intent: Record<string, unknown>): Draft {
    return {
      id: testId(),
      at: 1_760_000_000_000 + this.history.length,
      hand: 'Tove',
      device: 'test',
      intent: intentSchema.parse({ animal: this.animal, ...intent })
    };
  }

  /** Books an intent; gives the entry, or the refusal's code. */
  try(
    intent: Record<string, unknown>,
    context: BookContext = {}
  ): { entry?: BookedEntry; refused?: RefusalCode } {
    return this.book(this.draft(intent), context);
  }

  book(draft: Draft, context: BookContext = {}): { entry?: BookedEntry; refused?: RefusalCode } {
    const result = applyEntry(this.state, draft, { history: this.history, ...context });
    if (!result.ok) return { refused: result.refusal.code };
    const entry: BookedEntry = { ...draft, postings: result.postings, seq: this.history.length + 1 };
    this.state = result.state;
    this.history = [...this.history, entry];
    return { entry };
  }

  /** Books an intent that must be accepted. */
  must(intent: Record<string, unknown>): BookedEntry {
    const { entry, refused } = this.try(intent);
    if (!entry) throw new Error(`refused: ${refused}`);
    return entry;
  }

  /** Weighs a fallow doe in; gives the carcass. */
  carcass(grams = 46_200, stage = 'hanging', extra: Partial<Reading> = {}): string {
    const id = testId();
    this.must({
      kind: 'intake',
      facts: { species: 'fallow', sex: 'female', ageClass: 'adult' },
      into: { kind: 'carcass', id },
      reading: weighed(grams, { stage: stage as 'hanging', ...extra })
    });
    return id;
  }

  /** Weighs a lot of pheasants in; gives the lot. */
  lot(grams: number, count: number, stage = 'live'): string {
    const id = testId();
    this.must({
      kind: 'intake',
      facts: { species: 'pheasant', sex: 'unknown', ageClass: 'adult' },
      into: { kind: 'lot', id, count },
      reading: weighed(grams, { stage: stage as 'hanging' })
    });
    return id;
  }

  part(from: string, grams: number, cut = 'shoulder', side = 'left'): string {
    const id = testId();
    this.must({ kind: 'cut', from, creates: { kind: 'part', id, cut, side }, reading: weighed(grams) });
    return id;
  }

  piece(
    from: string,
    grams: number,
    cut = 'flatIron',
    tub = 'prime',
    extra: Record<string, unknown> = {}
  ): string {
    const id = testId();
    this.must({
      kind: 'cut',
      from,
      creates: { kind: 'piece', id, cut, place: { tub }, ...extra },
      reading: weighed(grams)
    });
    return id;
  }

  /** Balances as `item` → grams, with this animal's ids shortened to the names given. */
  rows(names: Record<string, string> = {}): Record<string, number> {
    const short = (id: string) =>
      Object.entries({ [this.animal]: 'A', ...names }).reduce(
        (text, [from, to]) => text.replace(from, to),
        id
      );
    return Object.fromEntries(
      Object.entries(this.state.balances).map(([id, b]) => [
        short(id),
        Object.values(b).reduce((a, c) => a + c, 0)
      ])
    );
  }
}

export type { Intent };
