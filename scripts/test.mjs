import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { ensureChromium } from './chromium.mjs';
import { ensurePackages, root } from './prepare.mjs';
import { printTimes, processorSeconds } from './times.mjs';

// Deeper than every change needs: more walks, more simulated animals, more fuzz, and another beginning each time.
if (process.argv[2] === 'deep') {
  process.env.LARDER_DEPTH ??= '5';
  process.env.LARDER_SEED ??= String(Date.now() % 1_000_000);
  console.log(`depth ${process.env.LARDER_DEPTH}, LARDER_SEED=${process.env.LARDER_SEED} repeats it`);
}
ensurePackages();
ensureChromium();
rmSync(join(root, 'reports'), { recursive: true, force: true });
mkdirSync(join(root, 'reports'), { recursive: true });

const node = process.execPath;
const bin = (path) => join(root, 'node_modules', ...path.split('/'));
const failed = [];
/** Each part that has run: its name, seconds on the clock, and seconds of processors of all it started. */
const times = [];

/** Runs a part with its lines as they come; or, beside others, with all of them at its end. */
function part(name, args, beside = false) {
  return new Promise((done) => {
    if (!beside) console.log(`\n${name}`);
    const begun = performance.now();
    // The shell adds up what all processes of the part have used, and says so on a line of its own.
    const child = spawn('sh', ['-c', '"$0" "$@"; status=$?; times >&3; exit $status', node, ...args], {
      cwd: root,
      stdio: [...(beside ? ['ignore', 'pipe', 'pipe'] : ['inherit', 'inherit', 'inherit']), 'pipe']
    });
    const lines = [];
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => lines.push(chunk));
    let used = '';
    child.stdio[3].on('data', (chunk) => (used += chunk));
    child.on('close', (status) => {
      if (beside) console.log(`\n${name}\n${Buffer.concat(lines).toString().trimEnd()}`);
      if (status !== 0) failed.push(name);
      times.push({ name, wall: (performance.now() - begun) / 1000, cpu: processorSeconds(used) });
      done();
    });
  });
}
/** Parts of one lane follow one another; lanes run beside each other, as most of these use one core. */
const lanes = (...all) =>
  Promise.all(
    all.map(async (lane) => {
      for (const [name, ...args] of lane) await part(name, args, true);
    })
  );

await part('sync', [bin('@sveltejs/kit/svelte-kit.js'), 'sync']);
const cache = (name) => ['--cache', '--cache-location', join('node_modules', '.cache', `larder-${name}`)];
// The browser tests and most of the unit tests stand on the build and on the demo, which are made once.
await lanes(
  [
    ['build', join(root, 'scripts', 'make.mjs'), 'build'],
    ['weight', join(root, 'scripts', 'weight.mjs')],
    ['demo', join(root, 'scripts', 'make.mjs'), 'demo'],
    [
      'unit',
      bin('vitest/vitest.mjs'),
      'run',
      '--reporter=default',
      '--reporter=json',
      '--outputFile.json=reports/unit.json'
    ]
  ],
  [
    [
      'types',
      bin('svelte-check/bin/svelte-check'),
      '--tsconfig',
      './tsconfig.json',
      '--threshold',
      'warning'
    ],
    ['lint', bin('eslint/bin/eslint.js'), ...cache('eslint'), '.'],
    ['format', bin('prettier/bin/prettier.cjs'), ...cache('prettier'), '--check', '--log-level', 'warn', '.'],
    ['dead exports', bin('knip/bin/knip.js'), '--no-progress', '--no-config-hints']
  ]
);
await part('e2e', [bin('@playwright/test/cli.js'), 'test']);

/** What a runner's report says; a report that is missing says `otherwise`. */
function reported(file, read, otherwise) {
  try {
    return read(JSON.parse(readFileSync(join(root, 'reports', file), 'utf8')));
  } catch {
    return otherwise;
  }
}
/** A runner's own counts; without a report one failure. */
const counts = (file, read) => reported(file, read, [0, 1]);
/** The unit tests that failed, by file, name and the first line of why: the last lines are often all that is kept. */
const unitFailures = reported(
  'unit.json',
  (r) =>
    r.testResults.flatMap((suite) => {
      const failed = suite.assertionResults.filter((one) => one.status === 'failed');
      const file = relative(root, suite.name);
      if (failed.length === 0 && suite.status === 'failed') return [`${file}: ${suite.message}`];
      return failed.map((one) => `${file}: ${one.fullName}: ${(one.failureMessages[0] ?? '').slice(0, 600)}`);
    }),
  []
);
const unit = counts('unit.json', (r) => [
  r.numPassedTests,
  r.numFailedTests + (r.success || r.numFailedTests > 0 ? 0 : 1)
]);
const e2e = counts('e2e.json', (r) => [
  r.stats.expected + r.stats.flaky,
  r.stats.unexpected + (r.errors?.length ?? 0),
  r.stats.flaky
]);

printTimes(times);
console.log('');
for (const line of unitFailures) console.log(line);
if (failed.length > 0) console.log(`failed: ${failed.join(', ')}`);
console.log(`unit: ${unit[0]} passed, ${unit[1]} failed`);
if (e2e[2] > 0) console.log(`e2e: ${e2e[2]} of them only at the second try`);
console.log(`e2e: ${e2e[0]} passed, ${e2e[1]} failed`);
process.exit(failed.length > 0 || unit[1] > 0 || e2e[1] > 0 || unit[0] === 0 || e2e[0] === 0 ? 1 : 0);
