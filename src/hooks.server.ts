import { env } from 'node:process';
import { error, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { HOME } from '$core/book';
import { asLarderFault, type LarderFaultCode } from '$lib/server/db/client';
import { CannotOpen } from '$lib/server/db/open';
import { closeHouse, house, leaveHouse } from '$lib/server/larder';
import { actorOn } from '$lib/server/actor';
import { admit, asksWho } from '$lib/server/doors/door';
import { OpenDoor, callerOf } from '$lib/server/doors/reach';
import { drain } from '$lib/server/http/api';
import { guard, takeForm } from '$lib/server/http/guard';
import { faultProblem, problem } from '$lib/server/http/problem';
import { newPassword } from '$lib/server/doors/secrets';
import type { House } from '$lib/server/larder';
import { heard } from '$lib/server/heard';
import { log } from '$lib/server/log';
import { stopStreams } from '$lib/server/http/sse';

/** Under test one server works in one larder after another: between two of them it is away. */
let between = false;
function changesLarders(): void {
  process.on('message', (said) => {
    if (said === 'go on') between = false;
    if (said !== 'leave') return;
    between = true;
    heard(
      leaveHouse().then(() => process.send?.('left')),
      'the larder was not left'
    );
  });
  // Whoever may still say something keeps nobody here who was told to end.
  process.channel?.unref();
}

/** Set by tests: the stand-in scale speaks at 100 lines a second, and no press is taken for a bounce. */
const TEST_PACE = env.LARDER_TEST_PACE === '1';

export const init: ServerInit = async () => {
  // Without pauses a slip is booked: a larder that somebody works in never runs so.
  if (env.LARDER_TEST_PACE && env.NODE_ENV !== 'test') {
    process.stderr.write('LARDER_TEST_PACE is for tests (NODE_ENV=test): no larder is started with it.\n');
    process.exit(1);
  }
  try {
    const opened = await house();
    await lock(opened);
  } catch (error) {
    const away = asLarderFault(error)?.fault === 'away';
    if (!(away || error instanceof CannotOpen || error instanceof OpenDoor)) throw error;
    // Whoever started it reads why, and what to do; where it broke inside is of no use to them.
    process.stderr.write(
      away
        ? 'The database server that DATABASE_URL names does not answer. Start it, then start again.\n'
        : `${error instanceof Error ? error.message : ''}\n`
    );
    process.exit(1);
  }
  // The last net: what nobody has heard is written down, and the rest goes on.
  process.on('unhandledRejection', (error) => log.error({ err: error }, 'nobody heard a fault'));
  if (TEST_PACE) changesLarders();
  process.once('SIGTERM', () => stopStreams());
  process.once('SIGINT', () => stopStreams());
  (process as NodeJS.EventEmitter).once('sveltekit:shutdown', () =>
    heard(closeHouse(), 'the larder was not closed')
  );
};

/** The house that entries are booked in. */
const SITE = env.LARDER_SITE ?? HOME;

/** Beyond its own machine nothing is served before somebody could sign in. */
async function lock({ beyond, people, demo }: House): Promise<void> {
  if (beyond === undefined || (await people.hasKeeper())) return;
  if (!demo) throw new OpenDoor(beyond);
  const password = newPassword();
  await people.add('Keeper', 'keeper', password, true);
  process.stderr.write(`Other devices reach this demo (${beyond}). Sign in as Keeper with ${password}\n`);
}

const SECURITY = {
  'x-content-type-options': 'nosniff',
  // Not no-referrer: browsers then say that a form comes from nowhere, and it would be refused as another site's.
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(self), microphone=(), geolocation=()'
};

/** Of what is refused unread so much is let run past, bytes: a browser reads the answer once it has sent its body. */
const RUN_PAST = 128 * 1024 * 1024;

/** Answers at once, and lets what nobody reads run past: left unread it holds up the next request of that connection. */
function answered(request: Request, answer: Response): Response {
  if (request.body && !request.body.locked)
    heard(drain(request.body.getReader(), RUN_PAST), 'a body could not be run past');
  return answer;
}

/** What is said where the larder itself takes nothing or does not answer: 503 and 507, never a fault of the page. */
function standsStill(fault: LarderFaultCode): never {
  const { status, title, detail } = faultProblem(fault);
  error(status, `${title}. ${detail ?? ''}`);
}

export const handle: Handle = async (asked) => {
  try {
    const response = await answer(asked);
    const { fault } = asked.event.locals;
    return fault && response.status === 500 ? standsStill(fault) : response;
  } catch (thrown) {
    const fault = asLarderFault(thrown)?.fault;
    if (!fault) throw thrown;
    return asked.event.url.pathname.startsWith('/api/') ? problem(faultProblem(fault)) : standsStill(fault);
  }
};

const answer: Handle = async ({ event, resolve }) => {
  const { locals } = event;
  if (between) return new Response(null, { status: 503 });
  const opened = await house();
  const caller = callerOf(event, env);
  const chosen = await opened.settings.read();
  locals.house = opened;
  locals.asked = await asksWho(opened, chosen);
  const refused = guard(event, caller, { open: !locals.asked, address: chosen.address ?? '' });
  if (refused) return answered(event.request, refused);
  locals.by = { site: SITE };
  locals.actor = actorOn(event.cookies);
  locals.address = caller.address;
  locals.https = caller.https;
  locals.origin = `http${caller.https ? 's' : ''}://${caller.host}`;
  const turnedAway = (await admit(event)) ?? (await takeForm(event));
  if (turnedAway) return answered(event.request, turnedAway);
  const theme = event.cookies.get('theme');
  const response = await resolve(event, {
    transformPageChunk: ({ html }) => {
      const themed =
        theme === 'dark' || theme === 'light'
          ? html.replace('<html lang="en"', `<html lang="en" class="${theme}" data-theme="${theme}"`)
          : html;
      return TEST_PACE ? themed.replace('<html lang="en"', '<html lang="en" data-pace="test"') : themed;
    }
  });
  for (const [name, value] of Object.entries(SECURITY)) response.headers.set(name, value);
  // What stands on a page is of this moment and this larder; nobody on the way keeps it.
  if (
    !response.headers.has('cache-control') &&
    /^text\/html|\/json/.test(response.headers.get('content-type') ?? '')
  )
    response.headers.set('cache-control', 'private, no-cache');
  return answered(event.request, response);
};

export const handleError: HandleServerError = ({ error, status, event }) => {
  const known = asLarderFault(error);
  if (known) {
    event.locals.fault = known.fault;
    const { title, detail } = faultProblem(known.fault);
    return { message: `${title}. ${detail ?? ''}` };
  }
  if (status >= 500) log.error({ err: error, path: event.url.pathname }, 'page failed');
  return { message: status < 500 ? 'There is nothing here.' : 'Something broke here. Nothing was booked.' };
};
