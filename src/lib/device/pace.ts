/**
 * Whether this page was served under test: then nobody's finger bounces, and pieces are laid on at once. The server says so
 * on the page, and only where it was started for tests (`LARDER_TEST_PACE`).
 */
export const atTestPace = (): boolean =>
  typeof document !== 'undefined' && document.documentElement?.dataset.pace === 'test';
