import { env } from 'node:process';
import type { Handle, HandleServerError, ServerInit } from '@sveltejs/kit';
import { HOME } from '$core/book';
import { CannotOpen } from '$lib/server/db/open';
import { closeHouse, house } from '$lib/server/larder';
import { actorOn } from '$lib/server/actor';
import { guard, guardForm } from '$lib/server/http/guard';
import { log } from '$lib/server/log';
import { stopStreams } from '$lib/server/http/sse';

export const init: ServerInit = async () => {
  try {
    await house();
  } catch (error) {
    if (!(error instanceof CannotOpen)) throw error;
    // Whoever started it reads why, and what to do; where it broke inside is of no use to them.
    process.stderr.write(`${error.message}\n`);
    process.exit(1);
  }
  process.once('SIGTERM', () => stopStreams());
  process.once('SIGINT', () => stopStreams());
  (process as NodeJS.EventEmitter).once('sveltekit:shutdown', () => void closeHouse());
};

/** The house that entries are booked in. */
const SITE = env.LARDER_SITE ?? HOME;

const SECURITY = {
  'x-content-type-options': 'nosniff',
  // Not no-referrer: browsers then say that a form comes from nowhere, and it would be refused as another site's.
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), microphone=(), geolocation=()'
};

export const handle: Handle = async ({ event, resolve }) => {
  const refused = guard(event) ?? (await guardForm(event));
  if (refused) return refused;
  event.locals.house = await house();
  event.locals.site = SITE;
  event.locals.actor = actorOn(event.cookies);
  const theme = event.cookies.get('theme');
  const response = await resolve(event, {
    transformPageChunk: ({ html }) =>
      theme === 'dark' || theme === 'light'
        ? html.replace('<html lang="en"', `<html lang="en" class="${theme}" data-theme="${theme}"`)
        : html
  });
  for (const [name, value] of Object.entries(SECURITY)) response.headers.set(name, value);
  // What stands on a page is of this moment and this larder; nobody on the way keeps it.
  if (
    !response.headers.has('cache-control') &&
    /^text\/html|\/json/.test(response.headers.get('content-type') ?? '')
  )
    response.headers.set('cache-control', 'private, no-cache');
  return response;
};

export const handleError: HandleServerError = ({ error, status, event }) => {
  if (status >= 500) log.error({ err: error, path: event.url.pathname }, 'page failed');
  return { message: status < 500 ? 'There is nothing here.' : 'Something broke here. Nothing was booked.' };
};
