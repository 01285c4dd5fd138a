import { join } from 'node:path';
import { root } from './prepare.mjs';

/** Runs work on a module of the server's sources, loaded without a build. No page is among them, nor what makes pages. */
export async function withSource(path, work) {
  const { createServer } = await import('vite');
  const vite = await createServer({
    root,
    configFile: false,
    resolve: { alias: { $core: join(root, 'src', 'core'), $lib: join(root, 'src', 'lib') } },
    optimizeDeps: { noDiscovery: true },
    server: { middlewareMode: true, hmr: false, ws: false, watch: null },
    appType: 'custom',
    logLevel: 'error'
  });
  try {
    await work(await vite.ssrLoadModule(path));
  } finally {
    await vite.close();
  }
}
