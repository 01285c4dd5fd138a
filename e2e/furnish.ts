import { rmSync } from 'node:fs';
import { TEMPLATE, launch } from './kit';

/** Makes the demo larder once, stops it, and leaves its folder for the tests to copy; gives the way to clear up. */
export default async function furnish(): Promise<() => void> {
  rmSync(TEMPLATE, { recursive: true, force: true });
  const larder = await launch({ demo: true, folder: TEMPLATE });
  // Nobody writes any more: its file and the log beside it are whole.
  await larder.stop();
  return () => rmSync(TEMPLATE, { recursive: true, force: true });
}
