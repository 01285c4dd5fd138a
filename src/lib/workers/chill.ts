import type { Answer, Band, Way } from '$core/chill';
import type { PlainAsked } from '$core/hang';

/** A question to the worker. */
export interface ChillAsk {
  id: number;
  plain: PlainAsked;
  /** When what is asked would be done, ms. */
  at: number;
  now: number;
  /** With the band, or only the curves: while somebody still drags. */
  band: boolean;
}

/** What the worker says, in this order for each question. */
export type ChillAnswer =
  | { id: number; kind: 'curve'; way: Way }
  | { id: number; kind: 'answer'; answer: Answer }
  | { id: number; kind: 'band'; band: Band }
  | { id: number; kind: 'done' };
