import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, expect, type Page } from '@playwright/test';
import { serverEnv, untilHealthy } from '../scripts/serve.mjs';

/** Where the demo's larder is made once a run; each test starts on a copy. */
export const TEMPLATE = join(tmpdir(), `larder-e2e-template-${process.env.LARDER_E2E_RUN ?? 'none'}`);

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

/** Starts a larder of its own on a free port; it ends with the test at the latest. */
export async function launch(
  options: { demo?: boolean; folder?: string; env?: Record<string, string> } = {}
): Promise<Larder> {
  const folder = options.folder ?? mkdtempSync(join(tmpdir(), 'larder-e2e-'));
  if (options.demo && !options.folder && existsSync(TEMPLATE)) cpSync(TEMPLATE, folder, { recursive: true });
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  let child: ChildProcess | undefined;
  let errors = '';
  const larder: Larder = {
    url,
    folder,
    errors: () => errors,
    async start(env = {}) {
      const started = spawn(process.execPath, [join('build', 'index.js')], {
        stdio: ['ignore', 'pipe', 'pipe'],
        env: {
          ...serverEnv({ host: '127.0.0.1', port, data: folder, demo: options.demo ?? false }),
          // A quick hand: nobody waits here for pieces to be laid on.
          LARDER_SCALE_HZ: '20',
          ...options.env,
          ...env
        } as NodeJS.ProcessEnv
      });
      for (const stream of [started.stdout, started.stderr])
        stream.on('data', (chunk: Buffer) => (errors += chunk.toString()));
      child = started;
      await untilHealthy(url, started, 60);
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
      await larder.stop();
      rmSync(folder, { recursive: true, force: true });
    }
  };
  running.add(larder);
  await larder.start();
  return larder;
}

interface Fixtures {
  /** An empty larder, one a test. */
  larder: Larder;
  /** The demo larder, one a test. */
  demo: Larder;
  onlyHome: undefined;
  noneLeft: undefined;
}

export const test = base.extend<Fixtures>({
  larder: async ({ browserName: _ }, use) => {
    const larder = await launch();
    await use(larder);
    expect(larder.errors(), 'the server logged an error').not.toContain('"level":50');
    await larder.end();
  },
  demo: async ({ browserName: _ }, use) => {
    const larder = await launch({ demo: true });
    await use(larder);
    expect(larder.errors(), 'the server logged an error').not.toContain('"level":50');
    await larder.end();
  },
  noneLeft: [
    async ({ browserName: _ }, use) => {
      await use(undefined);
      for (const larder of [...running]) await larder.end();
    },
    { auto: true }
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
export async function figures(larder: Larder, code: string) {
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

export async function audit(larder: Larder): Promise<{ entries: number; findings: unknown[] }> {
  return (await fetch(`${larder.url}/api/v1/audit`)).json() as Promise<{
    entries: number;
    findings: unknown[];
  }>;
}

/** Opens a page and waits until it listens. */
export async function open(page: Page, url: string): Promise<void> {
  await page.goto(url);
  await expect(page.locator('html')).toHaveAttribute('data-awake', '');
}

/**
 * Waits until the bench's scale shows a steady piece. Steps that ask for no weight (the room, the edge) are said to be
 * done on the way, by key or by pointer.
 * @returns the presses that took
 */
export async function steady(page: Page, by: 'key' | 'pointer' = 'key'): Promise<number> {
  const take = page.getByTestId('take');
  const reading = page.getByTestId('reading');
  let presses = 0;
  // What is shown of the step may be a frame behind the press before: a step that asks for no weight may still come.
  await expect(async () => {
    if (/^(say|glands)$/.test((await take.getAttribute('data-act')) ?? '')) {
      const title = await page.locator('li[aria-current="step"] h2').textContent();
      // Two presses in a blink are one, and the bounce of a take says of no step that it is done.
      await page.waitForTimeout(450);
      // A question has presses of its own; the big one answers none.
      const question = (await take.getAttribute('data-question')) !== null;
      if (by === 'key') await page.keyboard.press(question ? 'y' : 'Space');
      else await (question ? page.getByTestId('answer') : take).click();
      presses += 1;
      await expect(page.locator('li[aria-current="step"] h2')).not.toHaveText(title ?? '');
    }
    await expect(take).not.toHaveAttribute('data-act', /^(say|glands)$/, { timeout: 1 });
    await expect(reading).toHaveAttribute('data-state', 'ready', { timeout: 1_500 });
  }).toPass({ timeout: 30_000 });
  if (presses > 0) {
    await page.waitForTimeout(300);
    await expect(reading).toHaveAttribute('data-state', 'ready');
  }
  return presses;
}

/**
 * The same after another step was chosen or something was taken back: the stand-in lifts one piece off and lays the next,
 * so what is steady now may be on its way off. Steady is what stays for half a second.
 */
export async function settled(page: Page): Promise<void> {
  const reading = page.getByTestId('reading');
  await expect(async () => {
    await expect(reading).toHaveAttribute('data-state', 'ready', { timeout: 5_000 });
    const shown = await reading.textContent();
    await page.waitForTimeout(500);
    await expect(reading).toHaveAttribute('data-state', 'ready', { timeout: 100 });
    expect(await reading.textContent()).toBe(shown);
  }).toPass({ timeout: 20_000 });
}

/** Waits until everything booked on this page has been answered. */
export const allSent = (page: Page) =>
  expect(page.getByTestId('outbox')).toHaveAttribute('data-waiting', '0');

/** Weighs a fallow doe in past the pages. */
export async function arrive(larder: Larder, grams = 26_000): Promise<{ id: string; code: string }> {
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

/** At the demo's white-tailed doe, with the left shoulder opened from the list; gives her code. */
export async function openShoulder(page: Page, demo: Pick<Larder, 'url'>): Promise<string> {
  const code = await codeOf(demo, 'White-tailed doe');
  await open(page, `${demo.url}/bench/${code}`);
  const list = page.getByRole('navigation', { name: 'Order of work' });
  await list.getByRole('button', { name: /^\d+ more/ }).click();
  await list.getByRole('button', { name: /^Open: shoulder, left/ }).click();
  await page.getByTestId('take').click();
  return code;
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
    if (weighs) await settled(page);
    const before = await title();
    // Two presses in a blink are one, and the bounce of a take says of no step that it is done.
    await page.waitForTimeout(weighs ? 280 : 450);
    await (question ? page.getByTestId('answer') : take).click();
    await expect.poll(async () => (await done.isVisible()) || (await title()) !== before).toBe(true);
  }
  throw new Error('the work has no end');
}
