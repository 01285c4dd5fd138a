import './env.mjs';
import { resolve } from 'node:path';
import { ensureBuild, ensurePackages, root } from './prepare.mjs';
import { serve } from './serve.mjs';

ensurePackages();
ensureBuild();
await serve({ data: resolve(root, process.env.LARDER_DATA ?? 'larder-data') });
