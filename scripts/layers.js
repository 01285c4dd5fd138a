/**
 * The floors of the house: which files may not import what. Read by the linter and by the dependency checker.
 * @type {{ name: string, files: string[], from: string, forbidden: string[], to: string, because: string }[]}
 */
export const layers = [
  {
    name: 'core-is-the-ground-floor',
    files: ['src/core/**'],
    from: '^src/core/',
    forbidden: [
      '$lib/*',
      '$lib/**',
      '$app/*',
      '$env/*',
      '$env/**',
      '**/lib/**',
      '**/routes/**',
      'svelte',
      'svelte/*',
      '@sveltejs/*',
      'drizzle-orm',
      'drizzle-orm/**',
      '@libsql/*',
      'node:*',
      'd3',
      'idb',
      'pino'
    ],
    to: '^(src/(lib|routes)/|node_modules/(?!zod/|fast-check|vitest))',
    because: 'core knows nothing of screens, databases or browsers'
  },
  {
    name: 'lib-does-not-climb-to-routes',
    files: ['src/lib/**'],
    from: '^src/lib/',
    forbidden: ['**/routes/**', '$routes/*'],
    to: '^src/routes/',
    because: 'arrows point down: routes stand on lib'
  },
  {
    name: 'server-knows-no-components',
    files: ['src/lib/server/**'],
    from: '^src/lib/server/',
    forbidden: ['$lib/ui/**', '$lib/bench/**', '*.svelte', 'svelte'],
    to: '^src/lib/(ui|bench)/',
    because: 'the server stands beside the interface, not on it'
  },
  {
    name: 'units-know-nothing',
    files: ['src/core/units/**'],
    from: '^src/core/units/',
    forbidden: ['$core/*', '../*'],
    to: '^src/core/(?!units/)',
    because: 'units are the lowest stones'
  },
  {
    name: 'reference-stands-on-units',
    files: ['src/core/reference/**'],
    from: '^src/core/reference/',
    forbidden: [
      '$core/book',
      '$core/yield',
      '$core/worth',
      '$core/bench',
      '$core/scale',
      '$core/settings',
      '$core/chill',
      '$core/hang',
      '$core/haul',
      '$core/rules',
      '$core/probe'
    ],
    to: '^src/core/(?!reference/|units/)',
    because: 'reference data stands on units alone'
  },
  {
    name: 'the-book-is-written-before-it-is-read',
    files: ['src/core/book/kinds/**'],
    from: '^src/core/book/(?!read/|index\\.ts|testkit\\.ts)',
    forbidden: ['../read', '../read/*'],
    to: '^src/core/book/read/',
    because: 'what is read off the book stands on what is written, never under it'
  },
  {
    name: 'book-and-yield-are-side-by-side',
    files: [
      'src/core/book/**',
      'src/core/yield/**',
      'src/core/scale/**',
      'src/core/chill/**',
      'src/core/probe/**'
    ],
    from: '^src/core/(book|yield|scale|chill|probe)/',
    forbidden: ['$core/worth', '$core/bench', '$core/settings', '$core/hang', '$core/haul', '$core/rules'],
    to: '^src/core/(worth|bench|settings|hang|haul|rules)/',
    because: 'stations stand on the book and on yield, not the other way round'
  }
];

layers.push({
  name: 'chill-and-probe-know-no-book',
  files: ['src/core/chill/**', 'src/core/probe/**'],
  from: '^src/core/(chill|probe)/',
  forbidden: ['$core/book', '$core/yield', '$core/scale'],
  to: '^src/core/(book|yield|scale)/',
  because: 'heat and readings are reckoned without a ledger'
});
