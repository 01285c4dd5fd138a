<script lang="ts">
  import type { SuperValidated } from 'sveltekit-superforms';
  import { honestForm } from '$lib/ui/honest';
  import type { Hold } from '$core/book';
  import { HOLD_MEANS, HOLD_NAMES, HOLD_REASONS } from '$core/reference';
  import type { CustodyForm } from '$lib/forms/custody';
  import Fold from '$lib/ui/Fold.svelte';
  import { Field, Tick } from '$lib/ui/fields';
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    form: SuperValidated<CustodyForm>;
    holds: Hold[];
    condemned: boolean;
    /** What could leave the house now. */
    leaves: { id: string; grams: number }[];
    name: (id: string) => string;
    format: Formatter;
  }
  let { form: initial, holds, condemned, leaves, name, format }: Props = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, constraints, message, enhance } = honestForm(initial, {
    id: 'keep',
    invalidateAll: true
  });

  const items = $derived([
    { value: 'hold', name: 'hold it back' },
    ...(holds.length > 0 ? [{ value: 'lift', name: 'lift a hold' }] : []),
    ...(leaves.length > 0
      ? [
          { value: 'give', name: 'give some of it away' },
          { value: 'send', name: 'send it out to be processed' }
        ]
      : []),
    { value: 'condemn', name: 'condemn what is left' }
  ]);
  const holdItems = $derived(holds.map((h) => ({ value: h.entry, name: HOLD_NAMES[h.why] })));
  const leaveItems = $derived(
    leaves.map(({ id, grams }) => ({ value: id, name: `${name(id)}, ${format.mass(grams)}` }))
  );
  const whyItems = HOLD_REASONS.map((value) => ({ value, name: HOLD_NAMES[value] }));
  $effect(() => {
    if (!items.some((i) => i.value === $form.what)) $form.what = 'hold';
    const [hold, item] = [holdItems[0]?.value ?? '', leaveItems[0]?.value ?? ''];
    if (hold !== $form.hold && !holdItems.some((i) => i.value === $form.hold)) $form.hold = hold;
    if (item !== $form.item && !leaveItems.some((i) => i.value === $form.item)) $form.item = item;
  });
  const leaving = $derived($form.what === 'give' || $form.what === 'send');
  let opened = $state(false);
  $effect(() => {
    if (Object.keys($errors).length > 0) opened = true;
  });
  const WORDS = {
    hold: 'Hold it',
    lift: 'Lift the hold',
    give: 'Given away',
    send: 'Sent out',
    condemn: 'Condemn it'
  } as const;
</script>

<Fold title="Hold, give away, send out, condemn" bind:open={opened}>
  {#if condemned}<p class="soft">
      Condemned: nothing of it is booked any more but what takes that back.
    </p>{:else}
    <form method="POST" action="?/keep" use:enhance novalidate>
      {#if $message}<p class="note" role="status">{$message}</p>{/if}
      <input type="hidden" name="entry" bind:value={$form.entry} />
      <Field
        id="keep-what"
        name="what"
        label="What happens"
        {items}
        bind:value={$form.what}
        fault={$errors.what}
      />
      {#if $form.what === 'hold'}
        <Field id="keep-why" name="why" label="Why" items={whyItems} bind:value={$form.why} />
        <p class="small soft">{HOLD_MEANS}</p>
      {:else if $form.what === 'lift'}
        <Field id="keep-hold" name="hold" label="Which hold" items={holdItems} bind:value={$form.hold} />
      {:else if leaving}
        <div class="pair">
          <Field
            id="keep-item"
            name="item"
            label="What"
            items={leaveItems}
            bind:value={$form.item}
            fault={$errors.item}
          />
          <Field
            id="keep-to"
            name="to"
            label="To whom"
            limits={$constraints.to}
            bind:value={$form.to}
            fault={$errors.to}
          />
        </div>
        {#if $form.what === 'send'}
          <Field
            id="keep-wishes"
            name="wishes"
            label="What is wished for"
            hint="cuts, trim, mince, bones back"
            limits={$constraints.wishes}
            bind:value={$form.wishes}
            fault={$errors.wishes}
          />
        {/if}
        <p class="small soft">
          Many places allow neither the sale nor the serving of game that nobody has inspected. Your local
          code decides.
        </p>
      {:else}
        <Tick id="keep-sure" name="sure" bind:checked={$form.sure} fault={$errors.sure}
          >all that is left of it goes to waste by the local rule</Tick
        >
      {/if}
      {#if !leaving}
        <Field
          id="keep-note"
          name="note"
          label="Note"
          hint="who said so, number of the paper"
          limits={$constraints.note}
          bind:value={$form.note}
          fault={$errors.note}
        />
      {/if}
      <button class="press press-main" type="submit">{WORDS[$form.what]}</button>
    </form>
  {/if}
</Fold>
