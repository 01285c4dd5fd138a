import { fail, redirect } from '@sveltejs/kit';
import type { Actions } from './$types';
import { deviceOf, isKnownAt, onTo, signIn } from '$lib/server/doors/door';
import { answering, textOf } from '$lib/server/forms';
import { MINUTE } from '$core/units';

/** What is said of a wrong name and of a wrong password alike: which of the two it was helps only whoever guesses. */
const WRONG = 'No such name and password.';

const wait = (ms: number): string =>
  `Too many tries. In ${Math.max(1, Math.ceil(ms / MINUTE))} min there may be another.`;

export const load = async (event) => {
  const { locals, url } = event;
  const to = onTo(url.searchParams.get('to'));
  if (!locals.asked) redirect(303, to);
  const device = deviceOf(event);
  return {
    to,
    /** Who has a PIN at this device: known to it alone. */
    here: (device ? await locals.house.people.peopleAt(device) : []).map(({ id, name }) => ({ id, name })),
    working: locals.visitor?.name
  };
};

export const actions = answering({
  password: async (event) => {
    const { house, address } = event.locals;
    const data = await event.request.formData();
    const [name, password] = [textOf(data, 'name').trim(), textOf(data, 'password')];
    const kept = { name, fault: '' };
    if (name === '' || password === '') return fail(400, { ...kept, fault: 'Name and password, both.' });
    const from = { address, known: await isKnownAt(event, name) };
    const ms = await house.patience.tryAt(name, from);
    if (ms !== undefined) return fail(429, { ...kept, fault: wait(ms) });
    const person = await house.people.known(name, password);
    if (!person) return fail(400, { ...kept, fault: WRONG });
    await house.patience.right(name, from);
    await signIn(event, person);
    const to = onTo(textOf(data, 'to'));
    redirect(303, person.made || data.has('stay') ? `/me?to=${encodeURIComponent(to)}` : to);
  },
  pin: async (event) => {
    const { house, address } = event.locals;
    const data = await event.request.formData();
    const [person, pin] = [textOf(data, 'person'), textOf(data, 'pin')];
    const device = deviceOf(event);
    // A PIN has its own tries at its own device, which alone may ask for it.
    const from = { address, known: true };
    const ms = await house.patience.tryAt(`pin ${person}`, from);
    if (ms !== undefined) return fail(429, { person, fault: wait(ms) });
    const known = device
      ? await house.people.knownByPin(device, person, pin)
      : ({ ok: false, left: 0 } as const);
    if (!known.ok)
      return fail(400, {
        person,
        fault:
          known.left > 0
            ? `That is not the PIN. ${known.left} ${known.left === 1 ? 'try' : 'tries'} left.`
            : 'The PIN counts no more at this device. Sign in with the password.'
      });
    await house.patience.right(`pin ${person}`, from);
    await signIn(event, known.person);
    redirect(303, onTo(textOf(data, 'to')));
  }
} satisfies Actions);
