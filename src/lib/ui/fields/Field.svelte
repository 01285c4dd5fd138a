<script lang="ts" generics="V extends string | number | null | undefined">
  import type { Snippet } from 'svelte';
  import type { HTMLInputAttributes } from 'svelte/elements';
  import type { Limit } from '$lib/forms/limits';
  import Input from './Input.svelte';
  import Label from './Label.svelte';
  import Select, { type Choice } from './Select.svelte';
  import Textarea from './Textarea.svelte';

  /** A label, its control, its unit, what is wrong with it: one shape wherever something is filled in. */
  interface Props extends Omit<HTMLInputAttributes, 'value' | 'size' | 'class' | 'children' | 'list' | 'id'> {
    /** False where the label stands elsewhere, with a `for` of its own. */
    label: string | false;
    /** Said softly beside the label. */
    hint?: string;
    /** The label is for those who hear it; those who see it know by what stands around. */
    unseen?: boolean;
    id?: string;
    value?: V;
    unit?: string;
    /** How long and how large it may be, by the schema that checks it. */
    limits?: Limit;
    fault?: string | readonly string[];
    /** Makes it a choice; those of one group stand together. */
    items?: readonly Choice[];
    /** Makes it a text of so many lines. */
    rows?: number;
    /** What was said before, offered as one types. */
    known?: readonly string[];
    mono?: boolean;
    /** What stands under it: a word more, a press. */
    children?: Snippet;
  }
  const uid = $props.id();
  let {
    label,
    hint,
    unseen = false,
    id = uid,
    value = $bindable(),
    unit = '',
    limits,
    fault,
    items,
    rows,
    known,
    mono = false,
    children,
    ...rest
  }: Props = $props();

  // Said as it is typed, in the schema's own words: a text that is cut off at its end would lose what was pasted.
  const long = $derived(
    limits?.maxlength !== undefined && String(value ?? '').trim().length > limits.maxlength
      ? `at most ${limits.maxlength} characters`
      : ''
  );
  const faults = $derived([
    ...new Set([...(typeof fault === 'string' ? [fault] : (fault ?? [])), long].filter((text) => text !== ''))
  ]);
  const given = $derived({
    id,
    ...rest,
    ...(rest.type === 'number' ? { min: limits?.min, max: limits?.max, ...rest } : {}),
    ...(mono ? { style: 'font-family: var(--font-mono)' } : {}),
    'aria-invalid': faults.length > 0 ? ('true' as const) : undefined,
    'aria-describedby': faults.length > 0 ? `${id}-error` : rest['aria-describedby']
  });
</script>

<div class="one">
  {#if label !== false}<Label for={id} {unseen}
      >{label}{#if hint}{' '}<span class="soft">{hint}</span>{/if}</Label
    >{/if}
  {#if items}<Select bind:value={value as string} {items} {...given as object} />
  {:else if rows}<Textarea bind:value={value as string} {rows} {...given as object} />
  {:else}<Input
      bind:value={value as string | number}
      {unit}
      autocomplete="off"
      {...given}
      list={known ? `${id}-known` : undefined}
    />{/if}
  {#if known}<datalist id="{id}-known"
      >{#each known as text (text)}<option value={text}></option>{/each}</datalist
    >{/if}
  {#if faults.length > 0}<p id="{id}-error" class="fault" role="alert">{faults.join('; ')}</p>{/if}
  {@render children?.()}
</div>

<style>
  .one {
    min-width: 0;
  }
  .fault {
    margin-top: 0.25rem;
    font-size: 0.88rem;
  }
</style>
