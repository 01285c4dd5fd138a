<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import { TUBS, TUB_OF_LETTER } from '$core/reference';
  import type { Order } from '$core/settings';
  import { parseMass, under } from '$core/units';
  import { freshId } from '$lib/device/ids';
  import { sendJson } from '$lib/device/send';
  import { MASS_FAULTS } from '$lib/words/mass-faults';
  import type { Wrapping } from '$lib/wrap/wrapping.svelte';
  import { Field } from '$lib/ui/fields';
  import Fold from '$lib/ui/Fold.svelte';
  import type { Formatter } from '$lib/words/formatter';

  /** What somebody has asked for: so many packs of so much. */
  let { wrapping, format }: { wrapping: Wrapping; format: Formatter } = $props();
  const { orders, households } = $derived(wrapping.data);
  // svelte-ignore state_referenced_locally
  let open = $state(orders.length > 0);
  let whom = $state('');
  let letter = $state<Order['class']>('');
  let each = $state('');
  let packs = $state('');
  let faults = $state<{ whom?: string; each?: string; packs?: string }>({});
  let said = $state('');
  const LETTERS = ['P', 'S', 'J', 'G', 'O'] as const;
  const nameOf = (key: string) => {
    const tub = under(TUB_OF_LETTER, key);
    return tub ? TUBS[tub].name : 'any meat';
  };

  async function tell(url: string, method: 'POST' | 'DELETE', order?: Order): Promise<boolean> {
    const sent = await sendJson(url, method, order);
    said = sent.ok ? '' : sent.text;
    if (sent.ok) await refresh('larder:stock');
    return sent.ok;
  }
  async function add(): Promise<void> {
    const mass = parseMass(each, format.unit);
    const count = Number(packs);
    faults = {
      ...(whom.trim() === '' ? { whom: 'say for whom' } : {}),
      ...(mass.ok ? (mass.grams < 20 ? { each: 'at least 20 g' } : {}) : { each: MASS_FAULTS[mass.fault] }),
      ...(Number.isInteger(count) && count >= 1 && count <= 200 ? {} : { packs: 'from 1 to 200 packs' })
    };
    if (Object.keys(faults).length > 0 || !mass.ok) return;
    const order: Order = {
      id: freshId(),
      for: whom.trim(),
      class: letter,
      each: mass.grams,
      packs: count,
      at: Date.now()
    };
    if (await tell('/api/v1/orders', 'POST', order)) [whom, each, packs] = ['', '', ''];
  }
</script>

<Fold title={orders.length > 0 ? `Asked for: ${orders.length}` : 'Asked for by somebody'} bind:open>
  <ul>
    {#each orders as o (o.id)}
      <li class:done={o.packed >= o.packs}>
        <span
          ><strong>{o.for}</strong>
          <small class="soft">{o.packs} × {format.mass(o.each)}, {nameOf(o.class)}</small></span
        >
        <span class="mono">{Math.min(o.packed, o.packs)} of {o.packs}</span>
        {#if o.packed < o.packs}<button class="press" type="button" onclick={() => (wrapping.for = o.for)}
            >pack for it</button
          >{/if}
        <button class="quiet" type="button" onclick={() => void tell(`/api/v1/orders/${o.id}`, 'DELETE')}
          >take it off</button
        >
      </li>
    {:else}<li class="soft">Nobody has asked for anything.</li>{/each}
  </ul>
  <form
    novalidate
    onsubmit={(e) => {
      e.preventDefault();
      void add();
    }}
  >
    <div class="pair">
      <Field
        label="Asked by"
        bind:value={whom}
        known={households}
        fault={faults.whom ?? ''}
        limits={{ maxlength: 60 }}
      />
      <Field
        label="Of"
        bind:value={letter}
        items={[{ value: '', name: 'any meat' }, ...LETTERS.map((value) => ({ value, name: nameOf(value) }))]}
      />
      <Field label="So many" bind:value={packs} inputmode="numeric" unit="packs" fault={faults.packs ?? ''} />
      <Field
        label="Each"
        bind:value={each}
        inputmode="decimal"
        unit={format.unit}
        fault={faults.each ?? ''}
      />
    </div>
    {#if said}<p class="rust" role="alert">{said}</p>{/if}
    <button class="press" type="submit">Write it down</button>
  </form>
</Fold>

<style>
  li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 10px;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
  }
  li > span:first-child {
    flex: 1;
  }
  li small {
    display: block;
  }
  .done {
    color: var(--soft);
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
</style>
