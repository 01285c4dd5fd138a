import { ensureChromium } from './chromium.mjs';
import { ensureBuild, ensurePackages } from './prepare.mjs';
import { withSource } from './source.mjs';

ensurePackages();
ensureChromium();
ensureBuild();
await withSource('/scripts/bench/main.ts', ({ bench }) =>
  bench(Number(process.env.BENCH_ANIMALS ?? 5000), process.argv.slice(2))
);
process.exit(0);
