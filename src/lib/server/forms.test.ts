import { redirect } from '@sveltejs/kit';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Intent } from '$core/book';
import { SEXES, SPECIES_KEYS } from '$core/reference';
import { factsFormSchema } from '$lib/forms/facts';
import { weighInSchema } from '$lib/forms/weigh-in';
import { answering, bookForm, formIn } from './forms';
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

describe('what a form says', () => {
  const sent = (fields: Record<string, string | Blob>) => {
    const body = new FormData();
    for (const [key, value] of Object.entries(fields)) body.append(key, value);
    return new Request('http://127.0.0.1/', { method: 'POST', body });
  };

  it.each(['', 'constructor', '__proto__', 'toString', 'unicorn'])(
    'names the species “%s” as wrong, and gives one back that a page can be shown with',
    async (species) => {
      for (const schema of [factsFormSchema, weighInSchema]) {
        const form = await formIn(sent({ species, tag: 'R 12', stage: species, sex: species }), schema);
        expect(form.valid).toBe(false);
        expect(form.errors.species).toEqual(['choose a species']);
        expect(SPECIES_KEYS).toContain(form.data.species);
        expect(SEXES).toContain(form.data.sex);
        expect(form.data.tag).toBe('R 12');
      }
    }
  );

  it('keeps what was typed wrong', async () => {
    const form = await formIn(sent({ species: 'roe', killedOn: 'yesterday' }), factsFormSchema);
    expect(form.errors.killedOn).toBeDefined();
    expect(form.data.killedOn).toBe('yesterday');
  });

  it.each(['[[0]]', '[{"species":0}]', '[{"species":1,"tag":0},"roe"]', '[["Date","x"]]', '-3', '{'])(
    'is its fields alone, not %s sent as one text',
    async (whole) => {
      const form = await formIn(
        sent({ species: 'elk', __superform_json: whole, '__superform_file_a.b': new Blob(['x']) }),
        factsFormSchema
      );
      expect(form).toMatchObject({ valid: true, data: { species: 'elk' } });
    }
  );

  it('takes a file for no text', async () => {
    const form = await formIn(sent({ species: new Blob(['roe']), tag: new Blob(['x']) }), factsFormSchema);
    expect(form.data.tag).toBe('');
    expect(SPECIES_KEYS).toContain(form.data.species);
  });
});
