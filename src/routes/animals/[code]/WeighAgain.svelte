<script lang="ts">
  import { onMount } from 'svelte';
  import { partItems, sideItems } from '$lib/forms/choices';
  import type { SuperValidated } from 'sveltekit-superforms';
  import { enhance as plainEnhance } from '$app/forms';
  import { arrived } from '$lib/device/refresh';
  import { AWAY, KEPT } from '$lib/words/away';
  import type { MassUnit } from '$core/units';
  import type { Weighed } from '$lib/forms/weighing';
  import { freshId } from '$lib/device/ids';
  import DoubtPress from '$lib/ui/DoubtPress.svelte';
  import { honestForm } from '$lib/ui/honest';
  import Fold from '$lib/ui/Fold.svelte';
  import { Field } from '$lib/ui/fields';

  type Weigh = {
    entry: string;
    what: 'again' | 'dressed' | 'hanging' | 'offal' | 'hide' | 'part' | 'first';
    assured: string;
    weight: string;
    hide: string;
    part: 'hindLeg' | 'shoulder' | 'neck';
    side: 'left' | 'right';
  };
  interface Props {
    form: SuperValidated<Weigh>;
    carcass: { id: string; closed: boolean } | undefined;
    /** What of its book one more weighing rests on. */
    known: Weighed;
    hand: string;
    units: MassUnit;
    partsAlone: number;
    allHere: boolean;
    unit: string;
    /** The first weight in words, and how many entries stand on it. */
    first: string | undefined;
    standsOn: number;
  }
  let {
    form: initial,
    carcass,
    known,
    hand,
    units,
    partsAlone,
    allHere,
    unit,
    first,
    standsOn
  }: Props = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, constraints, message, enhance } = honestForm(initial, {
    id: 'weigh',
    invalidateAll: true,
    keep: keepHere
  });
  // A page that was kept for when the server is away comes with the same id each time.
  onMount(() => ($form.entry = freshId()));
  /** Nobody answered: it waits on this device. */
  async function keepHere(): Promise<string> {
    const { keepWeighAgain } = await import('$lib/device/kept-forms');
    const kept = await keepWeighAgain($state.snapshot($form), known, hand, units);
    if (!kept.kept) return kept.text;
    $form = { ...$form, entry: freshId(), weight: '', hide: '', assured: '' };
    return KEPT;
  }

  const items = $derived([
    ...(carcass && !carcass.closed
      ? [
          { value: 'again', name: 'weighed again on the hook' },
          { value: 'hanging', name: 'skinned: its hanging weight' },
          { value: 'dressed', name: 'dressed: gut out, hide on' }
        ]
      : []),
    ...(carcass ? [] : [{ value: 'part', name: 'another part of it came in' }]),
    ...(carcass ? [{ value: 'first', name: 'its first weight was wrong: set it right' }] : []),
    { value: 'offal', name: 'offal kept' },
    { value: 'hide', name: 'hide, head or antlers kept' }
  ]);
  $effect(() => {
    if (!items.some((i) => i.value === $form.what))
      $form.what = (items[0]?.value ?? 'offal') as Weigh['what'];
  });
  /** Nobody answered. */
  let away = $state(false);
  let weighOpen = $state(false);
  $effect(() => {
    if (Object.keys($errors).length > 0) weighOpen = true;
  });
</script>

<Fold title="Weigh something more: on the hook, skinned, offal, hide" bind:open={weighOpen}>
  <form method="POST" action="?/weigh" use:enhance novalidate>
    {#if $message}<p class="note" role="status">{$message}</p>{/if}
    <input type="hidden" name="entry" bind:value={$form.entry} />
    <Field id="what" name="what" label="What was weighed" {items} bind:value={$form.what} />
    {#if $form.what === 'part'}
      <div class="pair">
        <Field id="w-part" name="part" label="Part" items={partItems} bind:value={$form.part} />
        {#if $form.part !== 'neck'}<Field
            id="w-side"
            name="side"
            label="Side"
            items={sideItems}
            bind:value={$form.side}
          />{/if}
      </div>
    {/if}
    <Field
      id="w-weight"
      name="weight"
      label="Weight"
      {unit}
      inputmode="decimal"
      limits={$constraints.weight}
      bind:value={$form.weight}
      fault={$errors.weight}
    >
      {#if $errors.assured?.includes('loss')}<button
          class="press"
          type="submit"
          name="what"
          value="first"
          data-testid="first-wrong">The first weight was wrong</button
        >{/if}
      <DoubtPress asked={$errors.assured} assured={$form.assured} />
      {#if $form.what === 'first'}<p class="small soft">
          Now in the book: {first ? `${first}.` : 'none.'}
          {standsOn === 0
            ? 'Nothing stands on it yet.'
            : standsOn === 1
              ? 'One later entry stands on it and stays as it is.'
              : `${standsOn} later entries stand on it and stay as they are.`} What is left on it changes.
        </p>{/if}
    </Field>
    {#if $form.what === 'hanging' || $form.what === 'dressed'}
      <Field
        id="w-hide"
        name="hide"
        label="Hide, head and legs"
        hint="if they were weighed"
        {unit}
        inputmode="decimal"
        limits={$constraints.hide}
        bind:value={$form.hide}
        fault={$errors.hide}
      />
    {/if}
    <button class="press press-main" type="submit">Book it</button>
  </form>
  {#if partsAlone > 0 && !carcass && !allHere}
    <form
      method="POST"
      action="?/allHere"
      use:plainEnhance={() =>
        async ({ result, update }) => {
          away = result.type === 'error';
          if (away) return;
          await arrived();
          await update();
        }}
    >
      {#if away}<p class="note" role="alert">{AWAY}</p>{/if}
      <p class="small soft">
        Parts came in one by one. Once none is missing, the hanging weight can be worked out from them.
      </p>
      <button class="press" type="submit">All quarters are here</button>
    </form>
  {/if}
</Fold>
