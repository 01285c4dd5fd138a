import type { Cookies } from '@sveltejs/kit';
import { shortText } from '$core/book';
import type { Settings } from '$core/settings';

const COOKIE = 'actor';
const YEAR = 365 * 86_400;

export const actorSchema = shortText(60).min(1, 'say who works here');

/** The name that was chosen on a device; undefined where none was, or what stands there is none. */
export function actorOn(cookies: Pick<Cookies, 'get'>): string | undefined {
  const read = actorSchema.safeParse(cookies.get(COOKIE) ?? '');
  return read.success ? read.data : undefined;
}

/** Remembers a name on the device, for a year of not being there. */
export const keepActor = (
  { cookies, locals: { https } }: { cookies: Pick<Cookies, 'set'>; locals: Pick<App.Locals, 'https'> },
  name: string
): void =>
  cookies.set(COOKIE, name, { path: '/', maxAge: YEAR, httpOnly: true, sameSite: 'lax', secure: https });

/** Who signs what is done at a device: its own name, else the larder's usual one. */
export const handOf = ({ actor }: App.Locals, { atBench }: Pick<Settings, 'atBench'>): string =>
  actor ?? atBench;
