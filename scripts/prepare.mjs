// Plain Node, no dependencies: this runs before anything is installed.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';

/**
 * Runs a command in the project's folder; ends the script when it fails.
 * @param quiet  its output is shown only when it fails
 */
export function run(command, args, env = {}, quiet = false) {
  const { status, error, stdout, stderr } = spawnSync(command, args, {
    cwd: root,
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : 'inherit',
    maxBuffer: 64 * 1024 * 1024,
    env: { ...process.env, ...env }
  });
  if (error || status !== 0) {
    if (quiet) process.stderr.write(`${stdout ?? ''}${stderr ?? ''}`);
    console.error(`${command} ${args.join(' ')} failed${error ? `: ${error.message}` : ''}`);
    process.exit(status || 1);
  }
}

const digest = (text) => createHash('sha256').update(text).digest('hex');

function stampIs(file, value) {
  return existsSync(file) && readFileSync(file, 'utf8') === value;
}

/** Installs the locked packages when they are missing or the lock has changed. */
export function ensurePackages() {
  const lock = digest(readFileSync(join(root, 'package-lock.json')));
  const stamp = join(root, 'node_modules', '.larder-stamp');
  if (stampIs(stamp, lock)) return;
  if (!existsSync(stamp) || !existsSync(join(root, 'node_modules', 'vite')))
    console.log('Installing the locked packages (once)');
  run(npm, ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(stamp, lock);
}

const SOURCES = [
  'src',
  'static',
  'drizzle',
  'package.json',
  'package-lock.json',
  'svelte.config.js',
  'vite.config.ts',
  'vite.work.config.ts',
  'tsconfig.json'
];

function* filesIn(path) {
  if (!existsSync(path)) return;
  if (!statSync(path).isDirectory()) {
    yield path;
    return;
  }
  for (const name of readdirSync(path).sort()) yield* filesIn(join(path, name));
}

let hashed;
/** What all is made of that a build or a demo is made of: another hash, another program. */
export function sourcesHash() {
  if (hashed) return hashed;
  const hash = createHash('sha256');
  for (const source of SOURCES)
    for (const file of filesIn(join(root, source)))
      if (!/\.test\.ts$/.test(file)) hash.update(file.slice(root.length)).update(readFileSync(file));
  return (hashed = hash.digest('hex'));
}

/** What the build was made of; '' where there is none. */
export function builtFrom() {
  const stamp = join(root, 'build', '.larder-stamp');
  return existsSync(stamp) ? readFileSync(stamp, 'utf8') : '';
}

/** Builds when there is no build or the sources are others than those it was made of. */
export function ensureBuild() {
  const sources = sourcesHash();
  const stamp = join(root, 'build', '.larder-stamp');
  if (stampIs(stamp, sources)) return;
  console.log('Building (once, and after changes; about a minute)');
  const vite = join(root, 'node_modules', 'vite', 'bin', 'vite.js');
  const env = { NO_PRECOMPRESS: process.env.NO_PRECOMPRESS ?? '1' };
  run(process.execPath, [vite, 'build', '--logLevel', 'error'], env, true);
  // What works beside the server lies in the build, which is made anew before it.
  run(process.execPath, [vite, 'build', '--config', 'vite.work.config.ts', '--logLevel', 'error'], env, true);
  mkdirSync(join(root, 'build'), { recursive: true });
  writeFileSync(stamp, sources);
}
