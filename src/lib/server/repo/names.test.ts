import { describe, expect, it } from 'vitest';
import { KINDS, type Draft } from '$core/book';
import { walk } from '$core/book/testwalk';
import { newId } from '../ids';
import { temporaryHouse } from '../testkit';

/** Names that every plain object seems to have. */
const NAMES = ['constructor', '__proto__', 'toString', 'hasOwnProperty', 'valueOf'];

/** Ways to the texts of a value. */
function textsIn(value: unknown, path: string[] = []): string[][] {
  if (typeof value === 'string') return [path];
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([key, inner]) => textsIn(inner, [...path, key]));
}

/** The value with one of its texts another. */
function withText(value: unknown, [key, ...rest]: string[], text: string): unknown {
  if (key === undefined) return text;
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<
    string,
    unknown
  >;
  copy[key] = withText(copy[key], rest, text);
  return copy;
}

describe('a name that every object has', () => {
  it('is a name like others: whatever bears it is booked or refused by name, and breaks nothing', async () => {
    const house = await temporaryHouse();
    const samples = new Map<string, Draft>();
    for (let seed = 1; seed <= 60; seed += 1)
      for (const { seq: _, postings: __, ...draft } of walk({ seed, steps: 40, animals: 2 }).history)
        if (!samples.has(draft.intent.kind)) samples.set(draft.intent.kind, draft);
    const seen = new Set<string>();
    const broken: string[] = [];
    // What the walks have booked stands, so that what is changed gets as far as it can.
    for (let seed = 1; seed <= 3; seed += 1)
      await house.book.book(
        walk({ seed, steps: 40, animals: 2 }).history.map(({ seq: _, postings: __, ...draft }) => draft)
      );
    for (const draft of samples.values()) {
      seen.add(draft.intent.kind);
      for (const path of textsIn(draft.intent))
        for (const name of NAMES) {
          const intent = withText(draft.intent, path, name) as Draft['intent'];
          const [outcome] = await house.book
            .book([{ ...draft, id: newId(), intent }])
            .catch((error: unknown) => [{ status: 'broken', error: String(error) }]);
          if (outcome?.status === 'broken') broken.push(`${draft.intent.kind}.${path.join('.')} = ${name}`);
        }
    }
    expect(broken).toEqual([]);
    expect(KINDS.filter((kind) => !seen.has(kind))).toEqual([]);
    expect((await house.book.audit()).findings).toEqual([]);
    house.end();
  });
});
