import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium } from './chromium.mjs';
import { ensureBuild, ensurePackages, root } from './prepare.mjs';

ensurePackages();
ensureChromium();
rmSync(join(root, 'reports'), { recursive: true, force: true });
mkdirSync(join(root, 'reports'), { recursive: true });

const node = process.execPath;
const bin = (path) => join(root, 'node_modules', ...path.split('/'));
const failed = [];

function part(name, command, args) {
  console.log(`\n${name}`);
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit' });
  if (status !== 0) failed.push(name);
}

part('format', node, [bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']);
part('sync', node, [bin('@sveltejs/kit/svelte-kit.js'), 'sync']);
part('lint', node, [bin('eslint/bin/eslint.js'), '.']);
part('layering', node, [join(root, 'scripts', 'layering.mjs')]);
part('dead exports', node, [bin('knip/bin/knip.js'), '--no-progress', '--no-config-hints']);
part('types', node, [
  bin('svelte-check/bin/svelte-check'),
  '--tsconfig',
  './tsconfig.json',
  '--threshold',
  'warning'
]);
part('unit', node, [
  bin('vitest/vitest.mjs'),
  'run',
  '--reporter=default',
  '--reporter=json',
  '--outputFile.json=reports/unit.json'
]);
ensureBuild();
part('weight', node, [join(root, 'scripts', 'weight.mjs')]);
part('e2e', node, [bin('@playwright/test/cli.js'), 'test']);

/** A runner's own counts, out of its report; a report that is missing counts as one failure. */
function counts(file, read) {
  try {
    return read(JSON.parse(readFileSync(join(root, 'reports', file), 'utf8')));
  } catch {
    return [0, 1];
  }
}
const unit = counts('unit.json', (r) => [
  r.numPassedTests,
  r.numFailedTests + (r.success || r.numFailedTests > 0 ? 0 : 1)
]);
const e2e = counts('e2e.json', (r) => [
  r.stats.expected + r.stats.flaky,
  r.stats.unexpected + (r.errors?.length ?? 0),
  r.stats.flaky
]);

console.log('');
if (failed.length > 0) console.log(`failed: ${failed.join(', ')}`);
console.log(`unit: ${unit[0]} passed, ${unit[1]} failed`);
if (e2e[2] > 0) console.log(`e2e: ${e2e[2]} of them only at the second try`);
console.log(`e2e: ${e2e[0]} passed, ${e2e[1]} failed`);
process.exit(failed.length > 0 || unit[1] > 0 || e2e[1] > 0 || unit[0] === 0 || e2e[0] === 0 ? 1 : 0);
