import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  kit: {
    adapter: adapter({ precompress: process.env.NO_PRECOMPRESS !== '1' }),
    alias: {
      $core: 'src/core',
      'superforms-zod4': 'node_modules/sveltekit-superforms/dist/adapters/zod4'
    },
    typescript: {
      // What measures and what acts as a person is checked like the program itself.
      config: (config) => {
        config.include.push('../scripts/bench/**/*.ts', '../e2e/**/*.ts', '../playwright.config.ts');
      }
    },
    // The hook checks the origin of every writing request itself, forms and JSON alike.
    csrf: { trustedOrigins: ['*'] },
    csp: {
      mode: 'auto',
      directives: {
        'default-src': ['self'],
        'script-src': ['self', 'wasm-unsafe-eval'],
        'style-src': ['self', 'unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'font-src': ['self'],
        'connect-src': ['self'],
        'worker-src': ['self'],
        'manifest-src': ['self'],
        'object-src': ['none'],
        'base-uri': ['self'],
        'form-action': ['self'],
        'frame-ancestors': ['none']
      }
    }
  }
};
