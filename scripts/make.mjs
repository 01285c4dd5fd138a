// What tests stand on, made once: node scripts/make.mjs build | demo
import { ensureDemo } from './demo-kept.mjs';
import { ensureBuild } from './prepare.mjs';

if (process.argv[2] === 'demo') console.log(`kept in ${await ensureDemo()}`);
else ensureBuild();
