import { z } from 'zod';

/** Pieces that the answers of several routes are made of. */

export const grams = z.number().int().describe('whole grams');
export const ratio = z.number();
/** Between nothing and the whole. */
export const share = z.number().min(0).max(1);
export const money = z.number().int().describe('smallest units of the currency');
export const moment = z.number().int().describe('milliseconds since the epoch');
export const celsius = z.number().describe('°C');
export const standing = z.enum(['default', 'rule', 'yours']);
/** A figure with its 80 % interval. */
export const expectedSchema = z.strictObject({
  mean: z.number(),
  relativeSd: z.number(),
  low: z.number(),
  high: z.number(),
  standing,
  n: z.number().int().optional().describe('own animals behind it, where it is yours')
});
export const intervalSchema = z.strictObject({
  mean: ratio,
  low: ratio,
  high: ratio,
  standing,
  n: z.number().int().optional().describe('own animals behind it, where it is yours'),
  grams: z
    .strictObject({ mean: grams, low: grams, high: grams })
    .optional()
    .describe('the same of the hanging weight, where that is known')
});
export const gapSchema = z.strictObject({ from: moment, to: moment });
