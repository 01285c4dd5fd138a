import { fail, redirect, type RequestEvent } from '@sveltejs/kit';
import type { Actions } from './$types';
import { deviceOf, forgetVisit, keepPin, onTo, signIn } from '$lib/server/doors/door';
import { answering, textOf } from '$lib/server/forms';

/** Signs a browser out; it throws away the photographs and answers that it has kept by itself. */
function leave(event: RequestEvent): void {
  forgetVisit(event);
  event.setHeaders({ 'clear-site-data': '"cache"' });
}

export const load = async (event) => {
  const { visitor, house } = event.locals;
  if (!visitor) redirect(303, '/');
  const device = deviceOf(event);
  const here = device ? await house.people.peopleAt(device) : [];
  return {
    me: { name: visitor.name, role: visitor.role, made: visitor.made },
    pin: here.some(({ id }) => id === visitor.id),
    to: onTo(event.url.searchParams.get('to'))
  };
};

export const actions = answering({
  password: async (event) => {
    const { visitor, house, address } = event.locals;
    if (!visitor) redirect(303, '/sign-in');
    const data = await event.request.formData();
    const [old, fresh, again] = [textOf(data, 'old'), textOf(data, 'fresh'), textOf(data, 'again')];
    const from = { address, known: true };
    const ms = await house.patience.tryAt(visitor.name, from);
    if (ms !== undefined) return fail(429, { at: 'old', fault: 'Too many tries. Wait some minutes.' });
    if (!(await house.people.known(visitor.name, old)))
      return fail(400, { at: 'old', fault: 'That is not the password of now.' });
    await house.patience.right(visitor.name, from);
    if (fresh !== again) return fail(400, { at: 'again', fault: 'The two are not the same.' });
    if (fresh === old) return fail(400, { at: 'fresh', fault: 'That is the password of now.' });
    const fault = await house.people.setPassword(visitor.id, fresh);
    if (fault) return fail(400, { at: 'fresh', fault: fault.text });
    event.locals.visitor = undefined;
    await signIn(event, visitor);
    return { done: 'The password is changed. You are signed out everywhere else.' };
  },
  pin: async (event) => {
    const { visitor } = event.locals;
    if (!visitor) redirect(303, '/sign-in');
    const data = await event.request.formData();
    const fault = await keepPin(event, visitor.id, textOf(data, 'pin'));
    if (fault) return fail(400, { at: 'pin', fault: fault.text });
    return { done: 'From now on this device asks you for the PIN alone.' };
  },
  noPin: async (event) => {
    const { visitor, house } = event.locals;
    if (!visitor) redirect(303, '/sign-in');
    const device = deviceOf(event);
    if (device) await house.people.dropPin(device, visitor.id);
    return { done: 'No PIN opens this device for you any more.' };
  },
  out: async (event) => {
    const { visitor, house } = event.locals;
    if (visitor) await house.people.close(visitor.visit);
    leave(event);
    redirect(303, '/sign-in');
  },
  outEverywhere: async (event) => {
    const { visitor, house } = event.locals;
    if (visitor) await house.people.closeAll(visitor.id);
    leave(event);
    redirect(303, '/sign-in');
  }
} satisfies Actions);
