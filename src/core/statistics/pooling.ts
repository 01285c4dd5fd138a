/** Residuals of one kind of animal, summed up: what a pooled estimate needs of them, and no more. */
export interface Sums {
  n: number;
  sum: number;
  sumOfSquares: number;
}

/** Working beliefs before anything is known. */
export interface Priors {
  /** Sd between animals of one kind, and how many animals it counts for. */
  sigma: number;
  df: number;
  /** Sd of shifts between kinds, and what it counts for. */
  tau: number;
  tauWeight: number;
  /** Sd of the house's own shift. */
  house: number;
}

/** A shift as it is believed after looking, and the Student-t of the next animal around it. */
export interface Pooled {
  n: number;
  shift: number;
  scale: number;
  df: number;
}

/**
 * Partial pooling of unbalanced groups.
 *
 * s² = (ν₀σ₀² + Σ within squares) ÷ (ν₀ + N − J); τ² = (w·τ₀² + (J − 1)·τ̂²) ÷ (w + J − 1) with moments τ̂²
 * weighted by how well each mean is known; the house's shift is the mean of the groups' means weighted by
 * 1 ÷ (τ² + s²/n) against a prior of 0 ± h; a group's shift lies between its own mean and the house's by
 * B = τ² ÷ (τ² + s²/n). The next animal: Student-t on ν₀ + N − J degrees of freedom.
 * @param own  the group asked for; it need not have animals of its own
 */
export function pool(all: readonly Sums[], own: Sums | undefined, priors: Priors): Pooled {
  const groups = all.filter((g) => g.n > 0);
  const count = groups.reduce((sum, g) => sum + g.n, 0);
  const df = priors.df + count - groups.length;
  const within = groups.reduce((sum, g) => sum + Math.max(0, g.sumOfSquares - (g.sum * g.sum) / g.n), 0);
  const variance = (priors.df * priors.sigma * priors.sigma + within) / df;
  const tau2 = between(groups, variance, priors);
  let weight = 1 / (priors.house * priors.house);
  let weighted = 0;
  for (const g of groups) {
    const w = 1 / (tau2 + variance / g.n);
    weight += w;
    weighted += w * (g.sum / g.n);
  }
  const house = weighted / weight;
  const mine = own && own.n > 0 ? own : undefined;
  const trust = mine ? tau2 / (tau2 + variance / mine.n) : 0;
  const shift = mine ? trust * (mine.sum / mine.n) + (1 - trust) * house : house;
  const shiftVariance = mine ? (trust * variance) / mine.n + (1 - trust) ** 2 / weight : tau2 + 1 / weight;
  return { n: mine?.n ?? 0, shift, scale: Math.sqrt(variance + shiftVariance), df };
}

/**
 * Squared spread between groups: prior and moments, each by its weight. The moments weigh a group by how well its mean is
 * known, 1 ÷ (τ₀² + s²/n) (DerSimonian and Kacker 2007, general moments). A group of one says nothing here: whether it is
 * its kind that differs or that one animal, nobody knows.
 */
function between(all: readonly Sums[], variance: number, { tau, tauWeight }: Priors): number {
  const prior = tau * tau;
  const groups = all.filter((g) => g.n > 1);
  if (groups.length < 2) return prior;
  const rows = groups.map((g) => ({
    mean: g.sum / g.n,
    of: variance / g.n,
    w: 1 / (prior + variance / g.n)
  }));
  const sum = (pick: (row: (typeof rows)[number]) => number) =>
    rows.reduce((total, row) => total + pick(row), 0);
  const w = sum((r) => r.w);
  const grand = sum((r) => r.w * r.mean) / w;
  const q = sum((r) => r.w * (r.mean - grand) ** 2);
  const expectedWithin = sum((r) => r.w * r.of) - sum((r) => r.w * r.w * r.of) / w;
  const moments = Math.max(0, (q - expectedWithin) / (w - sum((r) => r.w * r.w) / w));
  return (tauWeight * prior + (groups.length - 1) * moments) / (tauWeight + groups.length - 1);
}
