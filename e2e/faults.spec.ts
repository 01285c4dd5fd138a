import { randomBytes } from 'node:crypto';
import { request as rawRequest } from 'node:http';
import { uuidv7 } from '../src/core/units/id';
import {
  allSent,
  arrive,
  audit,
  expect,
  figures,
  freePort,
  keepsPages,
  keptHere,
  launch,
  open,
  test,
  type Larder
} from './kit';

const id = () => uuidv7(Date.now(), (n) => new Uint8Array(randomBytes(n)));

async function weighIn(larder: Larder, grams = 26_000) {
  const animal = await arrive(larder, grams);
  const { book } = await figures(larder, animal.code);
  const carcass = (book.items as { id: string; kind: string }[]).find((i) => i.kind === 'carcass')?.id ?? '';
  return { ...animal, carcass };
}

const discard = (animal: string, from: string, grams: number, at = Date.now()) => ({
  id: id(),
  at,
  hand: 'Tove',
  device: 'load',
  intent: { kind: 'discard', animal, from, reason: 'rind', reading: { grams, how: 'typed' } }
});

const post = (larder: Larder, path: string, body: unknown, headers: Record<string, string> = {}) =>
  fetch(`${larder.url}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body)
  });

// What a device keeps is what these are about.
test.use({ serviceWorkers: 'allow' });

test('the server goes down: three takes are kept, outlive a reload, and are booked once each when it is back', async ({
  page,
  larder
}) => {
  const { code } = await weighIn(larder);
  await open(page, `${larder.url}/bench/${code}`);
  // The page is kept on the device before the server goes.
  await keptHere(page);

  const take = async (weight: string) => {
    for (const digit of weight) await page.keyboard.press(digit);
    await expect(page.getByTestId('typed')).toHaveText(weight);
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('typed')).toHaveCount(0);
  };
  await take('0.19');
  await allSent(page);

  await larder.stop();
  await take('0.2');
  await take('2.71');
  await take('2.69');
  await expect(page.getByTestId('outbox')).toHaveAttribute('data-state', 'away');
  await expect(page.getByTestId('outbox')).toContainText('3 kept, server away');
  const stillOn = await page.getByTestId('still-on').textContent();
  expect(stillOn).toBe('25.61 kg');

  await page.reload();
  await expect(page.getByTestId('outbox')).toHaveAttribute('data-waiting', '3');
  await expect(page.getByTestId('still-on')).toHaveText('25.61 kg');

  await larder.start();
  await allSent(page);
  await expect(page.getByTestId('outbox')).toHaveAttribute('data-state', 'idle');
  const { book, beam } = await figures(larder, code);
  const cuts = (book.entries as { id: string; intent: { kind: string } }[]).filter(
    (e) => e.intent.kind === 'cut'
  );
  expect(cuts).toHaveLength(4);
  expect(new Set(cuts.map((c) => c.id)).size).toBe(4);
  expect(beam.stillOn).toBe(26_000 - 190 - 200);
  await page.reload();
  await expect(page.getByTestId('still-on')).toHaveText('25.61 kg');
  expect((await audit(larder)).findings).toEqual([]);
});

test('what somebody else has made impossible meanwhile comes back by name, and is not lost', async ({
  page,
  larder
}) => {
  const { id: animal, code, carcass } = await weighIn(larder, 3_000);
  await open(page, `${larder.url}/bench/${code}`);
  await page.route('**/api/v1/entries', (route) => route.abort());
  for (const digit of '0.16') await page.keyboard.press(digit);
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('outbox')).toContainText('1 kept');
  // Another bench takes nearly all of the same carcass.
  const other = await post(larder, '/api/v1/entries', [discard(animal, carcass, 2_900)]);
  expect(((await other.json()) as { results: { status: string }[] }).results[0]?.status).toBe('booked');
  await page.unroute('**/api/v1/entries');
  await expect(page.getByTestId('notice')).toContainText('Not booked: Fillet, left');
  await expect(page.getByTestId('notice')).toContainText('0.100 kg left by the book');
  await expect(page.getByTestId('still-on')).toHaveText('0.10 kg');
  await page.getByRole('button', { name: 'I have seen it' }).click();
  await expect(page.getByTestId('notice')).not.toContainText('Not booked');
  expect((await audit(larder)).findings).toEqual([]);
});

test('a page that was never open says, without the server, that it is away; it comes when that is back', async ({
  page,
  larder
}) => {
  await open(page, larder.url);
  await keepsPages(page);
  await page.reload();
  await larder.stop();
  await page.goto(`${larder.url}/worth`);
  await expect(page.getByRole('heading', { name: 'The larder’s server is away' })).toBeVisible();
  // What was open shows what it said last.
  await page.goto(larder.url);
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  await page.goto(`${larder.url}/worth`);
  await larder.start();
  await page.getByRole('link', { name: 'Try again' }).click();
  await expect(page.getByRole('link', { name: 'Worth' })).toHaveAttribute('aria-current', 'page');
});

test('killed while eight clients post: every acknowledged entry is there, and the audit is empty', async ({
  larder
}) => {
  const animals = await Promise.all(Array.from({ length: 8 }, () => weighIn(larder, 1_900_000)));
  const acknowledged = new Set<string>();
  let running = true;
  const client = async ({ id: animal, carcass }: { id: string; carcass: string }) => {
    while (running) {
      const batch = Array.from({ length: 5 }, () => discard(animal, carcass, 10));
      try {
        const response = await post(larder, '/api/v1/entries', batch);
        const { results } = (await response.json()) as { results: { status: string; id: string }[] };
        for (const result of results) if (result.status === 'booked') acknowledged.add(result.id);
      } catch {
        return;
      }
    }
  };
  const clients = animals.map(client);
  for (let round = 0; round < 200 && acknowledged.size < 200; round += 1)
    await new Promise((r) => setTimeout(r, 50));
  await larder.stop('SIGKILL');
  running = false;
  await Promise.all(clients);
  expect(acknowledged.size).toBeGreaterThanOrEqual(200);
  await larder.start();
  const booked = new Set<string>();
  for (const { code } of animals)
    for (const e of (await figures(larder, code)).book.entries as { id: string }[]) booked.add(e.id);
  for (const one of acknowledged) expect(booked.has(one)).toBe(true);
  expect((await audit(larder)).findings).toEqual([]);
});

test('two processes on one larder, twenty benches: nothing lost, nothing doubled, both streams whole', async ({
  larder
}) => {
  const BENCHES = 20;
  const [BATCHES, BATCH] = [10, 10];
  const twin = await launch({ folder: larder.folder });
  const animals = [];
  for (let i = 0; i < BENCHES; i += 1) animals.push(await weighIn(larder, 1_900_000));
  // Each process tells of every entry, whichever has booked it.
  const streams = new AbortController();
  const heard = new Map<string, number[]>();
  const opened: Promise<void>[] = [];
  for (const [name, { url }] of Object.entries({ larder, twin }))
    for (const { id: animal } of animals) {
      const seqs: number[] = [];
      heard.set(`${name} ${animal}`, seqs);
      const response = await fetch(`${url}/api/v1/bench/${animal}/stream`, { signal: streams.signal });
      let begun = (): void => undefined;
      opened.push(new Promise((done) => (begun = done)));
      void (async () => {
        let text = '';
        for await (const piece of response.body!.pipeThrough(new TextDecoderStream())) {
          text += piece;
          const events = text.split('\n\n');
          text = events.pop() ?? '';
          for (const event of events) {
            const seq = /^event: book\ndata: (\d+)$/m.exec(event)?.[1];
            if (seq) seqs.push(Number(seq));
          }
          // The first number is that of its newest entry by then.
          if (seqs.length > 0) begun();
        }
      })().catch(() => undefined);
    }
  await Promise.all(opened);
  const first = new Map([...heard].map(([key, seqs]) => [key, seqs.length]));
  // A bench asks again when its answer is lost or the larder is busy: the same ids, booked once.
  const statuses = new Map<string, number>();
  const bench = async ({ id: animal, carcass }: { id: string; carcass: string }, n: number) => {
    for (let batch = 0; batch < BATCHES; batch += 1) {
      const drafts = Array.from({ length: BATCH }, () => discard(animal, carcass, 10));
      for (let tries = 0; tries < 20; tries += 1) {
        const response = await post((n + batch) % 2 ? larder : twin, '/api/v1/entries', drafts);
        if (response.status === 503) continue;
        const { results } = (await response.json()) as { results: { status: string }[] };
        for (const { status } of results) statuses.set(status, (statuses.get(status) ?? 0) + 1);
        break;
      }
    }
  };
  await Promise.all(animals.map(bench));
  expect([...statuses]).toEqual([['booked', BENCHES * BATCHES * BATCH]]);
  const { findings, entries } = await audit(larder);
  expect(findings).toEqual([]);
  expect(entries).toBe(BENCHES * (1 + BATCHES * BATCH));
  for (const { id: animal, code } of animals) {
    const { book } = await figures(twin, code);
    const seqs = (book.entries as { seq: number }[]).slice(1).map((e) => e.seq);
    expect(seqs).toHaveLength(BATCHES * BATCH);
    for (const name of ['larder', 'twin']) {
      const key = `${name} ${animal}`;
      const told = () => (heard.get(key) ?? []).slice(first.get(key)).sort((a, b) => a - b);
      await expect.poll(told).toEqual(seqs);
    }
  }
  streams.abort();
  expect(twin.errors(), 'the second server logged an error').not.toContain('"level":50');
});

test('a larder that is read only or full says so with 503 and 507, in the API and on the page, and books nothing', async ({
  page,
  larder
}) => {
  const { id: animal, carcass, code } = await weighIn(larder);
  await larder.stop('SIGTERM');
  await larder.start({ LARDER_READ_ONLY: '1' });
  const refused = await post(larder, '/api/v1/entries', [discard(animal, carcass, 100)]);
  expect(refused.status).toBe(503);
  expect(refused.headers.get('content-type')).toBe('application/problem+json');
  expect(await refused.json()).toMatchObject({ status: 503, title: 'The larder is read only' });
  await open(page, `${larder.url}/weigh-in`);
  await page.getByRole('textbox', { name: 'Weight' }).fill('31.5');
  await page.getByRole('textbox', { name: 'Tag' }).fill('F 7');
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await expect(page.getByRole('alert')).toContainText('read only');
  await expect(page.getByRole('textbox', { name: 'Weight' })).toHaveValue('31.5');
  await expect(page.getByRole('textbox', { name: 'Tag' })).toHaveValue('F 7');
  await page.goto(`${larder.url}/animals/${code}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('to expect');

  await larder.stop('SIGTERM');
  await larder.start({ LARDER_MAX_PAGES: '1' });
  let full: Response | undefined;
  for (let i = 0; i < 400 && full?.status !== 507; i += 1) {
    const batch = Array.from({ length: 20 }, () => discard(animal, carcass, 1));
    full = await post(larder, '/api/v1/entries', batch);
    if (full.ok) await full.text();
  }
  expect(full?.status).toBe(507);
  expect(await full?.json()).toMatchObject({ status: 507, title: 'The larder is full' });
  await larder.stop('SIGTERM');
  await larder.start();
  expect((await post(larder, '/api/v1/entries', [discard(animal, carcass, 1)])).status).toBe(200);
  expect((await audit(larder)).findings).toEqual([]);
});

test('turns away strange hosts, other sites, and what is too large; headers keep the page to itself', async ({
  larder
}) => {
  const raw = (headers: Record<string, string>, method = 'GET', path = '/') =>
    new Promise<number>((resolve, reject) => {
      const { port } = new URL(larder.url);
      const request = rawRequest({ host: '127.0.0.1', port, path, method, headers }, (response) => {
        response.resume();
        resolve(response.statusCode ?? 0);
      });
      request.on('error', reject);
      request.end(method === 'POST' ? '{}' : undefined);
    });
  const { host } = new URL(larder.url);
  expect(await raw({ host })).toBe(200);
  expect(await raw({ host: `localhost:${new URL(larder.url).port}` })).toBe(200);
  expect(await raw({ host: 'larder.example' })).toBe(421);
  expect(await raw({ host: 'larder.example' }, 'GET', '/api/v1/animals')).toBe(421);
  const json = { host, 'content-type': 'application/json', 'content-length': '2' };
  expect(await raw({ ...json, origin: 'http://elsewhere.example' }, 'POST', '/api/v1/entries')).toBe(403);
  expect(await raw({ ...json, 'sec-fetch-site': 'cross-site' }, 'POST', '/api/v1/entries')).toBe(403);
  expect(await raw({ ...json, origin: `http://${host}` }, 'POST', '/api/v1/entries')).toBe(422);
  const form = { host, 'content-type': 'application/x-www-form-urlencoded', 'content-length': '2' };
  expect(await raw({ ...form, origin: 'http://elsewhere.example' }, 'POST', '/weigh-in')).toBe(403);

  const large = await post(larder, '/api/v1/entries', JSON.stringify([{ note: 'x'.repeat(3_000_000) }]));
  expect(large.status).toBe(413);
  expect(await large.json()).toMatchObject({ status: 413 });
  const page = await fetch(`${larder.url}/`);
  const policy = page.headers.get('content-security-policy') ?? '';
  for (const part of [
    "default-src 'self'",
    "object-src 'none'",
    "frame-ancestors 'none'",
    "form-action 'self'",
    "base-uri 'self'"
  ])
    expect(policy).toContain(part);
  expect(policy).not.toContain("script-src 'self' 'unsafe-inline'");
  expect(page.headers.get('x-content-type-options')).toBe('nosniff');
});

test('listens on loopback only unless told otherwise', async () => {
  const larder = await launch();
  const { networkInterfaces } = await import('node:os');
  const port = Number(new URL(larder.url).port);
  expect(await freePort()).toBeGreaterThan(0);
  for (const address of Object.values(networkInterfaces()).flat()) {
    if (!address || address.internal || address.family !== 'IPv4') continue;
    await expect(
      fetch(`http://${address.address}:${port}/healthz`, { signal: AbortSignal.timeout(2_000) })
    ).rejects.toThrow();
  }
  await larder.end();
});
