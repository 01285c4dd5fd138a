import { join } from 'node:path';
import Database from 'libsql';
import { ensureDemo } from '../scripts/demo-kept.mjs';
import { launch, type Larder } from './kit';

/** Entries in a larder's book, read past the program. */
function entriesIn({ folder }: Larder): number {
  const file = new Database(join(folder, 'larder.db'), { readonly: true });
  const { n } = file.prepare('SELECT count(*) AS n FROM entries').get() as { n: number };
  file.close();
  return n;
}

/**
 * Makes the demo where none of today is kept, and starts the larder that tests share which only look; gives the way to clear
 * up, which fails the run where one of them has booked something.
 */
export default async function furnish(): Promise<() => Promise<void>> {
  await ensureDemo();
  const shared = await launch({ demo: true });
  process.env.LARDER_E2E_SHARED = shared.url;
  const before = entriesIn(shared);
  process.env.LARDER_E2E_BEGUN = String(before);
  return async () => {
    const booked = entriesIn(shared) - before;
    const logged = shared.errors();
    await shared.stop();
    await shared.end();
    if (booked !== 0)
      throw new Error(`a test that only looks has booked ${booked} entries in the shared larder`);
    if (logged.includes('"level":50')) throw new Error(`the shared larder logged an error: ${logged}`);
  };
}
