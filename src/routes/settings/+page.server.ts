import { fail, redirect } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod as zod4 } from 'superforms-zod4';
import { overChosen, settingsFormOf, settingsFormSchema, settingsOf } from '$lib/forms/settings';
import type { Settings } from '$core/settings';
import { asLarderFault } from '$lib/server/db/client';
import { formIn } from '$lib/server/forms';
import { faultProblem } from '$lib/server/http/problem';

/** The choices that differ between two sets. */
const changedIn = (before: Settings, after: Settings): Partial<Settings> =>
  Object.fromEntries(
    Object.entries(after).filter(
      ([key, value]) => JSON.stringify(value) !== JSON.stringify(before[key as keyof Settings])
    )
  );

export const load = async ({ locals }) => {
  const { settings, backups, demo } = locals.house;
  return {
    backups: demo
      ? undefined
      : { list: await backups.list(), last: backups.last, folder: backups.folder, own: backups.isBeside },
    form: await superValidate(settingsFormOf(await settings.read()), zod4(settingsFormSchema), {
      errors: false
    })
  };
};

export const actions = {
  save: async ({ request, locals }) => {
    const form = await formIn(request, settingsFormSchema);
    if (!form.valid) return fail(400, { form });
    const opened = locals.house;
    const { settings } = opened;
    const standing = await settings.read();
    const next = settingsOf(overChosen(form.data, standing), standing);
    if (!next.ok) {
      for (const [key, text] of next.faults) setError(form, key, text);
      return fail(400, { form });
    }
    try {
      await settings.write(changedIn(standing, next.settings));
      if (await opened.standIns()) await opened.logger.start(opened);
      else opened.logger.stop();
    } catch (error) {
      const fault = asLarderFault(error);
      if (!fault) throw error;
      const { title, detail, status } = faultProblem(fault.fault);
      return message(form, `${title}. ${detail}`, { status: status === 507 ? 507 : 503 });
    }
    form.data = settingsFormOf(next.settings);
    return message(form, 'Kept.');
  },
  theme: async ({ request, cookies, locals: { https } }) => {
    const theme = (await request.formData()).get('theme');
    if (theme === 'dark' || theme === 'light')
      cookies.set('theme', theme, {
        path: '/',
        httpOnly: true,
        sameSite: 'lax',
        secure: https,
        maxAge: 31_536_000
      });
    else cookies.delete('theme', { path: '/', secure: https });
    redirect(303, '/settings');
  }
};
