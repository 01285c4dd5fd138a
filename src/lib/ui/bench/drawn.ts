/** What draws what lies open: its shapes, or bars by weight. It comes with the first drawing. */
export { loadDrawing } from '$core/maps';
export { default as SeamMap } from './SeamMap.svelte';
export { default as SideBars } from './SideBars.svelte';
