import { randomBytes } from 'node:crypto';
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { uuidv7 } from '../src/core/units/id';
import { libsqlDouble } from '../src/lib/server/db/libsql-double';
import { arrive, audit, expect, freePort, launch, open, test } from './kit';

/** A logger's file of a reading a minute. */
function minutes(rows: number): string {
  const from = Date.UTC(2025, 0, 1);
  const lines = ['Date Time;Temp °C;RH %'];
  for (let i = 0; i < rows; i += 1) {
    const stamp = new Date(from + i * 60_000).toISOString();
    lines.push(`${stamp.slice(0, 10)} ${stamp.slice(11, 19)};${(3 + (i % 20) / 10).toFixed(1)};8${i % 9}.0`);
  }
  return lines.join('\n');
}

test('a backup that is broken off, and a photograph that cannot be read: the server goes on, and says what is missing', async ({
  larder
}) => {
  const { id } = await arrive(larder);
  const picture = readFileSync(
    join(
      'static',
      'icons',
      readdirSync(join('static', 'icons')).find((n) => n.endsWith('.png'))!
    )
  );
  const kept = await fetch(`${larder.url}/api/v1/photos`, {
    method: 'POST',
    headers: { 'content-type': 'image/png' },
    body: picture
  });
  const { photo: file } = (await kept.json()) as { photo: string };
  const noted = await fetch(`${larder.url}/api/v1/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      id: uuidv7(Date.now(), (n) => new Uint8Array(randomBytes(n))),
      at: Date.now(),
      hand: 'Tove',
      device: 'page',
      intent: { kind: 'note', animal: id, photo: file, text: 'the left ham' }
    })
  });
  expect(await noted.json()).toMatchObject({ results: [{ status: 'booked' }] });
  const photo = join(larder.folder, 'photos', file);
  rmSync(photo);
  symlinkSync('/proc/self/mem', photo);
  for (let i = 0; i < 8; i += 1) {
    const halt = new AbortController();
    const asked = fetch(`${larder.url}/api/v1/backup.zip`, { signal: halt.signal });
    setTimeout(() => halt.abort(), i * 15);
    await asked.then((response) => response.arrayBuffer()).catch(() => undefined);
  }
  const whole = await fetch(`${larder.url}/api/v1/backup.zip`);
  expect(whole.status).toBe(200);
  expect(whole.headers.get('content-disposition')).toContain('-incomplete.zip');
  expect((await whole.arrayBuffer()).byteLength).toBeGreaterThan(1_000);
  // What is answered of it breaks off; the next request is answered.
  await fetch(`${larder.url}/api/v1/photos/${file}`).catch(() => undefined);
  expect((await audit(larder)).findings).toMatchObject([{ code: 'photograph' }]);
});

test('what takes more memory than there is for it ends nothing but itself; what comes after it is read', async () => {
  const larder = await launch({ env: { LARDER_THREAD_MB: '96' } });
  const send = (body: string) =>
    fetch(`${larder.url}/api/v1/readings/import?place=room:cold&look=true&timeZone=Europe/Oslo`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv' },
      body
    });
  const [first, ...others]: Response[] = await Promise.all([
    send(minutes(600_000)),
    send(minutes(3_000)),
    send(minutes(200))
  ]);
  expect(await first?.json()).toMatchObject({ status: 422, title: 'It is too much for one piece' });
  for (const [i, other] of others.entries())
    expect(await other.json()).toMatchObject({ good: [3_000, 200][i] });
  expect((await audit(larder)).findings).toEqual([]);
  await larder.end();
});

test('twenty sheets asked for at once are all printed, and the larder answers meanwhile', async ({
  demo
}) => {
  const { animals } = (await (await fetch(`${demo.url}/api/v1/animals`)).json()) as {
    animals: { code: string; work: string }[];
  };
  const code = animals.find(({ work }) => work === 'hanging')!.code;
  let printed = 0;
  const sheets = Array.from({ length: 20 }, async () => {
    const response = await fetch(`${demo.url}/animals/${code}/sheet.pdf`);
    const bytes = Buffer.from(await response.arrayBuffer());
    expect([response.status, bytes.subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
    printed += 1;
  });
  let between = 0;
  while (printed < 20) {
    expect((await fetch(`${demo.url}/api/v1/animals?limit=1`)).status).toBe(200);
    if (printed < 20) between += 1;
    await new Promise((next) => setTimeout(next, 5));
  }
  await Promise.all(sheets);
  expect(between).toBeGreaterThan(10);
});

test('while the database server is away pages say so with 503; benches go on, and all is back by itself', async ({
  page
}) => {
  const TOKEN = 'let me in';
  const folder = mkdtempSync(join(tmpdir(), 'larder-away-'));
  let server = await libsqlDouble(folder, TOKEN);
  const port = Number(new URL(server.url).port);
  const larder = await launch({ env: { DATABASE_URL: server.url, DATABASE_AUTH_TOKEN: TOKEN } });
  const { code } = await arrive(larder);
  await open(page, `${larder.url}/bench/${code}`);
  const work = page.getByRole('navigation', { name: 'Order of work' });
  await work.getByRole('button', { name: /^\d+ more/ }).click();
  await work.getByRole('button', { name: /^Shoulder, left/ }).click();
  server.close();
  for (const key of ['2', '.', '7', 'Enter']) await page.keyboard.press(key);
  await expect(page.getByTestId('outbox')).toContainText('1 kept');
  const answered = await fetch(`${larder.url}/api/v1/animals`);
  expect([answered.status, answered.headers.get('content-type')]).toEqual([503, 'application/problem+json']);
  for (const path of ['/', '/animals', `/animals/${code}`, '/animals/__data.json']) {
    const response = await fetch(`${larder.url}${path}`);
    expect([path, response.status]).toEqual([path, 503]);
    expect(await response.text()).toContain('The larder’s database does not answer');
  }
  server = await libsqlDouble(folder, TOKEN, { port });
  await expect(page.getByTestId('outbox')).toHaveAttribute('data-waiting', '0');
  expect((await fetch(`${larder.url}/animals`)).status).toBe(200);
  const { findings, entries } = await audit(larder);
  expect(findings).toEqual([]);
  expect(entries).toBe(2);
  await larder.end();
  server.close();
  rmSync(folder, { recursive: true, force: true });
});

test('a server that ends by a fault is started again, and says why; one that is told to end stays away', async () => {
  const data = mkdtempSync(join(tmpdir(), 'larder-again-'));
  mkdirSync(join(data, 'larder'));
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const started = spawn(process.execPath, [join('scripts', 'start.mjs')], {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: {
      ...process.env,
      PORT: String(port),
      HOST: '127.0.0.1',
      LARDER_DATA: join(data, 'larder'),
      NODE_ENV: 'test'
    }
  });
  const ended = new Promise<number | null>((end) => started.once('exit', (status) => end(status)));
  let said = '';
  for (const stream of [started.stdout, started.stderr])
    stream.on('data', (chunk: Buffer) => void (said += chunk.toString()));
  const answers = () =>
    fetch(`${url}/healthz`).then(
      ({ ok }) => ok,
      () => false
    );
  /** The server itself, which `npm start` has started. */
  const server = () => {
    const children = readFileSync(`/proc/${started.pid}/task/${started.pid}/children`, 'utf8')
      .trim()
      .split(' ');
    return Number(children[0]);
  };
  await expect.poll(answers).toBe(true);
  const first = server();
  process.kill(first, 'SIGKILL');
  await expect.poll(() => said).toContain('The server ended by the signal SIGKILL.');
  await expect.poll(answers).toBe(true);
  expect(server()).not.toBe(first);
  started.kill('SIGTERM');
  expect(await ended).toBe(0);
  expect(await answers()).toBe(false);
  rmSync(data, { recursive: true, force: true });
});
