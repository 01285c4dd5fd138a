import { readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { callerOf } from '../doors/reach';
import { guard, takeForm } from './guard';
import { eventStream } from './sse';
import { openapi, type About } from './openapi';
import { pointer } from './problem';

afterEach(() => vi.unstubAllEnvs());

function ask(
  path = '/',
  { method = 'GET', ...headers }: Record<string, string> & { method?: string } = {}
): number | 'in' {
  const url = new URL(path, 'http://127.0.0.1:4620');
  // `host` is a name that browsers may not set; a stand-in for the request carries it.
  const all = new Map(Object.entries({ host: '127.0.0.1:4620', ...headers }));
  const request = {
    method,
    headers: { get: (name: string) => all.get(name) ?? null, has: (name: string) => all.has(name) }
  };
  const given = { request: request as unknown as Request, url, getClientAddress: () => '127.0.0.1' };
  return guard(given, callerOf(given, process.env), { open: true })?.status ?? 'in';
}

describe('the door', () => {
  it.each(['127.0.0.1:4620', 'localhost:4620', 'localhost', 'LOCALHOST:80', '[::1]:4620'])(
    'lets %s in',
    (host) => expect(ask('/', { host })).toBe('in')
  );

  it.each(['', 'larder.example', '127.0.0.1.example:4620', '10.0.0.7:4620', 'localhost.example'])(
    'turns the host “%s” away',
    (host) => expect(ask('/', { host })).toBe(421)
  );

  it('lets names in that the larder was given', () => {
    vi.stubEnv('LARDER_HOSTS', 'larder.local, Bench.Local');
    expect(ask('/', { host: 'bench.local:4620' })).toBe('in');
    expect(ask('/', { host: 'other.local' })).toBe(421);
  });

  it('does not take “every address” for a name', () => {
    vi.stubEnv('HOST', '0.0.0.0');
    expect(ask('/', { host: '0.0.0.0:4620' })).toBe(421);
    vi.stubEnv('HOST', '192.168.7.2');
    expect(ask('/', { host: '192.168.7.2:4620' })).toBe('in');
  });

  it('lets its own pages write, and tools that name no site', () => {
    expect(ask('/api/v1/entries', { method: 'POST' })).toBe('in');
    expect(ask('/weigh-in', { method: 'POST', origin: 'http://127.0.0.1:4620' })).toBe('in');
    expect(ask('/weigh-in', { method: 'POST', 'sec-fetch-site': 'same-origin' })).toBe('in');
  });

  it('lets no other site write', () => {
    expect(ask('/weigh-in', { method: 'POST', origin: 'http://127.0.0.1:9' })).toBe(403);
    expect(ask('/weigh-in', { method: 'POST', origin: 'null' })).toBe(403);
    expect(ask('/api/v1/entries', { method: 'POST', 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect(ask('/api/v1/entries', { method: 'DELETE', 'sec-fetch-site': 'same-site' })).toBe(403);
  });

  it('refuses what is too large before it is read, but lets a whole book in', () => {
    const large = { method: 'POST', 'content-length': String(30 * 1024 * 1024) };
    expect(ask('/api/v1/entries', large)).toBe(413);
    expect(ask('/api/v1/import/book.jsonl', large)).toBe('in');
  });
});

describe('a stream', () => {
  const read = async (response: Response) => {
    const reader = response.body!.getReader();
    let text = '';
    for (let piece = await reader.read(); !piece.done; piece = await reader.read())
      text += new TextDecoder().decode(piece.value as Uint8Array);
    return text;
  };

  it('ends with the sign-in of whoever listens, and not because that cannot be asked', async () => {
    vi.useFakeTimers();
    const answers = [true, new Error('busy'), false];
    const stands = vi.fn(async () => {
      const answer = answers.shift();
      if (answer instanceof Error) throw answer;
      return answer ?? false;
    });
    const stopped = vi.fn();
    const text = read(eventStream(new AbortController().signal, () => stopped, stands));
    await vi.advanceTimersByTimeAsync(30_000);
    expect(stopped).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(15_000);
    expect(await text).toBe('event: beat\ndata: \n\n'.repeat(3));
    expect(stopped).toHaveBeenCalledTimes(1);
    vi.useRealTimers();
  });

  it('ends for a listener that takes nothing, before it fills the memory', () => {
    let say: (event: string, data: string) => void = () => undefined;
    const stopped = vi.fn();
    const response = eventStream(new AbortController().signal, (send) => {
      say = send;
      return stopped;
    });
    for (let i = 0; i < 5_000; i += 1) say('scale', '1.285 kg');
    expect(stopped).toHaveBeenCalledTimes(1);
    void response.body?.cancel();
  });
});

describe('what is sent to a page', () => {
  /** A body that never ends, of a type that no form has; counts what is taken of it. */
  function endless(type: string) {
    let taken = 0;
    const body = new ReadableStream<Uint8Array>({
      pull(controller) {
        taken += 65_536;
        controller.enqueue(new Uint8Array(65_536));
      }
    });
    const request = new Request('http://127.0.0.1:4620/weigh-in', {
      method: 'POST',
      headers: { 'content-type': type },
      body,
      duplex: 'half'
    } as RequestInit);
    return { event: { request, url: new URL(request.url) }, taken: () => taken };
  }

  it.each([
    'application/x-www-form-urlencoded',
    'text/plain',
    'application/octet-stream',
    'multipart/form-data'
  ])('is counted as it comes, whatever it says of itself: %s', async (type) => {
    const { event, taken } = endless(type);
    expect((await takeForm(event))?.status).toBe(413);
    expect(taken()).toBeLessThan(20 * 1024 * 1024);
  });

  it('is handed on whole where it can be read, and refused where it cannot', async () => {
    const url = new URL('http://127.0.0.1:4620/weigh-in');
    const sent = (body: BodyInit, headers: Record<string, string> = {}) => ({
      url,
      request: new Request(url, { method: 'POST', body, headers })
    });
    const form = sent(new URLSearchParams({ weight: '14,2 kg' }));
    expect(await takeForm(form)).toBeUndefined();
    expect((await form.request.formData()).get('weight')).toBe('14,2 kg');
    for (const half of [
      sent('--x\r\nhalf', { 'content-type': 'multipart/form-data; boundary=x' }),
      sent('{}', { 'content-type': 'application/json' })
    ])
      expect((await takeForm(half))?.status).toBe(400);
  });
});

describe('problems', () => {
  it('point at their place as RFC 6901 does', () => {
    expect(pointer(['facts', 'a/b', 'c~d', 0])).toBe('/facts/a~1b/c~0d/0');
    expect(pointer([])).toBe('');
  });
});

/** What the routes say of themselves. */
const beside = import.meta.glob<{ about: About }>('/src/routes/api/v1/**/about.ts', { eager: true });

describe('the description of the API', () => {
  const described = openapi(Object.values(beside).map(({ about }) => about));

  it('names what is offered, no more and no less', () => {
    const root = join(process.cwd(), 'src/routes/api/v1');
    const offered = readdirSync(root, { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('+server.ts'))
      .map(
        (file) =>
          `/${dirname(file).replace(/\[(\w+)\]/g, (_, name: string) => `{${name === 'animal' || name === 'code' ? 'id' : name}}`)}`
      )
      .filter((path) => path !== '/openapi.json');
    expect(described.openapi).toBe('3.1.0');
    expect(offered.length).toBeGreaterThan(12);
    expect(Object.keys(described.paths).sort()).toEqual(offered.sort());
  });

  it('of a route stands beside it', () => {
    for (const [file, { about }] of Object.entries(beside)) {
      const folder = dirname(file).replace('/src/routes/api/v1', '');
      for (const path of Object.keys(about.paths))
        expect(path === folder || path.startsWith(`${folder}/`)).toBe(true);
      expect(Object.keys(about.paths).length).toBeGreaterThan(0);
    }
  });

  it('says nothing by one name that another route says otherwise', () => {
    const names = Object.values(beside).flatMap(({ about }) => Object.keys(about.schemas));
    expect([...new Set(names)]).toHaveLength(names.length);
  });

  it('has no reference that leads nowhere', () => {
    const schemas = Object.keys(described.components.schemas);
    const text = JSON.stringify(described);
    const refs = [...text.matchAll(/"#\/components\/schemas\/(\w+)"/g)].map((m) => m[1]);
    expect(refs.length).toBeGreaterThan(5);
    for (const name of refs) expect(schemas).toContain(name);
    // What a schema refers to inside itself stays inside it.
    expect(text).not.toContain('"#/$defs');
  });
});
