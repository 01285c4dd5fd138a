import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Intent } from '$core/book';
import { formatter } from '$lib/words/format';
import { bookAll } from './post';
import { sendFile, sendJson } from './send';

const format = formatter({ units: 'kg', currency: 'EUR', vocabulary: 'plain', timeZone: 'UTC' });
const answers = (status: number, body: unknown) => {
  const fetched = vi.fn((_url: string, _init: RequestInit) =>
    Promise.resolve(new Response(JSON.stringify(body), { status }))
  );
  vi.stubGlobal('fetch', fetched);
  return fetched;
};
afterEach(() => void vi.unstubAllGlobals());
const intent: Intent = { kind: 'chill', animal: '01890000-0000-7000-8000-000000000001', what: 'hideOff' };

describe('what a page sends', () => {
  it('comes back with its answer, or with the words nearest to the fault', async () => {
    answers(201, { added: 1 });
    expect(await sendJson('/x', 'POST', {})).toEqual({ ok: true, body: { added: 1 } });
    answers(422, { title: 'No', detail: 'not so', errors: [{ path: '/air', message: 'from −40 to 60 °C' }] });
    expect(await sendJson('/x', 'POST', {})).toEqual({ ok: false, text: 'from −40 to 60 °C' });
    answers(503, { title: 'The larder is read only', detail: 'Nothing was booked.' });
    expect(await sendJson('/x', 'PUT', {})).toEqual({ ok: false, text: 'Nothing was booked.' });
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('gone')));
    expect(await sendJson('/x', 'DELETE')).toMatchObject({
      ok: false,
      text: expect.stringContaining('still here')
    });
  });

  it('a file goes as it is, and comes back with what is wrong with it and why', async () => {
    const fetched = answers(201, { photo: 'a.jpg' });
    const file = new Blob(['x'], { type: 'image/png' });
    expect(await sendFile('/photos', file)).toEqual({ ok: true, body: { photo: 'a.jpg' } });
    expect(fetched.mock.calls[0]![1]).toMatchObject({ headers: { 'content-type': 'image/png' }, body: file });
    answers(422, { title: 'Not a photograph to keep', detail: 'Nothing came.' });
    expect(await sendFile('/photos', file)).toEqual({
      ok: false,
      text: 'Not a photograph to keep. Nothing came.'
    });
  });

  it('entries carry their hour, each its own id, and a refusal comes back by name', async () => {
    const fetched = answers(200, { results: [{ status: 'booked' }, { status: 'booked' }] });
    expect((await bookAll([{ intent, at: 5 }, { intent }], 'Tove', format)).ok).toBe(true);
    const sent = JSON.parse(String(fetched.mock.calls[0]![1].body)) as {
      id: string;
      at: number;
      hand: string;
    }[];
    expect(sent[0]).toMatchObject({ at: 5, hand: 'Tove', intent });
    expect(sent[1]!.at).toBeGreaterThan(5);
    expect(sent[0]!.id).not.toBe(sent[1]!.id);
    answers(200, {
      results: [{ status: 'refused', refusal: { code: 'on-hold', animal: 'a', why: 'test' } }]
    });
    expect(await bookAll([{ intent }], 'Tove', format)).toMatchObject({
      ok: false,
      text: expect.stringMatching(/held|hold/i)
    });
    // What the schema would not read says where it was wrong.
    answers(200, { results: [{ status: 'refused', errors: [{ message: 'say where to' }] }] });
    expect(await bookAll([{ intent }], 'Tove', format)).toEqual({ ok: false, text: 'say where to' });
  });
});
