/** Where a figure stands: a working default, learned from the larder's own animals, or a published rule. */
export type Standing = 'default' | 'yours' | 'rule';

/** A ratio or share with its spread between animals (standard deviation) and its standing. */
export interface Figure {
  mean: number;
  sd: number;
  standing: Standing;
}

/** A figure of the tables, with the sd it has between animals. */
export const byDefault = (mean: number, sd: number): Figure => ({ mean, sd, standing: 'default' });
