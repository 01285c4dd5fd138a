import { describe, expect, it } from 'vitest';

/** Every room of core by its door, and the text of every file in it. */
const rooms = import.meta.glob<Record<string, unknown>>('./*/index.ts', { eager: true });
const texts = import.meta.glob<string>(['./**/*.ts', '!./**/*.test.ts'], {
  eager: true,
  query: '?raw',
  import: 'default'
});
const names: Record<string, unknown> = Object.assign({}, ...Object.values(rooms));
/** Words of a line may follow its value, after a semicolon. */
const EXAMPLE = /@example (.+?) \/\/ (.+?)(?:; .*)?$/gm;

const value = (text: string): unknown =>
  new Function(...Object.keys(names), `return ${text}`)(...Object.values(names));

const examples = Object.entries(texts).flatMap(([file, text]) =>
  [...text.matchAll(EXAMPLE)].map(([, asked = '', answer = '']) => ({ file, asked, answer }))
);

describe('examples beside the code', () => {
  it('are many enough to learn from', () => expect(examples.length).toBeGreaterThan(25));

  it.each(examples)('$asked is $answer', ({ asked, answer }) => {
    const got = value(asked);
    if (answer.endsWith('…')) expect(String(got).startsWith(answer.slice(0, -1))).toBe(true);
    else if (typeof got === 'number') expect(got).toBeCloseTo(value(answer) as number, 9);
    else expect(got).toEqual(value(answer));
  });
});
