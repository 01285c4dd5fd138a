/** A stream of numbers in [0, 1), handed in where a model draws: core has no randomness of its own. */
export type Uniform = () => number;

/**
 * A small seeded generator (mulberry32: a Weyl sequence with a 32-bit finaliser, period 2^32). Good enough for
 * demo larders and stand-in devices; not for secrets.
 */
export function seeded(seed: number): Uniform {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A 32-bit seed from text (FNV-1a), so that a name always leads to the same stream. */
export function seedOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) {
    hash ^= text.charCodeAt(i);
    hash = Math.imul(hash, 0x01000193);
  }
  return hash >>> 0;
}

/** One draw from the standard normal distribution (Box and Muller 1958). */
export function normal(uniform: Uniform): number {
  const u = 1 - uniform();
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * uniform());
}
