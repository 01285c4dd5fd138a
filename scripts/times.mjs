// What a run of the tests took, by part and by file: printed at its end, and kept in reports/time.json.
import { cpus, loadavg } from 'node:os';
import { readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { root } from './prepare.mjs';

/** Seconds in the second line of the shell's `times`: user and system, of all processes it waited for. */
export function processorSeconds(text) {
  const [, children = ''] = text.split('\n');
  return [...children.matchAll(/(\d+)m([\d.]+)s/g)].reduce(
    (sum, [, minutes, seconds]) => sum + Number(minutes) * 60 + Number(seconds),
    0
  );
}

function report(file) {
  try {
    return JSON.parse(readFileSync(join(root, 'reports', file), 'utf8'));
  } catch {
    return undefined;
  }
}

/** Files of unit tests with their seconds on the clock. */
function unitFiles() {
  return (report('unit.json')?.testResults ?? []).map(({ name, startTime, endTime, assertionResults }) => ({
    file: relative(root, name),
    tests: assertionResults.length,
    seconds: (endTime - startTime) / 1000
  }));
}

/** Files of browser tests with their seconds on the clock, all tries together. */
function browserFiles() {
  const specs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];
  return (report('e2e.json')?.suites ?? []).map((suite) => {
    const results = specs(suite).flatMap(({ tests }) => tests.flatMap((test) => test.results));
    return {
      file: `e2e/${suite.file}`,
      tests: specs(suite).length,
      seconds: results.reduce((sum, { duration }) => sum + duration, 0) / 1000
    };
  });
}

/** Prints each part's seconds and the ten slowest files, and keeps all of them. */
export function printTimes(parts) {
  const files = [...unitFiles(), ...browserFiles()].sort((a, b) => b.seconds - a.seconds);
  const line = (name, wall, cpu) =>
    console.log(`${name.padEnd(44)} ${wall.toFixed(0).padStart(6)} ${cpu.padStart(6)}`);
  console.log('');
  console.log(`${'seconds'.padEnd(44)} ${'wall'.padStart(6)} ${'cpu'.padStart(6)}`);
  for (const { name, wall, cpu } of parts) line(name, wall, cpu.toFixed(0));
  console.log(`\n${'slowest files'.padEnd(44)} ${'wall'.padStart(6)} ${'tests'.padStart(6)}`);
  for (const { file, tests, seconds } of files.slice(0, 10)) line(file, seconds, `${tests}`);
  writeFileSync(
    join(root, 'reports', 'time.json'),
    JSON.stringify({ cores: cpus().length, load: loadavg()[0], parts, files }, null, 2)
  );
}
