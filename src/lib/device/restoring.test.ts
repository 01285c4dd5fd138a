import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { restoreFrom, type Restoring } from './restoring';

/** What the server is asked, and what it answers: by method, in order; the last answer stays. */
let asked: [method: string, url: string, size: number][];
let answers: Record<string, (() => Response)[]>;
const json =
  (body: unknown, status = 200) =>
  () =>
    new Response(JSON.stringify(body), { status });
const broken = () => {
  throw new TypeError('the line broke');
};
beforeEach(() => {
  vi.useFakeTimers();
  asked = [];
  answers = {
    'POST /api/v1/restores': [json({ id: 'one' }, 201)],
    PUT: [json({ state: 'coming', received: 1 })],
    'POST /api/v1/restores/one': [json({ state: 'running', stage: 'checking', done: 0 }, 202)],
    GET: [
      json({ state: 'running', stage: 'booking', done: 5, total: 10 }),
      json({ state: 'done', entries: 10 })
    ],
    DELETE: [json({ state: 'failed', why: { code: 'stopped' } })]
  };
  vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => {
    const method = init.method ?? 'GET';
    asked.push([method, url, init.body instanceof Blob ? init.body.size : 0]);
    const list = answers[method === 'POST' ? `POST ${url}` : method] ?? [];
    const next = list.length > 1 ? list.shift() : list[0];
    return new Promise((done) => done(next?.()));
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** Restores a file while time passes. */
async function restored(bytes: number, halt = new AbortController()) {
  const states: Restoring[] = [];
  const file = new Blob([new Uint8Array(bytes)]);
  const said = restoreFrom(file, (state) => states.push(state), halt.signal);
  for (let i = 0; i < 60; i += 1) await vi.advanceTimersByTimeAsync(500);
  return { said: await said, states };
}
const MB = 1024 * 1024;

describe('a restore, as a device sends it', () => {
  it('goes in pieces that follow one another, and says how far it is', async () => {
    const { said, states } = await restored(9 * MB);
    expect(said).toEqual({ ok: true, entries: 10 });
    expect(asked.filter(([method]) => method === 'PUT')).toEqual([
      ['PUT', '/api/v1/restores/one?at=0', 4 * MB],
      ['PUT', `/api/v1/restores/one?at=${4 * MB}`, 4 * MB],
      ['PUT', `/api/v1/restores/one?at=${8 * MB}`, MB]
    ]);
    expect(states.map((state) => state.share)).toEqual([0, 4 / 9, 8 / 9, 1, 0.5]);
    expect(states.at(-1)?.text).toBe('Deriving every entry anew: 5 of 10');
  });

  it('sends a piece again where the line broke; one that had come all the same is not sent twice', async () => {
    answers.PUT = [broken, json({ title: 'does not follow' }, 409)];
    expect((await restored(MB)).said).toEqual({ ok: true, entries: 10 });
    expect(asked.filter(([method]) => method === 'PUT')).toHaveLength(2);
  });

  it('gives up a line that stays broken, in words', async () => {
    answers.PUT = [broken];
    const { said } = await restored(MB);
    expect(said).toMatchObject({ ok: false, text: expect.stringContaining('server is away') as string });
    expect(asked.filter(([method]) => method === 'PUT')).toHaveLength(5);
  });

  it('says why it was refused: at once, at a piece, at the end', async () => {
    answers.PUT = [json({ title: 'Too large', detail: 'at most 8 MB' }, 413)];
    expect((await restored(MB)).said).toEqual({ ok: false, text: 'Too large. at most 8 MB' });
    answers.PUT = [json({})];
    answers.GET = [
      json({ state: 'failed', why: { code: 'fault', part: 'book.jsonl', line: 7, message: 'is another' } })
    ];
    expect((await restored(MB)).said).toEqual({
      ok: false,
      text: 'The file cannot be restored: book.jsonl, line 7 is another. Nothing was written. Try an older backup.'
    });
    answers['POST /api/v1/restores'] = [json({ title: 'The larder is not empty' }, 409)];
    expect((await restored(MB)).said).toEqual({ ok: false, text: 'The larder is not empty' });
  });

  it('is stopped by whoever began it, also on the server', async () => {
    const halt = new AbortController();
    answers.PUT = [
      () => {
        halt.abort();
        return json({})();
      }
    ];
    const { said } = await restored(9 * MB, halt);
    expect(said).toEqual({ ok: false, text: 'Stopped. Nothing was written.' });
    expect(asked.map(([method]) => method)).toEqual(['POST', 'PUT', 'DELETE']);
  });
});
