import { redirect } from '@sveltejs/kit';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Intent } from '$core/book';
import { answering, bookForm } from './forms';
import { newId } from './ids';
import { arrival, temporaryHouse } from './testkit';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
beforeAll(async () => (house = await temporaryHouse()));
afterAll(() => house.end());

const say = (refusal: { code: string }) => refusal.code;
const kinds = async (animal: string) => (await house.book.history(animal)).map((e) => e.intent.kind);

describe('a form that is sent', () => {
  it('twice with the same contents is one entry; with others it is another, and never a double press', async () => {
    const { animal, draft } = arrival(14_000);
    await house.book.book([draft]);
    const form = newId();
    const hold = { kind: 'hold', animal, why: 'inspection' } as Intent;
    expect(await bookForm(house, form, hold, say)).toBeUndefined();
    expect(await bookForm(house, form, hold, say)).toBeUndefined();
    expect(await kinds(animal)).toEqual(['intake', 'hold']);
    // The page went back, and something else was chosen.
    expect(await bookForm(house, form, { kind: 'condemn', animal }, say)).toBeUndefined();
    expect(await kinds(animal)).toEqual(['intake', 'hold', 'condemn']);
  });

  it('of an arrival with another weight is refused, not said to be in the book', async () => {
    const { animal, carcass } = arrival();
    const entry = newId();
    const intake = (grams: number): Intent =>
      ({
        kind: 'intake',
        animal,
        facts: { species: 'roe', sex: 'male', ageClass: 'adult' },
        into: { kind: 'carcass', id: carcass },
        reading: { grams, how: 'typed', stage: 'hanging' }
      }) as Intent;
    const send = (grams: number) => bookForm(house, entry, intake(grams), say, { again: 'refuse' });
    expect(await send(15_500)).toBeUndefined();
    expect(await send(15_500)).toBeUndefined();
    expect((await send(14_000))?.refusal).toMatchObject({ code: 'id-taken' });
    expect(await kinds(animal)).toEqual(['intake']);
  });

  it('gives the book’s question, and is booked once it is answered', async () => {
    const { animal, draft, carcass } = arrival(14_000);
    await house.book.book([draft]);
    const again = {
      kind: 'reweigh',
      animal,
      item: carcass,
      reading: { grams: 9_000, how: 'typed' }
    } as Intent;
    expect((await bookForm(house, newId(), again, say))?.refusal).toMatchObject({
      code: 'doubt',
      why: 'loss'
    });
    expect(await bookForm(house, newId(), { ...again, sure: ['loss'] }, say)).toBeUndefined();
  });
});

describe('the actions of a page', () => {
  it('say of a larder that cannot be written that it cannot; redirects and what is broken pass', async () => {
    const first = await temporaryHouse();
    const { folder } = first;
    const looked = await temporaryHouse({ folder, readOnly: true });
    const gone = new Error('broken');
    const actions = answering({
      open: () => looked.people.open('somebody'),
      away: () => redirect(303, '/'),
      broken: () => Promise.reject(gone),
      fine: () => ({ done: true })
    });
    await expect(actions.open()).rejects.toMatchObject({
      status: 503,
      body: { message: expect.stringContaining('read only') }
    });
    await expect((async () => actions.away())()).rejects.toMatchObject({ status: 303 });
    await expect(actions.broken()).rejects.toBe(gone);
    expect(await actions.fine()).toEqual({ done: true });
    looked.end();
    first.end();
  });
});
