import type { Environment } from 'vitest/runtime';

/** A page's own code as a browser has it: what is derived is kept until it changes. Nothing is drawn. */
export default {
  name: 'page',
  viteEnvironment: 'client',
  setup(global: typeof globalThis) {
    // Where a page finds its workers.
    Object.assign(global, { self: { location: new URL('http://127.0.0.1/') } });
    return { teardown: () => void Reflect.deleteProperty(global, 'self') };
  }
} satisfies Environment;
