import { fail, redirect } from '@sveltejs/kit';
import type { Actions } from './$types';
import { settingsSchema } from '$core/settings';
import { onTo } from '$lib/server/doors/door';
import { isLoopback, ownAddresses } from '$lib/server/doors/reach';
import { answering, textOf } from '$lib/server/forms';

export const load = async ({ locals, url }) => {
  const { house, origin } = locals;
  const { hostname, port, protocol } = new URL(origin);
  const others = ownAddresses().map((address) => `${protocol}//${address}${port ? `:${port}` : ''}`);
  return {
    to: onTo(url.searchParams.get('to')),
    address: (await house.settings.read()).address,
    /** What other devices could reach it by: the name it was asked by, else this machine's in its networks. */
    proposed: isLoopback(hostname) ? others : [origin, ...others.filter((other) => other !== origin)],
    /** Nobody but this machine reaches the server as it runs now. */
    shut: house.beyond === undefined
  };
};

export const actions = answering({
  default: async ({ request, locals }) => {
    const data = await request.formData();
    const typed = textOf(data, 'none') === 'yes' ? '' : textOf(data, 'address');
    const read = settingsSchema.shape.address.safeParse(typed);
    if (!read.success || (typed === '' && textOf(data, 'none') !== 'yes'))
      return fail(400, { address: typed, fault: read.error?.issues[0]?.message ?? 'an address, or none' });
    await locals.house.settings.write({ address: read.data });
    redirect(303, onTo(textOf(data, 'to')));
  }
} satisfies Actions);
