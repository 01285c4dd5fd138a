import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { builtFrom, root } from './prepare.mjs';

/** Whether only this machine is called by that name. */
const isOwn = (host) => /^(localhost|127(\.\d+){3}|::1)$/.test(host);

const everywhere = (host) => host === '0.0.0.0' || host === '::';

/** A host as addresses have it; for all there are, this machine’s own. */
const shownAs = (host) => (everywhere(host) ? '127.0.0.1' : host.includes(':') ? `[${host}]` : host);

/** Addresses by which other devices of the house may get to a server that listens everywhere. */
const inNetworks = (host, port) =>
  everywhere(host)
    ? Object.values(networkInterfaces())
        .flat()
        .filter(({ internal, family }) => !internal && family === 'IPv4')
        .map(({ address }) => `http://${address}:${port}`)
    : [];

/** Environment of the server: where it listens and what it answers to. */
export function serverEnv({ host, port, data, demo = false, tells = false }) {
  return {
    ...process.env,
    LARDER_VERSION: builtFrom(),
    LARDER_TELLS: tells ? '1' : '',
    HOST: host,
    PORT: String(port),
    ORIGIN: process.env.ORIGIN ?? `http://${shownAs(host)}:${port}`,
    LARDER_DATA: data,
    LARDER_DEMO: demo ? '1' : '',
    // Our own limits are checked a route at a time, with a clear answer; this one only cuts off.
    BODY_SIZE_LIMIT: '1073741824',
    SHUTDOWN_TIMEOUT: '5',
    // Seconds. A connection outlives the pauses between presses: one closed by us as it is used again is lost.
    KEEP_ALIVE_TIMEOUT: process.env.KEEP_ALIVE_TIMEOUT ?? '65',
    HEADERS_TIMEOUT: process.env.HEADERS_TIMEOUT ?? '66'
  };
}

/** Resolves when the server says it is up; rejects when it has ended. One that is only slow is waited for. */
export async function listening(url, child) {
  for (;;) {
    if (child.exitCode !== null) throw new Error(`the server ended with code ${child.exitCode}`);
    if (child.signalCode !== null) throw new Error(`the server was ended by ${child.signalCode}`);
    try {
      const response = await fetch(`${url}/healthz`);
      if (response.ok) return;
    } catch {
      // not yet
    }
    await new Promise((next) => setTimeout(next, 50));
  }
}

/** Something is done at once mostly; what takes longer says what it does, ms. */
const SILENT_MS = 5_000;
const BAR = 24;

/** What is being done, said in one line that grows a bar, once it has taken five seconds. */
export class Progress {
  #title;
  #step = '';
  #done = 0;
  #begun = Date.now();
  #said = '';
  #timer;

  constructor(title) {
    this.#title = title;
    this.#timer = setInterval(() => this.#say(), 1_000);
    this.#timer.unref();
  }

  /** @param done  how much of all of it, 0 to 1 */
  show(step, done) {
    this.#step = step;
    this.#done = done;
    this.#say();
  }

  #say() {
    const seconds = Math.round((Date.now() - this.#begun) / 1000);
    if (seconds * 1000 < SILENT_MS) return;
    const full = Math.round(this.#done * BAR);
    const bar = `${'█'.repeat(full)}${'░'.repeat(BAR - full)}`;
    if (process.stdout.isTTY)
      process.stdout.write(`\r\x1b[K${this.#title} ${bar} ${seconds} s  ${this.#step}`);
    // In a file or a pipe each step is a line, once.
    else if (this.#step !== this.#said) console.log(`${this.#title}: ${this.#step} (${seconds} s)`);
    this.#said = this.#step;
  }

  end() {
    clearInterval(this.#timer);
    if (this.#said && process.stdout.isTTY) process.stdout.write('\r\x1b[K');
  }
}

/** Whether somebody listens there already: that one would answer in the place of ours. */
function isTaken(host, port) {
  return new Promise((answer) => {
    const probe = createServer();
    probe.once('error', ({ code }) => answer(code === 'EADDRINUSE'));
    probe.listen(Number(port), host, () => probe.close(() => answer(false)));
  });
}

/** Starts the built server, prints its address when it answers, and stays until it ends. */
export async function serve({ data, demo = false }) {
  if (process.env.LARDER_TEST_PACE) {
    console.error('LARDER_TEST_PACE is for tests: no larder that somebody works in is started with it.');
    process.exit(1);
  }
  const host = process.env.HOST ?? '127.0.0.1';
  const port = process.env.PORT ?? '4620';
  if (await isTaken(host, port)) {
    console.error(`Port ${port} is taken by another program. PORT=4621 chooses another.`);
    process.exit(1);
  }
  const own = { host, port, data, demo };
  let child;
  let told = false;
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.on(signal, () => {
      told = true;
      child?.kill(signal);
    });
  const restarts = new Restarts();
  for (let first = true; ; first = false) {
    child = startServer(own);
    const ended = new Promise((end) => child.once('exit', (code, signal) => end({ code, signal })));
    const answers = await answering(child, own);
    if (answers && first) sayWhere(own);
    const { code, signal } = await ended;
    if (told || code === 0 || (first && !answers)) {
      if (!told && signal) console.error(whyEnded(code, signal, data));
      process.exit(code ?? (told ? 0 : 1));
    }
    console.error(whyEnded(code, signal, data));
    if (!restarts.may(Date.now())) {
      console.error(`It has ended ${MOST_RESTARTS + 1} times in ten minutes, and is not started again.`);
      process.exit(code || 1);
    }
    console.error('It is started again; what was booked stands.');
  }
}

/** A server that ended by a fault is started again at most so often in ten minutes. */
const MOST_RESTARTS = 5;
const RESTARTS_WITHIN_MS = 10 * 60_000;

/** Counts how often a server was started again. */
export class Restarts {
  #at = [];

  /** Whether it may be started again now; counts it where it may. */
  may(now) {
    this.#at = this.#at.filter((at) => now - at < RESTARTS_WITHIN_MS);
    if (this.#at.length >= MOST_RESTARTS) return false;
    this.#at.push(now);
    return true;
  }
}

const startServer = ({ host, port, data, demo }) =>
  spawn(process.execPath, [join(root, 'build', 'index.js')], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    env: serverEnv({ host, port, data, demo, tells: true })
  });

/** Whether a server that was started answers; one that ends before does not. */
async function answering(child, { host, port }) {
  const progress = new Progress('Starting');
  child.on('message', ({ step, done }) => progress.show(step, done));
  try {
    await listening(`http://${shownAs(host)}:${port}`, child);
    return true;
  } catch {
    return false;
  } finally {
    progress.end();
  }
}

function sayWhere({ host, port }) {
  console.log(`Yonder Larder: http://${shownAs(host)}:${port}`);
  for (const address of inNetworks(host, port)) console.log(`  other devices: ${address}`);
  if (!isOwn(host) && !process.env.LARDER_PROXY)
    console.log('  Passwords cross this network unencrypted: docs/doors.md shows a proxy with TLS.');
}

function whyEnded(code, signal, data) {
  // The engine ends itself where memory has run out, and where what should be text is none.
  if (signal === 'SIGABRT')
    return `The server ended: memory ran out, or ${join(data, 'larder.db')} holds text that a disk has spoilt. If it ends so again at once, move the file away and restore the newest backup: npm run restore <file>.`;
  return `The server ended by ${signal ? `the signal ${signal}` : `a fault (code ${code}); its last lines say which`}.`;
}
