import js from '@eslint/js';
import globals from 'globals';
import svelte from 'eslint-plugin-svelte';
import ts from 'typescript-eslint';
import { layers } from './scripts/layers.js';
import wholeSvelteConfig from './svelte.config.js';

// Without its functions, which no rule asks for: what was linted can be kept only under a configuration of plain data.
const svelteConfig = JSON.parse(JSON.stringify(wholeSvelteConfig));

/** What loads a page anew ends the way to another: one module waits until that is at its end. */
const LOADS_ANEW = {
  selector:
    'ImportDeclaration[source.value="$app/navigation"] > ImportSpecifier[imported.name=/^invalidate/]',
  message: 'refresh or refreshAll of lib/device/refresh: nothing is loaded anew while somebody is on the way'
};

export default ts.config(
  {
    ignores: [
      '.svelte-kit/',
      'build/',
      'node_modules/',
      'demo-data/',
      'larder-data/',
      'reports/',
      'test-results/',
      'drizzle/'
    ]
  },
  js.configs.recommended,
  ...ts.configs.strict,
  ...svelte.configs.recommended,
  { languageOptions: { globals: { ...globals.browser, ...globals.node } }, rules: { 'no-undef': 'off' } },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser, extraFileExtensions: ['.svelte'], svelteConfig } }
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/unified-signatures': 'off',
      'svelte/no-navigation-without-resolve': 'off',
      // A blank at the edge of a branch is only kept when it is written as one.
      'svelte/no-useless-mustaches': 'off',
      // Sets that live inside one function are no state.
      'svelte/prefer-svelte-reactivity': 'off',
      // Balances are records; zeros leave them.
      '@typescript-eslint/no-dynamic-delete': 'off',
      eqeqeq: 'error',
      'no-console': 'error'
    }
  },
  {
    files: ['scripts/**', 'e2e/**', '**/*.test.ts', 'src/core/book/testkit.ts'],
    rules: { 'no-console': 'off', '@typescript-eslint/no-non-null-assertion': 'off' }
  },
  {
    files: ['src/**/*.{ts,svelte}'],
    ignores: ['src/lib/device/refresh.ts'],
    rules: { 'no-restricted-syntax': ['error', LOADS_ANEW] }
  },
  {
    // What is typed and scanned with wet gloves has its own; all else is filled in by one Field.
    files: ['**/*.svelte'],
    ignores: ['src/lib/ui/fields/**', 'src/lib/ui/bench/**', 'src/lib/ui/station/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        LOADS_ANEW,
        {
          selector:
            'SvelteElement[name.name=/^(select|textarea)$/], SvelteElement[name.name="input"]:not(:has(SvelteAttribute[key.name="type"] SvelteLiteral[value=/^(hidden|radio|range)$/]))',
          message: 'Field, FileField or Tick of lib/ui/fields: label, control, unit and fault in one shape'
        }
      ]
    }
  },
  {
    // On the server a fault that nobody hears ends the process for everybody: each promise, stream and thread has an owner.
    files: ['src/lib/server/**/*.ts', 'src/routes/**/+*.ts', 'src/hooks.server.ts'],
    ignores: ['**/*.test.ts', '**/*testkit.ts', 'src/lib/server/db/libsql-*.ts'],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/no-floating-promises': ['error', { ignoreVoid: false }],
      '@typescript-eslint/no-misused-promises': 'error',
      'no-restricted-syntax': [
        'error',
        LOADS_ANEW,
        {
          selector:
            'CallExpression[callee.name=/^create(Read|Write)Stream$/]:not(CallExpression[callee.name=/^(pipeline|linesIn)$/] > CallExpression, ForOfStatement > CallExpression)',
          message: 'pipeline, linesIn or for await: whoever reads or writes a stream hears its error'
        },
        {
          selector: 'NewExpression[callee.name="Worker"]',
          message: 'aside or asideSaying of lib/server/work: what goes wrong in a thread is heard there'
        }
      ]
    }
  },
  { files: ['src/lib/server/work/aside.ts'], rules: { 'no-restricted-syntax': 'off' } },
  // The floors of the house, where the dependency checker does not look: type imports inside components.
  ...layers.map(({ files, forbidden, because }) => ({
    files,
    ignores: ['**/*.test.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        { patterns: [{ group: forbidden, message: because }] }
      ],
      'no-restricted-imports': ['error', { patterns: [{ group: forbidden, message: because }] }]
    }
  }))
);
