import { ensurePackages } from './prepare.mjs';
import { withSource } from './source.mjs';

ensurePackages();
await withSource('/scripts/practice/main.ts', ({ printPractice }) => printPractice());
process.exit(0);
