import { keptDemo } from './demo-kept.mjs';
import { builtFrom } from './prepare.mjs';

/**
 * Before unit tests: where a demo of today and of this program is kept, they copy it, and its windows with it; else each makes
 * its own.
 */
export default function setup() {
  const kept = keptDemo();
  process.env.LARDER_DEMO_KEPT = kept ?? '';
  if (kept) process.env.LARDER_VERSION = builtFrom();
}
