/**
 * How deep tests look where more runs look deeper: simulated animals, random walks, property tests. 1 finds a broken law
 * within seconds; `npm run test:deep` takes more. From `LARDER_DEPTH`, 0.1 to 1000.
 */
export const DEPTH = Math.min(1_000, Math.max(0.1, Number(process.env.LARDER_DEPTH ?? 1) || 1));

/** Where seeds begin: 0, so that a run can be repeated; `npm run test:deep` begins elsewhere each time and says where. */
export const FIRST_SEED = Number(process.env.LARDER_SEED ?? 0) || 0;

/** How far a share of so many drawn may lie off by chance: three standard deviations (binomial), no less than `least`. */
export const byChance = (share: number, drawn: number, least = 0): number =>
  Math.max(least, 3 * Math.sqrt((share * (1 - share)) / drawn));

/** @param runs  how many at depth 1 */
export const atDepth = (runs: number): number => Math.max(1, Math.round(runs * DEPTH));
