import { join } from 'node:path';
import { layDemo } from './demo-kept.mjs';
import { ensureBuild, ensurePackages, root } from './prepare.mjs';
import { serve } from './serve.mjs';

ensurePackages();
ensureBuild();
const data = join(root, 'demo-data', 'larder');
await layDemo(data);
await serve({ data, demo: true });
