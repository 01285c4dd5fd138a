/** What draws what lies open: its shapes, or bars by weight. It comes with the first drawing. */
export { gougesOn, spreadOf } from '$core/bench';
export { loadDrawing, looksOf, usualLook } from '$core/maps';
export { default as SeamMap } from './SeamMap.svelte';
export { default as SideBars } from './SideBars.svelte';

/** A place on a drawing, in shares of its width and height as it lies. */
export interface Share {
  x: number;
  y: number;
}
