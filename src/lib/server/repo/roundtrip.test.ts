import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Draft } from '$core/book';
import { walk } from '$core/book/testwalk';
import { FIRST_SEED, atDepth } from '$core/testdepth';
import { bookForm } from '../forms';
import { newId } from '../ids';
import { arrival, draftOf, temporaryHouse } from '../testkit';
import { BookRepository } from './book';

type Temporary = Awaited<ReturnType<typeof temporaryHouse>>;

async function linesOf(book: BookRepository): Promise<string[]> {
  const lines: string[] = [];
  for await (const piece of book.lines()) lines.push(...piece.split('\n').slice(0, -1));
  return lines;
}
async function* each(lines: readonly string[]): AsyncGenerator<string> {
  yield* lines;
}

const [FIRST, LAST] = [0, Date.UTC(2100, 0, 1)];
const clock = fc.oneof(
  fc.integer({ min: FIRST, max: LAST }),
  fc.constantFrom(0, 1, Date.UTC(1999, 11, 31, 23, 59), Date.UTC(2000, 0, 1), Date.UTC(2069, 6, 1), LAST)
);
const act = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({
      what: fc.constant('arrives' as const),
      tag: fc.constantFrom('A', 'B', ' C ', undefined)
    })
  },
  {
    weight: 2,
    arbitrary: fc.record({ what: fc.constant('walk' as const), seed: fc.integer({ min: 1, max: 400 }) })
  },
  {
    weight: 1,
    arbitrary: fc.record({
      what: fc.constant('note' as const),
      text: fc.string({ unit: 'grapheme', minLength: 1, maxLength: 60 })
    })
  },
  {
    weight: 1,
    arbitrary: fc.record({ what: fc.constant('hand' as const), name: fc.string({ maxLength: 70 }) })
  },
  {
    weight: 1,
    arbitrary: fc.record({
      what: fc.constant('season' as const),
      month: fc.integer({ min: 1, max: 12 }),
      timeZone: fc.constantFrom('UTC', 'Pacific/Kiritimati', 'Pacific/Pago_Pago')
    })
  },
  { weight: 1, arbitrary: fc.record({ what: fc.constant('back' as const) }) }
);

describe('whatever was booked, through any door and by any clock', () => {
  it('is exported, imported and exported again to the same bytes; the next animal has a code of its own', async () => {
    let total = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(clock, act), { minLength: 1, maxLength: 14 }), async (acts) => {
        const house = await temporaryHouse();
        const other = await temporaryHouse();
        try {
          await booked(house, acts);
          const lines = await linesOf(house.book);
          // A larder of its own choices takes it in.
          await other.settings.write({ seasonStart: { month: 10, day: 3 }, timeZone: 'Asia/Kolkata' });
          expect(await other.book.import(each(lines))).toEqual({ ok: true, entries: lines.length - 2 });
          expect(await linesOf(other.book)).toEqual(lines);
          expect((await house.book.audit()).findings).toEqual([]);
          expect((await other.book.audit()).findings).toEqual([]);
          total += lines.length - 2;
          for (const at of [0, Date.UTC(2026, 10, 27), LAST]) {
            const [outcome] = await at_(other, at).book([arrival(14_000, {}, at).draft]);
            expect(outcome?.status).toBe('booked');
          }
        } finally {
          house.end();
          other.end();
        }
      }),
      { numRuns: atDepth(8), seed: 11 + FIRST_SEED }
    );
    expect(total).toBeGreaterThan(40);
  });
});

/** The larder's book as a machine with that clock would have it. */
const at_ = (house: Temporary, now: number): BookRepository =>
  new BookRepository(
    house.larder,
    () => house.settings.read(),
    () => now
  );

type Act = typeof act extends fc.Arbitrary<infer T> ? T : never;

/** Does what people do, by clocks that go as they like: nothing of it may break the larder, whatever is refused. */
async function booked(house: Temporary, acts: readonly (readonly [number, Act])[]): Promise<void> {
  for (const [now, one] of acts) {
    const book = at_(house, now);
    const newest = (await house.animals.list({ limit: 1 }))[0]?.id;
    switch (one.what) {
      case 'arrives':
        await book.book([arrival(14_000, one.tag === undefined ? {} : { tag: one.tag }, now).draft]);
        break;
      case 'walk': {
        const drafts = walk({ seed: one.seed, steps: 12, animals: 2 }).history.map(
          ({ seq: _, postings: __, ...draft }) => ({
            ...draft,
            at: now
          })
        );
        // Ids of a walk are made of its seed: of each larder it is walked once.
        await book.book(drafts as Draft[]);
        break;
      }
      case 'note':
        if (newest)
          await bookForm(
            { ...house, book },
            newId(),
            { kind: 'note', animal: newest, text: one.text },
            ({ code }) => code
          );
        break;
      case 'hand':
        await book.book([{ ...arrival(9_000, {}, now).draft, hand: one.name }]);
        break;
      case 'season':
        await house.settings.write({ seasonStart: { month: one.month, day: 1 }, timeZone: one.timeZone });
        break;
      case 'back':
        if (newest) {
          const entry = (await house.book.history(newest)).at(-1)?.id;
          await book.book([draftOf({ kind: 'void', animal: newest, entry }, { at: now })]);
        }
        break;
    }
  }
}
