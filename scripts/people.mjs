// Says who may come in to a larder, and lets people in: npm run people -- add "Name" keeper
import './env.mjs';
import { createInterface } from 'node:readline';
import { Writable } from 'node:stream';
import { ensurePackages } from './prepare.mjs';
import { withSource } from './source.mjs';

/** A line that is typed, unseen where a person types it. */
function ask(question) {
  const seen = process.stdin.isTTY === true;
  if (seen) process.stdout.write(question);
  const nowhere = new Writable({ write: (_, __, done) => done() });
  const lines = createInterface({ input: process.stdin, output: nowhere, terminal: seen });
  return new Promise((resolve) => {
    let said = '';
    lines.once('line', (line) => {
      said = line.trim();
      lines.close();
    });
    lines.once('close', () => {
      if (seen) process.stdout.write('\n');
      resolve(said);
    });
  });
}

ensurePackages();
await withSource('/src/lib/server/people-command.ts', async ({ peopleCommand }) => {
  const { ok, text } = await peopleCommand(process.env, process.argv.slice(2), ask);
  (ok ? console.log : console.error)(text);
  process.exitCode = ok ? 0 : 1;
});
process.exit();
