import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });

/**
 * Starts a real libSQL server on loopback for tests: the program that `LARDER_SQLD` names.
 * @param folder  where it keeps its data
 */
export async function libsqlReal(
  program: string,
  folder: string
): Promise<{ url: string; close: () => void }> {
  const port = await freePort();
  const child = spawn(
    program,
    ['-d', join(folder, 'server'), '--http-listen-addr', `127.0.0.1:${port}`, '--no-welcome'],
    { cwd: folder, stdio: 'ignore' }
  );
  const url = `http://127.0.0.1:${port}`;
  for (let tries = 0; ; tries += 1) {
    const up = await fetch(`${url}/health`).then(
      (response) => response.ok,
      () => false
    );
    if (up) break;
    if (tries > 100 || child.exitCode !== null) throw new Error('the libSQL server did not come up');
    await new Promise((next) => setTimeout(next, 100));
  }
  return { url, close: () => void child.kill('SIGKILL') };
}
