export { default as Input } from './Input.svelte';
export { default as Select } from './Select.svelte';
export { default as Label } from './Label.svelte';
export { default as Checkbox } from './Checkbox.svelte';
export { default as Textarea } from './Textarea.svelte';
