import { timingSafeEqual } from 'node:crypto';
import { error, redirect, type Cookies, type RequestEvent } from '@sveltejs/kit';
import { atLeast } from '$core/book';
import type { Settings } from '$core/settings';
import { DAY } from '$core/units';
import type { House } from '../larder';
import { problem } from '../http/problem';
import { needs } from './needs';
import { normalName } from './names';
import { LONGEST_MS, PIN_MS, type PeopleFault, type Person, type Visitor } from './people';
import { newToken } from './secrets';

/** What browsers and devices hold. Over TLS the name keeps other hosts and paths from setting it. */
const VISIT = 'larder-visit';
const DEVICE = 'larder-device';
/** Says who signed in here last; it opens nothing, and gets past what others tried on that name. */
const KNOWN = 'larder-known';
const KNOWN_MS = 365 * DAY;
const named = (name: string, https: boolean): string => (https ? `__Host-${name}` : name);

const baked = (https: boolean, ms: number) => ({
  path: '/',
  httpOnly: true,
  // Strict would ask whoever comes by a tag's code or a calendar to sign in again.
  sameSite: 'lax' as const,
  secure: https,
  maxAge: Math.round(ms / 1000)
});

type At = { cookies: Cookies; locals: App.Locals };

/** Signs somebody in at a browser, under a new token each time; whoever was signed in there is not any more. */
export async function signIn({ cookies, locals }: At, person: Pick<Person, 'id'>): Promise<void> {
  const { house, https, visitor } = locals;
  if (visitor) await house.people.close(visitor.visit);
  const token = await house.people.open(person.id);
  cookies.set(named(VISIT, https), token, baked(https, LONGEST_MS));
  const key = await house.people.deviceKey(person.id);
  if (key) cookies.set(named(KNOWN, https), key, baked(https, KNOWN_MS));
}

/** Forgets at a browser who was signed in. */
export const forgetVisit = ({ cookies, locals: { https } }: At): void =>
  cookies.delete(named(VISIT, https), { path: '/', secure: https, httpOnly: true, sameSite: 'lax' });

/** What a device is known by, where somebody has a PIN at it. */
export const deviceOf = ({ cookies, locals: { https } }: At): string | undefined =>
  cookies.get(named(DEVICE, https));

/** Gives somebody a PIN at a device, under a token that nobody has seen before: one that was laid there opens nothing. */
export async function keepPin(at: At, person: string, pin: string): Promise<PeopleFault | undefined> {
  const { https, house } = at.locals;
  const fresh = newToken();
  const fault = await house.people.setPin(fresh, person, pin, deviceOf(at));
  if (!fault) at.cookies.set(named(DEVICE, https), fresh, baked(https, PIN_MS + 30 * DAY));
  return fault;
}

/** Whether somebody signed in at a device before, with the password of now. */
export async function isKnownAt({ cookies, locals }: At, name: string): Promise<boolean> {
  const { house, https, visitor } = locals;
  if (visitor && normalName(visitor.name) === normalName(name)) return true;
  const given = cookies.get(named(KNOWN, https));
  const person = given === undefined ? undefined : await house.people.byName(name);
  return person !== undefined && same(given, await house.people.deviceKey(person.id));
}

/** Whether a larder asks who comes in: always when other devices reach it, else where its keepers chose so. */
export async function asksWho(
  { beyond, people }: Pick<House, 'beyond' | 'people'>,
  { signIn }: Pick<Settings, 'signIn'>
): Promise<boolean> {
  if (beyond !== undefined) return true;
  // A choice that came with a backup locks nobody out of a larder that knows nobody.
  return signIn === 'always' && (await people.hasKeeper());
}

const SIGNED_OUT = {
  status: 401,
  title: 'Not signed in',
  detail: 'Nobody is signed in here any more. Sign in in another tab, then press again: nothing is lost.'
};
const NOT_YOURS = {
  guest: 'You look on as a guest: nothing is booked or changed by you.',
  hand: 'Only a keeper of this larder may do that.'
};

/**
 * Says who is there, and turns away whoever may not ask for this. What is asked for is looked at by its route alone, before
 * any of it is read.
 * @returns the answer to whoever is turned away
 * @throws a redirect to the page that asks who is there
 */
export async function admit(event: RequestEvent): Promise<Response | undefined> {
  const { locals, request, route, url } = event;
  const { house, https } = locals;
  if (!locals.asked) return undefined;
  const token = event.cookies.get(named(VISIT, https));
  const visitor = token ? await house.people.visitor(token) : undefined;
  if (visitor) {
    locals.visitor = visitor;
    locals.actor = visitor.name;
    locals.by = { ...locals.by, role: visitor.role };
  } else {
    locals.actor = undefined;
    locals.by = { ...locals.by, role: 'guest' };
  }
  const asked = needs(route.id, request.method, url.search);
  if (asked === 'anybody') return undefined;
  if (!visitor) {
    if (route.id === '/calendar.ics' && (await readsFeed(house, url))) return undefined;
    if (isPage(event)) redirect(303, `/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`);
    return turnedAway(event, SIGNED_OUT);
  }
  if (visitor.made && route.id !== '/me') {
    if (isPage(event)) redirect(303, '/me');
    return turnedAway(event, { status: 403, title: 'Choose a password of your own first' });
  }
  if (!atLeast(visitor.role, asked))
    return turnedAway(event, {
      status: 403,
      title: 'Not allowed',
      detail: NOT_YOURS[visitor.role === 'guest' ? 'guest' : 'hand']
    });
  return undefined;
}

/** Whether it is a page that somebody looks at, or its data: not a document, nor something that is asked for by a program. */
const isPage = ({ request, route, isDataRequest }: RequestEvent): boolean =>
  request.method === 'GET' &&
  (isDataRequest || (!/^\/(api\/|calendar)/.test(route.id ?? '') && !route.id?.endsWith('.pdf')));

/** The answer to a request that is refused, in the form that whoever sent it reads. */
function turnedAway(event: RequestEvent, said: { status: number; title: string; detail?: string }): Response {
  const { request } = event;
  if (isPage(event)) error(said.status, said.detail ?? said.title);
  if (!request.headers.has('x-sveltekit-action')) return problem(said);
  const { title, detail = title } = said;
  return new Response(JSON.stringify({ type: 'error', error: { message: detail }, status: said.status }), {
    status: said.status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' }
  });
}

/** Whether a calendar asks with somebody's own key. */
async function readsFeed(house: House, url: URL): Promise<boolean> {
  const expected = await house.people.feedKey(url.searchParams.get('who') ?? '');
  return same(url.searchParams.get('key') ?? '', expected);
}

/** Whether two keys are the same, in a time that does not say how far; one that is empty is none. */
function same(given: string | undefined, known: string | undefined): boolean {
  const [a, b] = [Buffer.from(given ?? ''), Buffer.from(known ?? '')];
  return b.length > 0 && a.length === b.length && timingSafeEqual(a, b);
}

/** The address of the calendar feed for whoever is signed in. */
export async function feedPath(house: House, visitor: Visitor | undefined): Promise<string> {
  if (!visitor) return '/calendar.ics';
  const key = (await house.people.feedKey(visitor.id)) ?? '';
  return `/calendar.ics?${new URLSearchParams({ who: visitor.id, key })}`;
}

/**
 * Who signs an entry that a device sends: whom it names, where they work at this device, else whoever is signed in. A device
 * sends what was booked on it while the larder was away, and a bench is several people's.
 */
export async function signed(at: At, hand: string): Promise<string> {
  const { visitor, house } = at.locals;
  if (!visitor || hand === visitor.name) return hand;
  const device = deviceOf(at);
  const here = device ? await house.people.peopleAt(device) : [];
  return here.some(({ name }) => name === hand) ? hand : visitor.name;
}

/** Where pages lie: the first part of their paths. */
export const PAGES: ReadonlySet<string> = new Set([
  'animals',
  'bench',
  'book',
  'cook',
  'field',
  'grind',
  'hanging',
  'holds',
  'kept',
  'kitchen',
  'learned',
  'me',
  'p',
  'people',
  'plan',
  'practice',
  'rules',
  'settings',
  'slice',
  'store',
  'trace',
  'ways',
  'weigh-in',
  'words',
  'worth',
  'wrap'
]);
/** Path and search of a page as this program writes them: parts between single strokes, of letters, digits and some signs. */
const PAGE = /^\/(?:([a-z-]+)(?:\/[A-Za-z0-9][\w.~%-]*)*)?(?:\?[\w.~%&=+:,*-]*)?$/;

/** A page of this larder to go on to; `/` where what was asked for has not the shape of one. */
export function onTo(asked: string | null): string {
  const found = PAGE.exec(asked ?? '');
  return found && (found[1] === undefined || PAGES.has(found[1])) ? found[0] : '/';
}

/**
 * The address that tags and calendars carry: what somebody has said, else by what the larder was asked.
 * @returns `asks` where nobody has said anything yet, and whoever asks could
 */
export async function reachedBy({
  house,
  origin,
  visitor
}: App.Locals): Promise<{ base: string; asks: boolean }> {
  const { address } = await house.settings.read();
  return { base: address || origin, asks: address === null && (!visitor || visitor.role === 'keeper') };
}
