import { resolve } from 'node:path';
import { defineConfig } from 'vite';

/** What works beside the server's own thread: one file of its own beside the build, which finds its packages where the server does. */
export default defineConfig({
  publicDir: false,
  resolve: { alias: { $core: resolve('src/core'), $lib: resolve('src/lib') } },
  build: {
    ssr: 'src/lib/server/work/worker.ts',
    outDir: 'build/work',
    emptyOutDir: true,
    rollupOptions: { output: { entryFileNames: 'worker.js', format: 'es' } }
  }
});
