<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import type { Facts } from '$core/book';
  import { GATE_KEYS, GATE_QUESTIONS, PROOF_NAMES, PROOF_STATES } from '$core/reference';
  import { harvestFormOf, harvestPatch, type HarvestFaults } from '$lib/forms/harvest';
  import Fold from '$lib/ui/Fold.svelte';
  import type { Formatter } from '$lib/words/format';
  import { bookAll } from '$lib/device/post';

  let { animal, facts, hand, format }: { animal: string; facts: Facts; hand: string; format: Formatter } =
    $props();

  // svelte-ignore state_referenced_locally
  let form = $state(harvestFormOf(facts));
  let open = $state(false);
  let faults = $state<HarvestFaults>({});
  let trouble = $state('');
  let said = $state('');

  const FIELDS: Record<string, string> = {
    by: 'Examined by',
    left: 'Points, left',
    right: 'Points, right',
    spread: 'Spread',
    horn: 'Horn'
  };
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
    said = 'In the book.';
    await invalidateAll();
  }
</script>

<Fold title="The harvest: gate, examination, proof of sex, antlers" bind:open>
  <form onsubmit={(e) => void keep(e)} novalidate>
    <fieldset>
      <legend class="label">Before it is opened</legend>
      <div class="chips">
        {#each GATE_KEYS as key (key)}<label class="check"
            ><input
              class="tick"
              type="checkbox"
              checked={form.gate[key] === true}
              onchange={(e) => (form.gate = { ...form.gate, [key]: e.currentTarget.checked })}
            />
            {GATE_QUESTIONS[key].toLowerCase()}</label
          >{/each}
      </div>
    </fieldset>
    <div class="pair">
      <label
        ><span class="label">Examined by <span class="soft">trained person</span></span><input
          class="field"
          bind:value={form.by}
          maxlength="60"
          autocomplete="off"
        /></label
      >
      <label
        ><span class="label">Number</span><input
          class="field"
          bind:value={form.number}
          maxlength="40"
          autocomplete="off"
        /></label
      >
    </div>
    <label
      ><span class="label">Findings</span><input
        class="field"
        bind:value={form.findings}
        maxlength="300"
        autocomplete="off"
      /></label
    >
    <div class="pair">
      <label
        ><span class="label">Proof of sex</span><select class="field" bind:value={form.proof}
          ><option value="">not said</option>{#each PROOF_STATES as p (p)}<option value={p}
              >{PROOF_NAMES[p]}</option
            >{/each}</select
        ></label
      >
      <label
        ><span class="label">Taken by</span><input
          class="field"
          bind:value={form.takenBy}
          maxlength="60"
          autocomplete="off"
        /></label
      >
    </div>
    <div class="pair">
      <label
        ><span class="label">Points, left</span><input
          class="field"
          inputmode="numeric"
          bind:value={form.left}
        /></label
      >
      <label
        ><span class="label">Points, right</span><input
          class="field"
          inputmode="numeric"
          bind:value={form.right}
        /></label
      >
      <label
        ><span class="label">Spread</span><span class="with-unit"
          ><input class="field" inputmode="decimal" bind:value={form.spread} /><span class="unit">cm</span
          ></span
        ></label
      >
      <label
        ><span class="label">Horn</span><span class="with-unit"
          ><input class="field" inputmode="decimal" bind:value={form.horn} /><span class="unit">cm</span
          ></span
        ></label
      >
    </div>
    {#each Object.entries(faults) as [key, text] (key)}<p class="fault" role="alert">
        {FIELDS[key] ?? key}: {text}
      </p>{/each}
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
