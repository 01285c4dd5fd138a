// The demo's larder as this program makes it today, kept so that it is made once: for every start of the day, and for tests.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { builtFrom, ensureBuild, root, sourcesHash } from './prepare.mjs';
import { Progress, listening, serverEnv } from './serve.mjs';

const kept = join(root, 'demo-data', 'kept');

/** Its season ends today, and it is of this program: another day or other sources, another demo. */
function folderOfToday() {
  const day = new Date();
  const date = [day.getFullYear(), day.getMonth() + 1, day.getDate()]
    .map((n) => String(n).padStart(2, '0'))
    .join('-');
  const zone = process.env.TZ ?? '';
  return join(
    kept,
    `${date}-${createHash('sha256').update(sourcesHash()).update(zone).digest('hex').slice(0, 16)}`
  );
}

/** The folder of the demo's larder where one of today and of this program is kept; else undefined. */
export function keptDemo() {
  const folder = folderOfToday();
  return existsSync(join(folder, 'larder.db')) ? folder : undefined;
}

/** What somebody has chosen for a larder of their own is not the demo's: its database, its hosts, its limits. */
const withoutLarder = (env) =>
  Object.fromEntries(Object.entries(env).filter(([name]) => !/^(LARDER|DATABASE)_/.test(name)));

function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

/** Makes the demo where none of today and of this program is kept, with its windows; gives its folder, to be copied. */
export async function ensureDemo() {
  ensureBuild();
  const there = keptDemo();
  if (there) return there;
  const folder = folderOfToday();
  const making = `${folder}.${process.pid}`;
  rmSync(making, { recursive: true, force: true });
  mkdirSync(making, { recursive: true });
  const port = await freePort();
  const progress = new Progress('Making the demo (once a day)');
  const child = spawn(process.execPath, [join(root, 'build', 'index.js')], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    env: {
      ...withoutLarder(serverEnv({ host: '127.0.0.1', port, data: making, demo: true })),
      LARDER_DATA: making,
      LARDER_DEMO: '1',
      LARDER_TELLS: '1',
      LARDER_VERSION: builtFrom()
    }
  });
  const stop = () => child.kill('SIGKILL');
  process.once('exit', stop);
  child.on('message', ({ step, done }) => progress.show(step, done));
  try {
    await listening(`http://127.0.0.1:${port}`, child);
    // Ended in order, its file is whole and what was reckoned lies beside it.
    const ended = new Promise((end) => child.once('exit', end));
    child.kill('SIGTERM');
    await ended;
    for (const old of readdirSync(kept)) {
      const path = join(kept, old);
      // What somebody else is making at this moment is left alone; what was broken off an hour ago is not.
      const isMade = !/\.\d+$/.test(old) || statSync(path).mtimeMs < Date.now() - 3_600_000;
      if (path !== making && isMade) rmSync(path, { recursive: true, force: true });
    }
    renameSync(making, folder);
  } finally {
    process.off('exit', stop);
    progress.end();
    rmSync(making, { recursive: true, force: true });
  }
  return folder;
}

/** Lays a copy of the kept demo into a folder, which is emptied before. */
export async function layDemo(folder) {
  const from = await ensureDemo();
  rmSync(folder, { recursive: true, force: true });
  cpSync(from, folder, { recursive: true });
}
