<script lang="ts">
  import { refreshAll } from '$lib/device/refresh';
  import type { Doubted, SentOut } from '$core/book';
  import { DOUBT_YES } from '$lib/words/doubts';
  import Fold from '$lib/ui/Fold.svelte';
  import { readReturn, type ReturnLetter, type ReturnRow } from '$lib/forms/returned';
  import type { Formatter } from '$lib/words/formatter';
  import { freshId } from '$lib/device/ids';
  import { bookAll, thenShow } from '$lib/device/post';
  import type { Limits } from '$lib/forms/limits';
  import { Field, Tick } from '$lib/ui/fields';

  interface Props {
    animal: string;
    sent: SentOut & { left: number };
    /** Of what comes back, by its schema. */
    limits: Limits;
    hand: string;
    unit: 'kg' | 'lb';
    currency: string;
    format: Formatter;
  }
  let { animal, sent, limits, hand, unit, currency, format }: Props = $props();

  const KINDS: { value: ReturnLetter; name: string }[] = [
    { value: 'P', name: 'steaks' },
    { value: 'S', name: 'roast, braise, stew' },
    { value: 'G', name: 'mince, sausage' },
    { value: 'J', name: 'jerky meat' },
    { value: 'O', name: 'offal' },
    { value: 'K', name: 'bones, stock' },
    { value: 'F', name: 'fat' },
    { value: 'D', name: 'pets' }
  ];
  const row = (what = 'mince', letter: ReturnLetter = 'G'): ReturnRow => ({
    id: freshId(),
    what,
    class: letter,
    weight: '',
    bought: ''
  });
  let rows = $state<ReturnRow[]>([row('steaks', 'P'), row()]);
  let bill = $state('');
  let more = $state(false);
  let faults = $state<Record<string, string>>({});
  let trouble = $state('');
  let said = $state('');
  let open = $state(false);
  let busy = $state(false);

  /** What the book asks before it is booked. */
  let asked = $state<Doubted | undefined>();
  async function keep(event: SubmitEvent | undefined, sure?: Doubted) {
    event?.preventDefault();
    asked = undefined;
    trouble = '';
    said = '';
    const read = readReturn($state.snapshot(rows), bill, unit, currency);
    faults = read.ok ? {} : read.faults;
    if (!read.ok) return void (trouble = read.faults.rows ?? '');
    busy = true;
    const booked = await bookAll(
      [
        {
          intent: {
            kind: 'return',
            ...(sure ? { sure: [sure] } : {}),
            animal,
            item: sent.item,
            from: sent.party,
            packs: read.packs,
            ...(more ? { more: true } : {}),
            ...(read.bill === undefined ? {} : { bill: read.bill, currency })
          }
        }
      ],
      hand,
      format
    );
    busy = false;
    if (!booked.ok) {
      asked = booked.asked;
      return void (trouble = booked.text);
    }
    rows = [row()];
    bill = '';
    said = booked.said;
    await thenShow(booked, refreshAll);
  }
</script>

<Fold title="Packs came back" bind:open>
  <form onsubmit={(e) => void keep(e)} novalidate>
    {#each rows as r, i (r.id)}
      <div class="row">
        <Field label="What" unseen={i > 0} limits={limits['packs.what']} bind:value={r.what} />
        <Field label="Counts as" unseen={i > 0} items={KINDS} bind:value={r.class} />
        <Field
          label="Weighs"
          unseen={i > 0}
          {unit}
          inputmode="decimal"
          bind:value={r.weight}
          fault={faults[r.id]}
        />
        <Field label="Bought fat in it" unseen={i > 0} {unit} inputmode="decimal" bind:value={r.bought} />
      </div>
    {/each}
    <button class="press" type="button" onclick={() => rows.push(row())}>Another pack</button>
    <div class="row two">
      <Field label="Bill" unit={currency} inputmode="decimal" bind:value={bill} fault={faults.bill} />
      <Tick bind:checked={more}>more is to come</Tick>
    </div>
    {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
    {#if said}<p role="status">{said}</p>{/if}
    {#if asked}<button
        class="press"
        type="button"
        data-testid="assure"
        onclick={() => void keep(undefined, asked)}
        >{asked === 'writeOff' ? 'It does not come back' : DOUBT_YES[asked]}</button
      >{/if}
    <button class="press press-main" type="submit" disabled={busy}>Weigh them in</button>
  </form>
</Fold>

<style>
  .row {
    display: grid;
    grid-template-columns: 1.1fr 1.2fr 1fr 1fr;
    gap: 8px;
    align-items: end;
  }
  .row.two {
    grid-template-columns: 1fr 1fr;
  }
  @media (max-width: 35em) {
    .row {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
