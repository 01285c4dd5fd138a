<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import type { Facts, FactsPatch } from '$core/book';
  import { GATE_KEYS, GATE_QUESTIONS, PROOF_NAMES, PROOF_STATES, type ProofState } from '$core/reference';
  import Fold from '$lib/ui/Fold.svelte';
  import type { Formatter } from '$lib/ui/format';
  import { bookAll } from '$lib/ui/post';

  let { animal, facts, hand, format }: { animal: string; facts: Facts; hand: string; format: Formatter } =
    $props();

  // svelte-ignore state_referenced_locally
  let form = $state({
    by: facts.exam?.by ?? '',
    number: facts.exam?.number ?? '',
    findings: facts.exam?.findings ?? '',
    proof: facts.proofOfSex ?? '',
    left: facts.pointsLeft?.toString() ?? '',
    right: facts.pointsRight?.toString() ?? '',
    spread: facts.spread ? String(facts.spread / 10) : '',
    horn: facts.horn ? String(facts.horn / 10) : '',
    takenBy: facts.takenBy ?? ''
  });
  // svelte-ignore state_referenced_locally
  let gate = $state<Partial<Record<(typeof GATE_KEYS)[number], boolean>>>({ ...facts.gate });
  let open = $state(false);
  let fault = $state('');
  let said = $state('');

  const whole = (text: string, times = 1): number | null =>
    text.trim() === '' ? null : Math.round(Number(text.replace(',', '.')) * times);
  async function keep(event: SubmitEvent) {
    event.preventDefault();
    said = '';
    const next: FactsPatch = {
      takenBy: form.takenBy.trim() || null,
      proofOfSex: (form.proof || null) as ProofState | null,
      pointsLeft: whole(form.left),
      pointsRight: whole(form.right),
      spread: whole(form.spread, 10),
      horn: whole(form.horn, 10),
      ...(Object.keys(gate).length > 0 ? { gate } : {}),
      exam:
        form.by.trim() === ''
          ? null
          : {
              by: form.by.trim(),
              at:
                facts.exam?.by === form.by.trim() && facts.exam.findings === (form.findings.trim() || null)
                  ? facts.exam.at
                  : Date.now(),
              number: form.number.trim() || null,
              findings: form.findings.trim() || null
            }
    };
    const was = facts as Record<string, unknown>;
    const patch = Object.fromEntries(
      Object.entries(next).filter(([k, v]) => JSON.stringify(was[k] ?? null) !== JSON.stringify(v ?? null))
    ) as FactsPatch;
    if (Object.values(patch).some((v) => typeof v === 'number' && !Number.isFinite(v)))
      return void (fault = 'points are whole numbers; spread and horn are centimetres');
    if (Object.keys(patch).length === 0) return void (said = 'Nothing had changed.');
    const booked = await bookAll([{ intent: { kind: 'amend', animal, facts: patch } }], hand, format);
    fault = booked.ok ? '' : booked.text;
    if (!booked.ok) return;
    said = 'In the book.';
    await invalidateAll();
  }
</script>

<Fold title="The harvest: gate, examination, proof of sex, antlers" bind:open>
  <form onsubmit={(e) => void keep(e)} novalidate>
    <fieldset>
      <legend class="label">The gate</legend>
      <div class="chips">
        {#each GATE_KEYS as key (key)}<label class="check"
            ><input
              class="tick"
              type="checkbox"
              checked={gate[key] === true}
              onchange={(e) => (gate = { ...gate, [key]: e.currentTarget.checked })}
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
    {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
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
