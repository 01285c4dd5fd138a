/** Runs work on a module of the sources, loaded without a build. */
export async function withSource(path, work) {
  const { createServer } = await import('vite');
  const vite = await createServer({
    server: { middlewareMode: true, hmr: false, watch: null },
    appType: 'custom',
    logLevel: 'error'
  });
  try {
    await work(await vite.ssrLoadModule(path));
  } finally {
    await vite.close();
  }
}
