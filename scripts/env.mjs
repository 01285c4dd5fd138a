// Settings that stand in a file `.env` of the project; what the shell says comes before it.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './prepare.mjs';

const file = join(root, '.env');
if (existsSync(file)) process.loadEnvFile(file);
