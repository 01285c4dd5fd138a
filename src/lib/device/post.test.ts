import { afterEach, describe, expect, it, vi } from 'vitest';
import { draftSchema, type Draft, type Intent } from '$core/book';
import { testId } from '$core/book/testkit';
import { plainFormatter } from '$lib/words/format';
import { keepWeighAgain, keepWeighIn } from './kept-forms';
import { bookAll } from './post';
import { sendFile, sendJson } from './send';

const format = plainFormatter({
  units: 'kg',
  currency: 'EUR',
  vocabulary: 'plain',
  timeZone: 'UTC'
});
const answers = (status: number, body: unknown) => {
  const fetched = vi.fn((_url: string, _init: RequestInit) =>
    Promise.resolve(new Response(JSON.stringify(body), { status }))
  );
  vi.stubGlobal('fetch', fetched);
  return fetched;
};
afterEach(() => void vi.unstubAllGlobals());
const intent: Intent = { kind: 'chill', animal: '01890000-0000-7000-8000-000000000001', what: 'hideOff' };

/** What the outbox was given; it sends by itself, and is tested by itself. */
const kept: Draft[] = [];
vi.mock('./outbox.svelte', () => ({ outbox: { put: async (drafts: Draft[]) => void kept.push(...drafts) } }));

describe('what nobody answers', () => {
  const gone = () => vi.stubGlobal('fetch', () => Promise.reject(new TypeError('gone')));
  afterEach(() => void kept.splice(0));

  it('is kept on the device under the ids it was sent with; a refusal is not', async () => {
    let sent: Draft[] = [];
    vi.stubGlobal('fetch', (_: string, { body }: { body: string }) => {
      sent = JSON.parse(body) as Draft[];
      return Promise.reject(new TypeError('gone'));
    });
    const booked = await bookAll([{ intent }, { intent }], 'Tove', format);
    expect(booked).toMatchObject({
      ok: true,
      kept: true,
      said: expect.stringContaining('Kept on this device')
    });
    expect(kept).toEqual(sent);
    answers(403, { title: 'Not allowed' });
    expect((await bookAll([{ intent }], 'Tove', format)).ok).toBe(false);
    expect(kept).toHaveLength(2);
  });

  const form = {
    animal: testId(),
    entry: testId(),
    item: testId(),
    species: 'roe',
    weight: '14.2',
    tag: 'R 7'
  };

  it('is kept of a weigh-in as the book would have taken it, or said where it cannot be', async () => {
    gone();
    expect(await keepWeighIn(form, 'Tove', 'kg')).toEqual({ kept: true });
    expect(kept).toMatchObject([
      {
        id: form.entry,
        hand: 'Tove',
        device: 'weigh-in',
        intent: {
          kind: 'intake',
          animal: form.animal,
          facts: { species: 'roe', tag: 'R 7' },
          reading: { grams: 14_200 }
        }
      }
    ]);
    expect(draftSchema.safeParse(kept[0]).success).toBe(true);
    for (const [typed, says] of [
      [{ ...form, weight: 'heavy' }, 'not a weight'],
      [{ ...form, weight: '' }, 'how much'],
      [{ ...form, tag: 'x'.repeat(60) }, '40']
    ] as const)
      expect(await keepWeighIn(typed, 'Tove', 'kg')).toMatchObject({
        kept: false,
        text: expect.stringContaining(says)
      });
    expect(kept).toHaveLength(1);
  });

  it('is kept of one more weighing by what the page knew', async () => {
    const known = { animal: form.animal, carcass: testId(), first: testId(), guess: null };
    const again = { entry: testId(), what: 'hanging', weight: '12.1', hide: '1.4' };
    expect(await keepWeighAgain(again, known, 'Tove', 'kg')).toEqual({ kept: true });
    expect(kept[0]).toMatchObject({
      intent: {
        kind: 'skin',
        item: known.carcass,
        reading: { grams: 12_100, stage: 'hanging' },
        hide: { grams: 1_400 }
      }
    });
    expect(await keepWeighAgain({ ...again, hide: 'much' }, known, 'Tove', 'kg')).toMatchObject({
      kept: false
    });
    // A guess is set right by a scale; a weight has dried.
    for (const [guess, kind] of [
      [12_000, 'correct'],
      [12_100, 'reweigh'],
      [null, 'reweigh']
    ] as const) {
      await keepWeighAgain({ ...again, what: 'again' }, { ...known, guess: guess as never }, 'Tove', 'kg');
      expect(kept.at(-1)?.intent.kind).toBe(kind);
    }
  });
});

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
