// Writes everything a larder keeps into one file, while it may be in use: npm run backup [file]
import './env.mjs';
import { existsSync, mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { ensurePackages } from './prepare.mjs';
import { withSource } from './source.mjs';

const folder = process.env.LARDER_DATA ?? './larder-data';
if (!process.env.DATABASE_URL && !existsSync(join(folder, 'larder.db'))) {
  console.error(`no larder in ${folder}; LARDER_DATA says where it is`);
  process.exit(1);
}
ensurePackages();
const stamp = new Date().toISOString().slice(0, 16).replace(/[T:]/g, '-');
const file = resolve(process.argv[2] ?? join(folder, 'backups', `by-hand-${stamp}.zip`));
mkdirSync(dirname(file), { recursive: true });
await withSource('/src/lib/server/larder.ts', async ({ openHouse, optionsOf }) => {
  const house = await openHouse(optionsOf(process.env));
  const { book, parts, missing, unread = [] } = await house.backups.write(file);
  house.larder.close();
  console.log(`${file}: ${book.entries} entries, ${parts.length} parts`);
  if (missing.length > 0) console.log(`${missing.length} photographs that the book names were not there`);
  for (const { part, after, why } of unread)
    console.error(`${part}${after === undefined ? '' : `, after ${after} rows`}: ${why}`);
  if (unread.length > 0) {
    console.error('The backup is incomplete: keep older ones.');
    process.exit(2);
  }
});
process.exit(0);
