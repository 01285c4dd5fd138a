import { join } from 'node:path';
import { ensurePackages, root, run } from './prepare.mjs';

ensurePackages();
const port = process.env.PORT ?? '4620';
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
    LARDER_DATA: process.env.LARDER_DATA ?? join(root, 'demo-data', 'dev'),
    LARDER_DEMO: process.env.LARDER_DEMO ?? '1'
  }
);
