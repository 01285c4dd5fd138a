// Makes the balances of a larder anew from its entries: the book is the truth, they are only its sums.
import './env.mjs';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages } from './prepare.mjs';
import { withSource } from './source.mjs';

const folder = process.env.LARDER_DATA ?? './larder-data';
if (!existsSync(join(folder, 'larder.db'))) {
  console.error(`no larder in ${folder}; LARDER_DATA says where it is`);
  process.exit(1);
}
ensurePackages();
await withSource('/src/lib/server/larder.ts', async ({ openHouse }) => {
  const { larder, book } = await openHouse({ folder });
  const mended = await book.rebuild();
  const { findings } = await book.audit();
  larder.close();
  console.log(`${mended} animals, batches and lots made anew, ${findings.length} findings left`);
});
process.exit(0);
