import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild, ensurePackages, root } from './prepare.mjs';
import { serve } from './serve.mjs';

ensurePackages();
ensureBuild();
const data = join(root, 'demo-data');
rmSync(data, { recursive: true, force: true });
await serve({ data, demo: true });
