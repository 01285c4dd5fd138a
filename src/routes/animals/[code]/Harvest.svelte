<script lang="ts">
  import { refreshAll } from '$lib/device/refresh';
  import type { Facts } from '$core/book';
  import { GATE_KEYS, GATE_QUESTIONS, PROOF_NAMES, PROOF_STATES } from '$core/reference';
  import { harvestFormOf, harvestPatch, type HarvestFaults } from '$lib/forms/harvest';
  import Fold from '$lib/ui/Fold.svelte';
  import type { Formatter } from '$lib/words/formatter';
  import { bookAll, thenShow } from '$lib/device/post';
  import type { Limits } from '$lib/forms/limits';
  import { Field, Tick } from '$lib/ui/fields';

  interface Props {
    animal: string;
    facts: Facts;
    /** Of the animal’s facts, by their schema. */
    limits: Limits;
    hand: string;
    format: Formatter;
  }
  let { animal, facts, limits, hand, format }: Props = $props();

  // svelte-ignore state_referenced_locally
  let form = $state(harvestFormOf(facts));
  let open = $state(false);
  let faults = $state<HarvestFaults>({});
  let trouble = $state('');
  let said = $state('');

  const proofItems = [
    { value: '', name: 'not said' },
    ...PROOF_STATES.map((value) => ({ value, name: PROOF_NAMES[value] }))
  ];
  async function keep(event: SubmitEvent) {
    event.preventDefault();
    said = '';
    trouble = '';
    const read = harvestPatch($state.snapshot(form), facts, Date.now());
    faults = read.ok ? {} : read.faults;
    if (!read.ok) return;
    if (Object.keys(read.patch).length === 0) return void (said = 'Nothing had changed.');
    const booked = await bookAll([{ intent: { kind: 'amend', animal, facts: read.patch } }], hand, format);
    trouble = booked.ok ? '' : booked.text;
    if (!booked.ok) return;
    said = booked.said || 'In the book.';
    await thenShow(booked, refreshAll);
  }
</script>

<Fold title="The harvest: gate, examination, proof of sex, antlers" bind:open>
  <form onsubmit={(e) => void keep(e)} novalidate>
    <fieldset>
      <legend class="label">Before it is opened</legend>
      <div class="chips">
        {#each GATE_KEYS as key (key)}<Tick
            bind:checked={() => form.gate[key] === true, (on) => (form.gate = { ...form.gate, [key]: on })}
            >{GATE_QUESTIONS[key].toLowerCase()}</Tick
          >{/each}
      </div>
    </fieldset>
    <div class="pair">
      <Field
        label="Examined by"
        hint="trained person"
        limits={limits['exam.by']}
        bind:value={form.by}
        fault={faults.by}
      />
      <Field label="Number" limits={limits['exam.number']} bind:value={form.number} fault={faults.number} />
    </div>
    <Field
      label="Findings"
      limits={limits['exam.findings']}
      bind:value={form.findings}
      fault={faults.findings}
    />
    <div class="pair">
      <Field label="Proof of sex" items={proofItems} bind:value={form.proof} />
      <Field label="Taken by" limits={limits.takenBy} bind:value={form.takenBy} fault={faults.takenBy} />
    </div>
    <div class="pair">
      <Field label="Points, left" inputmode="numeric" bind:value={form.left} fault={faults.left} />
      <Field label="Points, right" inputmode="numeric" bind:value={form.right} fault={faults.right} />
      <Field label="Spread" unit="cm" inputmode="decimal" bind:value={form.spread} fault={faults.spread} />
      <Field label="Horn" unit="cm" inputmode="decimal" bind:value={form.horn} fault={faults.horn} />
    </div>
    {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
    {#if said}<p role="status">{said}</p>{/if}
    <button class="press press-main" type="submit">Keep it</button>
    {#if facts.latitude !== undefined && facts.latitude !== null}<p class="small soft">
        {facts.latitude}° north, {facts.longitude ?? '–'}° east{facts.distance ? `; ${facts.distance} m` : ''}
      </p>{/if}
  </form>
</Fold>

<style>
  fieldset {
    border: 0;
    padding: 0;
  }
  .chips {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  }
</style>
