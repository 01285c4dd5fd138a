import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

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
    testTimeout: 120_000,
    hookTimeout: 120_000,
    // Most tests reckon: as many at once as there are cores.
    maxWorkers: '100%',
    projects: [
      // Core keeps no state and is mocked nowhere: its modules are loaded once a worker, not once a file.
      { extends: true, test: { name: 'core', include: ['src/core/**/*.test.ts'], isolate: false } },
      {
        extends: true,
        test: { name: 'house', include: ['src/{lib,routes}/**/*.test.ts', 'scripts/**/*.test.ts'] }
      }
    ]
  }
});
