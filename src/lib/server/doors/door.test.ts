import type { Cookies, RequestEvent } from '@sveltejs/kit';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROLES, type Role } from '$core/book';
import { DEFAULT_SETTINGS } from '$core/settings';
import { arrival, temporaryHouse } from '../testkit';
import { PAGES, admit, asksWho, deviceOf, feedPath, isKnownAt, keepPin, onTo, signIn, signed } from './door';
import { WRITES, needs } from './needs';

const PASSWORD = 'marsh lantern copper nine';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
const tokens = new Map<Role | 'nobody', string>();

beforeAll(async () => {
  house = await temporaryHouse();
  house.beyond = 'HOST=0.0.0.0';
  for (const role of ROLES) {
    await house.people.add(`The ${role}`, role, PASSWORD);
    tokens.set(role, await house.people.open((await house.people.byName(`The ${role}`))?.id ?? ''));
  }
});
afterAll(() => house.end());

function cookieJar(first: Record<string, string> = {}) {
  const jar = new Map(Object.entries(first));
  const baked: [name: string, options: object][] = [];
  return {
    jar,
    baked,
    cookies: {
      get: (name: string) => jar.get(name),
      set: (name: string, value: string, options: object) => {
        jar.set(name, value);
        baked.push([name, options]);
      },
      delete: (name: string) => void jar.delete(name)
    } as unknown as Cookies
  };
}

function eventOf(
  route: string,
  method: string,
  {
    search = '',
    who = 'nobody',
    data = false,
    form = false
  }: { search?: string; who?: Role | 'nobody'; data?: boolean; form?: boolean } = {}
): RequestEvent {
  const token = tokens.get(who);
  return {
    cookies: cookieJar(token ? { 'larder-visit': token } : {}).cookies,
    locals: { house, by: { site: 'house' }, asked: true, https: false, origin: 'http://larder' },
    request: { method, headers: new Headers(form ? { 'x-sveltekit-action': 'true' } : {}) },
    route: { id: route },
    url: new URL(`http://larder${route}${search}`),
    isDataRequest: data
  } as unknown as RequestEvent;
}

/** What the door makes of it: `in`, or the status with which somebody is sent away or on. */
async function ask(...given: Parameters<typeof eventOf>): Promise<'in' | number> {
  try {
    return (await admit(eventOf(...given)))?.status ?? 'in';
  } catch (thrown) {
    return (thrown as { status: number }).status;
  }
}

const servers = import.meta.glob<Record<string, unknown>>('/src/routes/**/+server.ts', { eager: true });
const pages = import.meta.glob<{ actions?: Record<string, unknown> }>('/src/routes/**/+page.server.ts', {
  eager: true
});
const routeOf = (file: string) =>
  file.replace(/^\/src\/routes/, '').replace(/\/\+(server|page\.server)\.ts$/, '') || '/';

/** Everything that may be asked for: routes by method, pages, actions. */
const OFFERED: [route: string, method: string, search: string][] = [
  ...Object.entries(servers).flatMap(([file, module]) =>
    Object.keys(module)
      .filter((name) => /^[A-Z]+$/.test(name))
      .map((method): [string, string, string] => [routeOf(file), method, ''])
  ),
  ...Object.entries(pages).flatMap(([file, { actions = {} }]) => [
    [routeOf(file), 'GET', ''] as [string, string, string],
    ...Object.keys(actions).map((name): [string, string, string] => [
      routeOf(file),
      'POST',
      name === 'default' ? '' : `?/${name}`
    ])
  ])
];

describe('the door, where people sign in', () => {
  it('sees all that is offered', () => {
    expect(OFFERED.length).toBeGreaterThan(90);
    expect(OFFERED).toContainEqual(['/settings', 'POST', '?/save']);
    expect(OFFERED).toContainEqual(['/api/v1/entries', 'POST', '']);
  });

  it('says of everything that writes who may, and of nothing that is not there', () => {
    const writing = OFFERED.filter(([route, method]) => method !== 'GET' && route !== '/sign-in');
    const said = Object.entries(WRITES).flatMap(([route, by]) =>
      Object.keys(by).map((key) => `${route} ${key}`)
    );
    const there = writing.map(
      ([route, method, search]) =>
        `${route} ${route.startsWith('/api/') ? method : search.slice(2) || 'default'}`
    );
    expect(said.sort()).toEqual(there.sort());
  });

  it.each(OFFERED)('%s %s%s: by role', async (route, method, search) => {
    const asked = needs(route, method, search);
    for (const who of [...ROLES, 'nobody'] as const) {
      const answer = await ask(route, method, { search, who });
      const may = asked === 'anybody' || (who !== 'nobody' && ROLES.indexOf(who) <= ROLES.indexOf(asked));
      if (may) expect(answer).toBe('in');
      else
        expect([who === 'nobody' && answer === 303 ? 401 : answer, who]).toEqual([
          who === 'nobody' ? 401 : 403,
          who
        ]);
    }
  });

  it('lets nobody in without a name but to where it is asked', async () => {
    const open: string[] = [];
    for (const [route, method, search] of OFFERED)
      if ((await ask(route, method, { search })) === 'in') open.push(`${method} ${route}${search}`);
    expect(open.sort()).toEqual([
      'GET /api/v1/healthz',
      'GET /healthz',
      'GET /sign-in',
      'POST /sign-in?/password',
      'POST /sign-in?/pin'
    ]);
  });

  it.each([
    ['guest', 'GET', '/animals', 'in'],
    ['guest', 'POST', '/api/v1/entries', 403],
    ['guest', 'GET', '/api/v1/backup.zip', 403],
    ['hand', 'POST', '/api/v1/entries', 'in'],
    ['hand', 'PUT', '/api/v1/rooms', 403],
    ['hand', 'GET', '/people', 403],
    ['hand', 'DELETE', '/api/v1/nowhere', 403],
    ['keeper', 'PUT', '/api/v1/rooms', 'in']
  ] as const)('a %s: %s %s is %s', async (who, method, route, answer) => {
    expect(await ask(route, method, { who })).toBe(answer);
  });

  it('takes names that every object has for none of its own', () => {
    for (const name of ['constructor', '__proto__', 'toString']) {
      expect(needs(name, 'GET')).toBe('guest');
      expect(needs(name, 'POST')).toBe('keeper');
      expect(needs('/settings', 'POST', `?/${name}`)).toBe('keeper');
    }
  });

  it('answers a form in the way that forms read, and sends a page on to where it was going', async () => {
    const answer = await admit(eventOf('/weigh-in', 'POST', { form: true }));
    expect(await answer?.json()).toMatchObject({
      type: 'error',
      status: 401,
      error: { message: expect.stringContaining('Sign in') }
    });
    await expect(admit(eventOf('/animals', 'GET', { search: '?page=2' }))).rejects.toMatchObject({
      status: 303,
      location: '/sign-in?to=%2Fanimals%3Fpage%3D2'
    });
    await expect(admit(eventOf('/animals', 'GET', { data: true }))).rejects.toMatchObject({ status: 303 });
  });

  it('opens to a made password nothing but the page that changes it', async () => {
    await house.people.add('Fresh', 'hand', PASSWORD, true);
    tokens.set('nobody', await house.people.open((await house.people.byName('Fresh'))?.id ?? ''));
    expect(await ask('/animals', 'GET')).toBe(303);
    expect(await ask('/api/v1/entries', 'POST')).toBe(403);
    expect(await ask('/me', 'POST', { search: '?/password' })).toBe('in');
    tokens.delete('nobody');
  });

  it('lets a calendar in by somebody’s own key, to the calendar alone', async () => {
    const keeper = await house.people.byName('The keeper');
    const path = await feedPath(house, { ...keeper!, visit: '' });
    const search = path.slice(path.indexOf('?'));
    expect(await ask('/calendar.ics', 'GET', { search })).toBe('in');
    expect(await ask('/calendar.ics', 'GET', { search: `${search.slice(0, -1)}_` })).toBe(401);
    expect(await ask('/calendar.ics', 'GET', { search: '?who=&key=' })).toBe(401);
    expect(await ask('/animals', 'GET', { search })).toBe(303);
  });
});

describe('where nobody is asked', () => {
  it('everybody is in; a choice to ask counts once there is a keeper', async () => {
    const alone = await temporaryHouse();
    const always = { ...DEFAULT_SETTINGS, signIn: 'always' } as const;
    expect(await asksWho(alone, DEFAULT_SETTINGS)).toBe(false);
    expect(await asksWho(alone, always)).toBe(false);
    await alone.people.add('Tove', 'keeper', PASSWORD);
    expect(await asksWho(alone, always)).toBe(true);
    expect(await asksWho({ ...alone, beyond: 'HOST=::' }, DEFAULT_SETTINGS)).toBe(true);
    alone.end();
    const event = eventOf('/settings', 'POST', { search: '?/save' });
    event.locals.asked = false;
    expect(await admit(event)).toBeUndefined();
  });
});

describe('signing', () => {
  it('gives a new token each time, hardened, and ends the one before', async () => {
    const { cookies, jar, baked } = cookieJar();
    const keeper = await house.people.byName('The keeper');
    const locals = { house, https: true } as unknown as App.Locals;
    await signIn({ cookies, locals }, keeper!);
    const first = jar.get('__Host-larder-visit') ?? '';
    locals.visitor = await house.people.visitor(first);
    await signIn({ cookies, locals }, keeper!);
    expect(jar.get('__Host-larder-visit')).not.toBe(first);
    expect(await house.people.visitor(first)).toBeUndefined();
    expect(baked[0]?.[1]).toMatchObject({ httpOnly: true, secure: true, sameSite: 'lax', path: '/' });
  });

  it('is by whoever is signed in, or by whom else the device knows', async () => {
    const { cookies } = cookieJar();
    const [hand, guest] = [await house.people.byName('The hand'), await house.people.byName('The guest')];
    const at = { cookies, locals: { house, https: false } as unknown as App.Locals };
    expect(await signed(at, 'Anybody')).toBe('Anybody');
    at.locals.visitor = { ...hand!, visit: '' };
    expect(await signed(at, 'The guest')).toBe('The hand');
    expect(await keepPin(at, guest!.id, '2974')).toBeUndefined();
    expect(deviceOf(at)).toBeDefined();
    expect(await signed(at, 'The guest')).toBe('The guest');
    expect(await signed(at, 'Somebody')).toBe('The hand');
  });

  it('makes a device known anew with each PIN: a token that was laid there opens nothing', async () => {
    const [hand, guest] = [await house.people.byName('The hand'), await house.people.byName('The guest')];
    const { cookies } = cookieJar({ 'larder-device': 'laid there by somebody' });
    const at = { cookies, locals: { house, https: false } as unknown as App.Locals };
    expect(await keepPin(at, hand!.id, '2974')).toBeUndefined();
    const first = deviceOf(at)!;
    expect(first).not.toBe('laid there by somebody');
    expect(await house.people.peopleAt('laid there by somebody')).toEqual([]);
    // Whoever had one there has it by the new token.
    await keepPin(at, guest!.id, '6183');
    const second = deviceOf(at)!;
    expect(second).not.toBe(first);
    expect((await house.people.peopleAt(second)).map(({ name }) => name)).toEqual(['The guest', 'The hand']);
    expect(await house.people.peopleAt(first)).toEqual([]);
    expect(await house.people.knownByPin(first, hand!.id, '2974')).toMatchObject({ ok: false });
    expect(await house.people.knownByPin(second, hand!.id, '2974')).toMatchObject({ ok: true });
    // A PIN that is none leaves all as it was.
    expect(await keepPin(at, guest!.id, '1111')).toMatchObject({ code: 'pin' });
    expect(deviceOf(at)).toBe(second);
  });

  it('makes the device known for that name, until the password is another', async () => {
    const { cookies, jar } = cookieJar();
    const at = { cookies, locals: { house, https: false } as unknown as App.Locals };
    await house.people.add('Ilo', 'hand', PASSWORD);
    const ilo = await house.people.byName('Ilo');
    expect(await isKnownAt(at, 'Ilo')).toBe(false);
    await signIn(at, ilo!);
    jar.delete('larder-visit');
    expect(await isKnownAt(at, ' ILO')).toBe(true);
    expect(await isKnownAt(at, 'The hand')).toBe(false);
    await house.people.setPassword(ilo!.id, 'copper nine marsh lantern');
    expect(await isKnownAt(at, 'Ilo')).toBe(false);
  });

  it('is refused to a guest by the book itself', async () => {
    const { draft } = arrival();
    expect(await house.book.book([draft], { role: 'guest' })).toMatchObject([
      { status: 'refused', refusal: { code: 'not-allowed', kind: 'intake' } }
    ]);
    expect(await house.book.book([draft], { role: 'hand' })).toMatchObject([{ status: 'booked' }]);
  });
});

it('pages lie where the routes are', () => {
  const there = new Set(
    Object.keys(import.meta.glob('/src/routes/*/**/+page.svelte')).flatMap((file) => file.split('/')[3] ?? [])
  );
  there.delete('sign-in');
  expect([...PAGES].sort()).toEqual([...there].sort());
});

/** Ways of writing an address of somewhere else, so that something on the way takes it for one of this larder's. */
function* elsewhere(): Generator<string> {
  const hosts = ['elsewhere.example', 'elsewhere.example:8080', '[::1]', '127.1', 'a@elsewhere.example'];
  const strokes = [
    '//',
    '///',
    '/\\',
    '\\\\',
    '\\/',
    '/.//',
    '/..//',
    '/./',
    '/.//.//',
    '/%2f',
    '/%2F/',
    '/%5c',
    '/%5C%5C',
    '/\t/',
    '/\n/',
    '/\r/',
    '/ /',
    '/\u0000/',
    '/\u00a0/',
    '/\u2215',
    '/\uff0f',
    '/\uff0f\uff0f',
    '/;//',
    '/?//',
    '/#//',
    '//;@',
    '/animals//',
    '/animals/..//',
    '/animals/.//',
    '/animals/%2e%2e//',
    '/animals/../..//',
    '/@',
    '/:',
    '/.',
    '/%09/',
    '/%0a/',
    '/%00//',
    'http://',
    'HTTP:',
    'http:/',
    'http:\\\\',
    'javascript://',
    'data://',
    '\u0001http://',
    ' //',
    '\t//'
  ];
  for (const stroke of strokes) for (const host of hosts) yield `${stroke}${host}`;
}

it('after signing in, no way of writing another place leads out', () => {
  const ways = [...elsewhere()];
  expect(ways.length).toBeGreaterThan(200);
  const base = 'http://larder:4620';
  for (const way of ways) {
    const to = onTo(way);
    // As a browser goes on to it; and again, as whatever stands between may write it anew.
    const { origin, pathname } = new URL(to, base);
    expect([way, origin]).toEqual([way, base]);
    expect([way, new URL(pathname, base).origin]).toEqual([way, base]);
  }
});

it.each([
  ['/animals?x=1', '/animals?x=1'],
  ['/bench/26-001', '/bench/26-001'],
  ['/trace?find=wild%20boar+1', '/trace?find=wild%20boar+1'],
  ['/', '/'],
  ['/?season=2026', '/?season=2026'],
  ['/sign-in', '/'],
  ['/api/v1/backup.zip', '/'],
  [null, '/'],
  ['', '/'],
  ['https://elsewhere.example/', '/'],
  ['//elsewhere.example/x', '/'],
  ['/\\elsewhere.example', '/'],
  ['javascript:alert(1)', '/'],
  ['/animals/../settings', '/'],
  ['/.//elsewhere.example', '/']
])('after signing in, %s leads to %s', (asked, to) => expect(onTo(asked)).toBe(to));
