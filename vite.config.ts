import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

/** `npm run test:deep` looks deeper, and takes as much longer. */
const DEPTH = Math.max(1, Number(process.env.LARDER_DEPTH ?? 1) || 1);

/** Tests that put something in the place of a module: they load their modules for themselves, all others once a worker. */
const mocking = ['src/lib', 'src/routes', 'scripts'].flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .map((file) => join(folder, file))
    .filter(
      (file) =>
        file.endsWith('.test.ts') &&
        /vi\.(mock|doMock|hoisted|resetModules)|(desk|session)\.testkit/.test(readFileSync(file, 'utf8'))
    )
);
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
          exclude: mocking,
          isolate: false,
          setupFiles: './scripts/left-tidy.ts',
          globalSetup: './scripts/kept-for-tests.mjs'
        }
      },
      { extends: true, test: { name: 'apart', include: mocking } }
    ]
  }
});
