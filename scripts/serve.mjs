import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { root } from './prepare.mjs';

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
export function serverEnv({ host, port, data, demo = false }) {
  return {
    ...process.env,
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

/** Resolves when the server says it is up; rejects after the time given or when it has ended. */
export async function untilHealthy(url, child, seconds = 60) {
  for (const end = Date.now() + seconds * 1000; Date.now() < end;) {
    if (child.exitCode !== null) throw new Error(`the server ended with code ${child.exitCode}`);
    try {
      const response = await fetch(`${url}/healthz`);
      if (response.ok) return;
    } catch {
      // not yet
    }
    await new Promise((next) => setTimeout(next, 100));
  }
  throw new Error('the server did not answer in time');
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
  const host = process.env.HOST ?? '127.0.0.1';
  const port = process.env.PORT ?? '4620';
  if (await isTaken(host, port)) {
    console.error(`Port ${port} is taken by another program. PORT=4621 chooses another.`);
    process.exit(1);
  }
  const child = spawn(process.execPath, [join(root, 'build', 'index.js')], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: serverEnv({ host, port, data, demo })
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code, signal) => {
    // The engine ends itself where what should be text is none.
    if (signal === 'SIGABRT')
      console.error(
        `${join(data, 'larder.db')} holds what cannot be read: a disk or a memory has spoilt it. Move it away and restore the newest backup: npm run restore <file>.`
      );
    process.exit(code ?? (signal === 'SIGABRT' ? 1 : 0));
  });
  const shown = shownAs(host);
  try {
    await untilHealthy(`http://${shown}:${port}`, child);
    console.log(`Yonder Larder: http://${shown}:${port}`);
    for (const address of inNetworks(host, port)) console.log(`  other devices: ${address}`);
    if (!isOwn(host) && !process.env.LARDER_PROXY)
      console.log('  Passwords cross this network unencrypted: docs/doors.md shows a proxy with TLS.');
  } catch (error) {
    console.error(`${error.message}.`);
    child.kill();
    process.exit(1);
  }
}
