import { fail } from '@sveltejs/kit';
import type { Actions } from './$types';
import { ROLES, type Role } from '$core/book';
import { actorSchema } from '$lib/server/actor';
import { newPassword } from '$lib/server/doors/secrets';
import { answering, textOf } from '$lib/server/forms';
import { LIMITS } from '$lib/server/limits';

export const load = async ({ locals }) => {
  const { people, settings, beyond } = locals.house;
  return {
    people: await people.all(),
    me: locals.visitor?.id,
    roles: ROLES,
    /** By which setting other devices reach this server. */
    beyond,
    signIn: (await settings.read()).signIn,
    limits: LIMITS.draft
  };
};

const isRole = (text: string): text is Role => (ROLES as readonly string[]).includes(text);

export const actions = answering({
  add: async ({ request, locals }) => {
    const data = await request.formData();
    const [name, role] = [textOf(data, 'name'), textOf(data, 'role')];
    const read = actorSchema.safeParse(name);
    if (!read.success) return fail(400, { name, role, fault: read.error.issues[0]?.message ?? 'a name' });
    if (!isRole(role)) return fail(400, { name, role, fault: 'say what they are' });
    const password = newPassword();
    const fault = await locals.house.people.add(read.data, role, password, true);
    if (fault) return fail(400, { name, role, fault: fault.text });
    return { given: { name: read.data, password } };
  },
  role: async ({ request, locals }) => {
    const data = await request.formData();
    const [id, role] = [textOf(data, 'id'), textOf(data, 'role')];
    if (!isRole(role)) return fail(400, { at: id, fault: 'say what they are' });
    const fault = await locals.house.people.setRole(id, role);
    return fault ? fail(400, { at: id, fault: fault.text }) : { done: id };
  },
  password: async ({ request, locals }) => {
    const id = textOf(await request.formData(), 'id');
    const { people } = locals.house;
    const password = newPassword();
    const fault = await people.setPassword(id, password, true);
    if (fault) return fail(400, { at: id, fault: fault.text });
    return { given: { name: (await people.byId(id))?.name ?? '', password } };
  },
  remove: async ({ request, locals }) => {
    const id = textOf(await request.formData(), 'id');
    const fault = await locals.house.people.remove(id);
    return fault ? fail(400, { at: id, fault: fault.text }) : { done: id };
  },
  ask: async ({ request, locals }) => {
    const always = textOf(await request.formData(), 'signIn') === 'always';
    const { people, settings } = locals.house;
    if (always && !(await people.hasKeeper()))
      return fail(400, { at: 'ask', fault: 'First somebody must be a keeper: nobody could come in.' });
    await settings.write({ signIn: always ? 'always' : 'beyond' });
    return { done: 'ask' };
  }
} satisfies Actions);
