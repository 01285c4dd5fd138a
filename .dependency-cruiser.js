import { layers } from './scripts/layers.js';

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-by-the-door',
      severity: 'error',
      comment: 'a folder of core is entered by its index',
      from: { path: '^src/', pathNot: '(\\.test\\.ts$|^src/core/([a-z]+)/)' },
      to: { path: '^src/core/[a-z]+/', pathNot: '^src/core/[a-z]+/(index|testkit)\\.ts$' }
    },
    {
      name: 'the-demo-is-loaded-for-the-demo',
      severity: 'error',
      comment:
        'a larder of one’s own never reads the demo’s season: it is imported where a demo is opened, and not before',
      from: { path: '^src/', pathNot: '(\\.test\\.ts$|testkit\\.ts$|^src/lib/server/demo/)' },
      to: { path: '^src/lib/server/demo/', dynamic: false }
    },
    ...layers.map(({ name, from, to, because }) => ({
      name,
      severity: 'error',
      comment: because,
      from: { path: from, pathNot: '\\.test\\.ts$' },
      to: { path: to }
    }))
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)\\.svelte-kit/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.layers.json' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.js', '.svelte', '.json'],
      exportsFields: ['exports'],
      conditionNames: ['svelte', 'import', 'default']
    }
  }
};
