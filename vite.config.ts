import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

/** `npm run test:deep` looks deeper, and takes as much longer. */
const DEPTH = Math.max(1, Number(process.env.LARDER_DEPTH ?? 1) || 1);

/** The house's tests in which something is written of which the pattern speaks. */
const having = (pattern: RegExp): string[] =>
  ['src/lib', 'src/routes', 'scripts'].flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .map((file) => join(folder, file))
      .filter((file) => file.endsWith('.test.ts') && pattern.test(readFileSync(file, 'utf8')))
  );
/** Tests of a bench as it runs in a page: what is derived is kept until it changes, as a browser keeps it. */
const atBench = having(/(desk|session|sitting)\.testkit/);
/** Tests that put something in the place of a module: they load their modules for themselves, all others once a worker. */
const mocking = having(/vi\.(mock|doMock|hoisted|resetModules)/).filter((file) => !atBench.includes(file));
const HOUSE = ['src/{lib,routes}/**/*.test.ts', 'scripts/**/*.test.ts'];

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  // The fields' classes never fight each other: what merges them is not needed, and weighs 10 kB on every form.
  resolve: { alias: [{ find: /^tailwind-variants$/, replacement: 'tailwind-variants/lite' }] },
  worker: { format: 'es' },
  optimizeDeps: { exclude: ['highs'] },
  build: {
    chunkSizeWarningLimit: 600,
    // What is loaded later asks for its styles and itself; nearly all else it stands on has come with its page, and a list of
    // it would weigh on every page.
    modulePreload: {
      resolveDependencies: (_file, deps, { hostType }) =>
        hostType === 'html' ? deps : deps.filter((dep, i) => i === 0 || dep.endsWith('.css'))
    }
  },
  test: {
    environment: 'node',
    // A limit ends what hangs, and says nothing of speed: a busy machine takes ten times as long.
    testTimeout: 600_000 * DEPTH,
    hookTimeout: 600_000 * DEPTH,
    expect: { poll: { timeout: 120_000 } },
    // Most tests reckon: as many at once as there are cores.
    maxWorkers: '100%',
    projects: [
      // Core keeps no state and is mocked nowhere: its modules are loaded once a worker, not once a file.
      {
        extends: true,
        test: {
          name: 'core',
          include: ['src/core/**/*.test.ts'],
          isolate: false,
          setupFiles: './scripts/left-tidy.ts'
        }
      },
      {
        extends: true,
        test: {
          name: 'house',
          include: HOUSE,
          exclude: [...mocking, ...atBench],
          isolate: false,
          setupFiles: './scripts/left-tidy.ts',
          globalSetup: './scripts/kept-for-tests.mjs'
        }
      },
      { extends: true, test: { name: 'apart', include: mocking } },
      {
        extends: true,
        test: { name: 'page', include: atBench, environment: './scripts/page-environment.ts' }
      }
    ]
  }
});
