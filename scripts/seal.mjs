// Seals what stands beside the book as it is now: for whoever has read what the audit names, and means it to stand.
import './env.mjs';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages } from './prepare.mjs';
import { withSource } from './source.mjs';

const folder = process.env.LARDER_DATA ?? './larder-data';
if (!process.env.DATABASE_URL && !existsSync(join(folder, 'larder.db'))) {
  console.error(`no larder in ${folder}; LARDER_DATA says where it is`);
  process.exit(1);
}
ensurePackages();
await withSource('/src/lib/server/seal-command.ts', async ({ sealCommand }) => {
  console.log(await sealCommand(process.env));
});
process.exit(0);
