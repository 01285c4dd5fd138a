import { join } from 'node:path';
import { cpSync, existsSync } from 'node:fs';
import { keptDemo } from './demo-kept.mjs';
import { ensurePackages, root, run } from './prepare.mjs';

ensurePackages();
const port = process.env.PORT ?? '4620';
const data = join(root, 'demo-data', 'dev');
// Where the demo of today is made already it is not made again.
const kept =
  process.env.LARDER_DATA || process.env.LARDER_DEMO === '' || existsSync(data) ? undefined : keptDemo();
if (kept) cpSync(kept, data, { recursive: true });
run(
  process.execPath,
  [
    join(root, 'node_modules', 'vite', 'bin', 'vite.js'),
    'dev',
    '--host',
    process.env.HOST ?? '127.0.0.1',
    '--port',
    port
  ],
  {
    LARDER_DATA: process.env.LARDER_DATA ?? data,
    LARDER_DEMO: process.env.LARDER_DEMO ?? '1'
  }
);
