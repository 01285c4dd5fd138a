// Takes a backup into an empty larder, whole or not at all: npm run restore file
import './env.mjs';
import { existsSync } from 'node:fs';
import { ensurePackages } from './prepare.mjs';
import { withSource } from './source.mjs';

const file = process.argv[2];
if (!file || !existsSync(file)) {
  console.error(file ? `there is no ${file}` : 'say which file: npm run restore larder-2026-11-27.zip');
  process.exit(1);
}
ensurePackages();
const halt = new AbortController();
process.once('SIGINT', () => halt.abort());
let shown = '';
/** One line that is written over, where somebody looks on. */
function show({ stage, done, total }) {
  const text = total ? `${stage}: ${done} of ${total}` : stage;
  if (!process.stdout.isTTY || text === shown) return;
  shown = text;
  process.stdout.write(`\r${text.padEnd(60)}`);
}
let ended = 1;
await withSource('/src/lib/server/restore-command.ts', async ({ restore }) => {
  const { text, entries } = await restore(process.env, file, { onProgress: show, signal: halt.signal });
  if (process.stdout.isTTY) process.stdout.write('\r');
  if (entries === undefined) console.error(text);
  else {
    ended = 0;
    console.log(text);
  }
});
process.exit(ended);
