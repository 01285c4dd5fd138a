import { keptDemo } from './demo-kept.mjs';

/** Before unit tests: where a demo of today and of this program is kept, they copy it; else each makes its own. */
export default function setup() {
  process.env.LARDER_DEMO_KEPT = keptDemo() ?? '';
}
