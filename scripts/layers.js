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
    to: '^(src/(lib|routes)/|node_modules/(?!zod/|yalps/|fast-check|vitest))',
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
    forbidden: ['$lib/ui/**', '$lib/bench/**', '$lib/device/**', '*.svelte', 'svelte'],
    to: '^src/lib/(ui|bench|device)/',
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
    name: 'statistics-know-nothing',
    files: ['src/core/statistics/**'],
    from: '^src/core/statistics/',
    forbidden: ['$core/*', '../*'],
    to: '^src/core/(?!statistics/)',
    because: 'a quantile is the same of grams and of degrees'
  },
  {
    name: 'reference-stands-on-units',
    files: ['src/core/reference/**'],
    from: '^src/core/reference/',
    forbidden: [
      '$core/book',
      '$core/yield',
      '$core/worth',
      '$core/account',
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
    forbidden: [
      '$core/worth',
      '$core/account',
      '$core/bench',
      '$core/settings',
      '$core/hang',
      '$core/haul',
      '$core/rules'
    ],
    to: '^src/core/(worth|account|bench|settings|hang|haul|rules)/',
    because: 'stations stand on the book and on yield, not the other way round'
  }
];

layers.push(
  {
    name: 'an-account-needs-no-bench',
    files: ['src/core/account/**'],
    from: '^src/core/account/',
    forbidden: ['$core/bench', '$core/worth', '$core/settings', '$core/hang', '$core/haul', '$core/rules'],
    to: '^src/core/(bench|worth|settings|hang|haul|rules)/',
    because: 'lists and reports need an animal’s account, and no order of work'
  },
  {
    name: 'words-know-no-screen',
    files: ['src/lib/words/**'],
    from: '^src/lib/words/',
    forbidden: ['$lib/ui/**', '$lib/bench/**', '$lib/device/**', '$lib/server/**', '*.svelte', 'svelte'],
    to: '^src/lib/(ui|bench|device|server|forms|workers)/',
    because: 'the same words are said on screen, in a file and on paper'
  },
  {
    name: 'a-device-knows-no-bench',
    files: ['src/lib/device/**'],
    from: '^src/lib/device/',
    forbidden: ['$lib/ui/**', '$lib/bench/**', '$lib/server/**', '*.svelte', '!./outbox.svelte', 'svelte'],
    to: '^src/lib/(ui|bench|server)/',
    because: 'what a device keeps, sends and hears is the same whatever stands on it'
  }
);

layers.push({
  name: 'chill-and-probe-know-no-book',
  files: ['src/core/chill/**', 'src/core/probe/**'],
  from: '^src/core/(chill|probe)/',
  forbidden: ['$core/book', '$core/yield', '$core/scale'],
  to: '^src/core/(book|yield|scale)/',
  because: 'heat and readings are reckoned without a ledger'
});
