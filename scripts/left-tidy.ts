import { afterAll, vi } from 'vitest';

// Files of a worker share their modules: each leaves clock, globals and settings as it has found them.
afterAll(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.unstubAllEnvs();
  vi.restoreAllMocks();
});
