import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, expect, type Page } from '@playwright/test';
import { auditSubject, subjectOf, type BookedEntry, type Finding } from '../src/core/book';
import { ensureDemo } from '../scripts/demo-kept.mjs';
import { listening, serverEnv } from '../scripts/serve.mjs';

/** A running larder with a folder of its own. */
export interface Larder {
  url: string;
  folder: string;
  /** Starts it again on the same port and folder. */
  start: (env?: Record<string, string>) => Promise<void>;
  stop: (signal?: NodeJS.Signals) => Promise<void>;
  end: () => Promise<void>;
  errors: () => string;
}

export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** Those that run: a test that fails half-way leaves none behind. */
const running = new Set<Larder>();

/** Servers of this worker that nobody uses at the moment: the next test has one of them, with a larder of its own. */
const idle: { child: ChildProcess; port: number; folder: string; demo: boolean }[] = [];

export interface LaunchOptions {
  demo?: boolean;
  folder?: string;
  env?: Record<string, string>;
  pace?: 'test' | 'real';
}

/** Lays into a folder what a larder begins with: the kept demo, or nothing. */
async function furnished(folder: string, demo: boolean): Promise<void> {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  if (demo) cpSync(await ensureDemo(), folder, { recursive: true });
}

/** Starts a larder of its own; it ends with the test at the latest. */
export async function launch(options: LaunchOptions = {}): Promise<Larder> {
  const { demo = false } = options;
  const isPlain = !options.folder && !options.env && options.pace !== 'real';
  const at = isPlain ? idle.findIndex((one) => one.demo === demo) : -1;
  const [waiting] = at < 0 ? [] : idle.splice(at, 1);
  const folder = options.folder ?? waiting?.folder ?? mkdtempSync(join(tmpdir(), 'larder-e2e-'));
  if (!options.folder) await furnished(folder, demo);
  const port = waiting?.port ?? (await freePort());
  const url = `http://127.0.0.1:${port}`;
  let child = waiting?.child;
  let errors = '';
  const hear = (chunk: Buffer) => void (errors += chunk.toString());
  const larder: Larder = {
    url,
    folder,
    errors: () => errors,
    async start(env = {}) {
      const started = spawn(process.execPath, [join('build', 'index.js')], {
        stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
        env: {
          ...serverEnv({ host: '127.0.0.1', port, data: folder, demo }),
          // Nobody waits here for pieces to be laid on, and no finger bounces.
          NODE_ENV: 'test',
          LARDER_TEST_PACE: options.pace === 'real' ? '' : '1',
          ...options.env,
          ...env
        } as NodeJS.ProcessEnv
      });
      for (const stream of [started.stdout, started.stderr]) stream?.on('data', hear);
      child = started;
      await listening(url, started);
    },
    async stop(signal = 'SIGKILL') {
      const old = child;
      child = undefined;
      if (!old || old.exitCode !== null || old.signalCode !== null) return;
      const ended = new Promise((resolve) => old.once('exit', resolve));
      old.kill(signal);
      await ended;
    },
    async end() {
      running.delete(larder);
      const left = child;
      if (isPlain && left?.connected && !restarted) {
        const gone = new Promise((resolve) => left.once('message', resolve));
        left.send('leave');
        await gone;
        for (const stream of [left.stdout, left.stderr]) stream?.off('data', hear);
        idle.push({ child: left, port, folder, demo });
        return;
      }
      await larder.stop();
      rmSync(folder, { recursive: true, force: true });
    }
  };
  /** One that was stopped and started has other settings than the next test may want. */
  let restarted = false;
  running.add(larder);
  if (child) {
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', hear);
    child.send('go on');
    await listening(url, child);
  } else await larder.start();
  const start = larder.start;
  larder.start = (env) => {
    restarted = true;
    return start(env);
  };
  return larder;
}

interface Fixtures {
  /** The demo larder that all tests share which only look: whatever is booked in it fails the run. */
  shared: Pick<Larder, 'url'>;
  /** An empty larder, one a test. */
  larder: Larder;
  /** The demo larder, one a test. */
  demo: Larder;
  onlyHome: undefined;
  noneLeft: undefined;
}

export const test = base.extend<Fixtures, { noServerLeft: undefined }>({
  shared: async ({ context }, use) => {
    const written: string[] = [];
    context.on('request', (request) => {
      const { pathname } = new URL(request.url());
      // What the bench asks its stand-in scale for is kept nowhere.
      if (request.method() !== 'GET' && pathname !== '/api/v1/scale')
        written.push(`${request.method()} ${pathname}`);
    });
    await use({ url: process.env.LARDER_E2E_SHARED ?? '' });
    expect(written, 'a test that only looks has written').toEqual([]);
  },
  larder: async ({ browserName: _ }, use) => {
    const larder = await launch();
    await use(larder);
    expect(larder.errors(), 'the server logged an error').not.toContain('"level":50');
  },
  demo: async ({ browserName: _ }, use) => {
    const larder = await launch({ demo: true });
    await use(larder);
    expect(larder.errors(), 'the server logged an error').not.toContain('"level":50');
  },
  noneLeft: [
    async ({ browser }, use) => {
      await use(undefined);
      // Pages that still listen would ask a server of the next test.
      for (const context of browser.contexts()) await context.close();
      for (const larder of [...running]) await larder.end();
    },
    { auto: true }
  ],
  noServerLeft: [
    // eslint-disable-next-line no-empty-pattern -- asks for nothing
    async ({}, use) => {
      await use(undefined);
      for (const { child, folder } of idle.splice(0)) {
        child.kill('SIGKILL');
        rmSync(folder, { recursive: true, force: true });
      }
    },
    { auto: true, scope: 'worker' }
  ],
  // No request may leave the machine, in any test.
  onlyHome: [
    async ({ context }, use) => {
      const away: string[] = [];
      context.on('request', (request) => {
        const url = new URL(request.url());
        if (!['127.0.0.1', 'localhost'].includes(url.hostname) && !/^(data|blob):$/.test(url.protocol))
          away.push(request.url());
      });
      await use(undefined);
      expect(away, 'requests that left the machine').toEqual([]);
    },
    { auto: true }
  ]
});

export { expect };

/** Figures of an animal by the API. */
export async function figures(larder: Pick<Larder, 'url'>, code: string) {
  const get = async (path: string) => (await fetch(`${larder.url}/api/v1/animals/${code}${path}`)).json();
  return {
    animal: await get(''),
    beam: await get('/beam'),
    yield: await get('/yield'),
    worth: await get('/worth'),
    book: await get('/book')
  };
}

/** The code of the demo's first animal of a name. */
export async function codeOf({ url }: Pick<Larder, 'url'>, name: string): Promise<string> {
  const { animals } = (await (await fetch(`${url}/api/v1/animals`)).json()) as {
    animals: { code: string; name: string }[];
  };
  const found = animals.find((a) => a.name === name);
  if (!found) throw new Error(`no ${name} in the demo`);
  return found.code;
}

export async function audit(larder: Pick<Larder, 'url'>): Promise<{ entries: number; findings: unknown[] }> {
  return (await fetch(`${larder.url}/api/v1/audit`)).json() as Promise<{
    entries: number;
    findings: unknown[];
  }>;
}

/**
 * What the audit would find of one animal: its entries are derived and summed anew, here and not in the server. The whole
 * larder takes seconds, and is looked at where more than one animal was touched.
 */
export async function unsound(larder: Pick<Larder, 'url'>, code: string): Promise<Finding[]> {
  const { animal, entries } = (await figures(larder as Larder, code)).book as {
    animal: { id: string };
    entries: BookedEntry[];
  };
  return auditSubject(entries, animal.id).findings;
}

/**
 * What the audit would find of all that a test has booked in the demo, batches and lots among it: the book is read out, and
 * each animal, batch and lot of the new entries is derived anew, here and not in the server.
 */
export async function unsoundNew(larder: Pick<Larder, 'url'>): Promise<Finding[]> {
  const text = await (await fetch(`${larder.url}/api/v1/export/book.jsonl`)).text();
  const entries = text
    .trim()
    .split('\n')
    .slice(1, -1)
    .map((line) => JSON.parse(line) as BookedEntry);
  const fresh = entries.filter(({ seq }) => seq > Number(process.env.LARDER_E2E_BEGUN));
  expect(fresh.length, 'the test has booked something').toBeGreaterThan(0);
  const subjects = new Set(fresh.map(({ intent }) => subjectOf(intent)));
  return [...subjects].flatMap((subject) => auditSubject(entries, subject).findings);
}

/** Opens a page and waits until it listens. */
export async function open(page: Page, url: string): Promise<void> {
  await page.goto(url);
  await expect(page.locator('html')).toHaveAttribute('data-awake', '');
}

/**
 * Waits until what the bench has asked the stand-in for lies on the plate, steady, and may be taken: after a take, another
 * step, or something taken back.
 */
export const settled = (page: Page): Promise<void> =>
  expect(page.locator('[data-testid="reading"][data-state="ready"][data-laid]')).toBeVisible();

const titleOf = (page: Page) => page.locator('li[aria-current="step"] h2');

/**
 * Waits until the bench's scale shows a steady piece. Steps that ask for no weight (the room, the edge) are said to be
 * done on the way, by key or by pointer.
 * @returns the presses that took
 */
export async function steady(page: Page, by: 'key' | 'pointer' = 'key'): Promise<number> {
  const take = page.getByTestId('take');
  const says = page.locator('[data-testid="take"]:is([data-act="say"], [data-act="glands"])');
  const lies = page.locator('[data-testid="reading"][data-state="ready"][data-laid]');
  for (let presses = 0; ; presses += 1) {
    await expect(says.or(lies).first()).toBeVisible();
    if ((await says.count()) === 0) return presses;
    const title = await titleOf(page).textContent();
    // A question has presses of its own; the big one answers none.
    const question = (await take.getAttribute('data-question')) !== null;
    if (by === 'key') await page.keyboard.press(question ? 'y' : 'Space');
    else await (question ? page.getByTestId('answer') : take).click();
    await expect(titleOf(page)).not.toHaveText(title ?? '');
  }
}

/** Takes what lies there, and waits until the bench has gone on to the next step: a quick scale may have that ready at once. */
export async function taken(page: Page, press: () => Promise<unknown>): Promise<void> {
  const title = await titleOf(page).textContent();
  await press();
  await expect(titleOf(page)).not.toHaveText(title ?? '');
}

/** Waits until the device keeps the pages that are opened. */
export const keepsPages = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    const { serviceWorker } = navigator;
    await serviceWorker.ready;
    if (!serviceWorker.controller)
      await new Promise((taken) => serviceWorker.addEventListener('controllerchange', taken, { once: true }));
  });

/** Waits until the device keeps this page, one of those that book without the server. */
export async function keptHere(page: Page): Promise<void> {
  await keepsPages(page);
  await page.evaluate(() => navigator.serviceWorker.controller?.postMessage({ keep: location.pathname }));
  await expect
    .poll(() =>
      page.evaluate(async () => {
        const pages = await (await caches.open('pages')).keys();
        return pages.some(({ url }) => new URL(url).pathname === location.pathname);
      })
    )
    .toBe(true);
}

/** Waits until everything booked on this page has been answered. */
export const allSent = (page: Page) =>
  expect(page.getByTestId('outbox')).toHaveAttribute('data-waiting', '0');

/** Weighs a fallow doe in past the pages. */
export async function arrive(
  larder: Pick<Larder, 'url'>,
  grams = 26_000
): Promise<{ id: string; code: string }> {
  const response = await fetch(`${larder.url}/api/v1/animals`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      facts: { species: 'fallow', sex: 'female', ageClass: 'adult' },
      reading: { grams, how: 'typed', stage: 'hanging' },
      // Round weights of a test are no weights of a fallow doe.
      sure: ['weight']
    })
  });
  expect(response.status).toBe(201);
  return (await response.json()) as { id: string; code: string };
}

/** Weighs an animal in by the form and goes to its bench; gives its code. */
export async function toBench(
  page: Page,
  url: string,
  species: string,
  weight: string,
  { count, stage }: { count?: number; stage?: string } = {}
): Promise<string> {
  await open(page, `${url}/weigh-in`);
  await page.getByLabel('Species').selectOption(species);
  if (stage) await page.getByLabel('Stage').selectOption(stage);
  if (count) await page.getByLabel('How many').fill(String(count));
  await page.getByRole('textbox', { name: 'Weight' }).fill(weight);
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await page.waitForURL(/\/animals\//);
  const code = page.url().split('/').at(-1) ?? '';
  await page.getByRole('link', { name: 'To the bench' }).click();
  await page.waitForURL(/\/bench\//);
  return code;
}

/**
 * One press a step until nothing is left to do.
 * @param done  what stands there then
 */
export async function workOff(
  page: Page,
  most = 40,
  done = page.getByRole('link', { name: /See what it gave/ })
): Promise<number> {
  const take = page.getByTestId('take');
  // At the end there is no step, and none is waited for.
  const title = async () => (await page.locator('.order h2').allTextContents())[0];
  for (let presses = 0; presses < most; presses += 1) {
    if (await done.isVisible()) {
      await allSent(page);
      return presses;
    }
    const question = (await take.getAttribute('data-question')) !== null;
    const weighs = !/^(say|glands|open)$/.test((await take.getAttribute('data-act')) ?? '');
    // Where nobody weighs there is nothing to wait for.
    const followed = (await page.getByTestId('reading').getAttribute('data-state')) === 'followed';
    if (weighs && !followed) await settled(page);
    const before = await title();
    await (question ? page.getByTestId('answer').first() : take).click();
    await expect.poll(async () => (await done.isVisible()) || (await title()) !== before).toBe(true);
  }
  throw new Error('the work has no end');
}
