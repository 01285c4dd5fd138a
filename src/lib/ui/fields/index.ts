export { default as Field } from './Field.svelte';
export { default as FileField } from './FileField.svelte';
export { default as Tick } from './Tick.svelte';
