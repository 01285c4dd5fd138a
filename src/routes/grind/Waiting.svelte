<script lang="ts">
  import { HOLD_NAMES, SPECIES, type HoldReason } from '$core/reference';
  import { under } from '$core/units';
  import { boughtFat, type TrimLot } from '$core/grind';
  import { LONG_DAYS, type Grinding } from '$lib/grind/grinding.svelte';
  import { Field, Tick } from '$lib/ui/fields';
  import type { Formatter } from '$lib/words/formatter';

  let { grinding, format }: { grinding: Grinding; format: Formatter } = $props();
  const { choice } = $derived(grinding);
  const CLEAN = {
    kind: 'clean the mincer: another kind of animal',
    owner: 'clean the mincer: another owner’s meat',
    held: 'clean the mincer: held meat touches nothing else'
  } as const;
  const heldAs = (why: string) => under(HOLD_NAMES as Record<string, string>, why as HoldReason) ?? why;
</script>

{#snippet rowOf(lot: TrimLot)}
  <li class:on={choice.chosen.includes(lot.id)}>
    <Tick bind:checked={() => choice.chosen.includes(lot.id), () => grinding.toggle(lot.id)}
      ><span class="what"
        ><span class="mono">{lot.code}</span>{lot.tub === 'fat' ? ' fat' : ''}
        <small
          >{SPECIES[lot.species].name.toLowerCase()}{#if lot.held},
            <span class="held">{heldAs(lot.held)}</span>{:else if lot.days !== undefined}, {lot.days}
            {lot.days === 1 ? 'day' : 'days'}{/if}</small
        ></span
      ></Tick
    >
    <strong class="mono">{format.mass(lot.have)}</strong>
    <span class="fat"
      ><Field
        label="Fat of {lot.code}, per cent"
        unseen
        inputmode="decimal"
        value={(grinding.fatOf(lot) * 100).toFixed(0)}
        onchange={(e: Event) => grinding.judge(lot.id, (e.currentTarget as HTMLInputElement).value)}
      /><small>%</small></span
    >
  </li>
{/snippet}

<section aria-label="Waiting">
  <h2>Waiting, in order <small>days since it was killed · fat as judged</small></h2>
  {#each grinding.runs as run, i (run.lots[0]?.id)}
    <div class="run">
      {#if run.clean}<p class="clean">{CLEAN[run.clean]}</p>{/if}
      <button class="head" type="button" onclick={() => grinding.chooseRun(run)}
        ><strong>{i + 1}</strong><span
          >{format.mass(run.grams)}{run.held
            ? ' held, alone'
            : run.lots[0]?.owner
              ? ` of ${run.lots[0].owner}`
              : ''}{#if run.little}<small>little: better with the next</small>{/if}</span
        ></button
      >
      <ul>
        {#each run.lots as lot (lot.id)}{@render rowOf(lot)}{/each}
      </ul>
    </div>
  {:else}
    <p class="soft">
      No fresh trim lies in a grind tub. What the bench takes to <strong>Grind</strong> waits here.
    </p>
  {/each}
  {#if grinding.today.length > 0}
    <h3>Through the mincer today</h3>
    <ol class="today">
      {#each [...grinding.today].reverse() as t (t.id)}
        <li>
          <span class="what"
            >{t.name}
            <small
              >{format.time(t.at)}{t.owners.some(Boolean)
                ? `, of ${t.owners.map((o) => o || 'the house').join(' and ')}`
                : ''}{#if t.held}, <span class="held">held</span>{/if}{t.cleaned
                ? '; cleaned before it'
                : ''}</small
            ></span
          ><strong class="mono">{format.mass(t.grams)}</strong>
        </li>
      {/each}
    </ol>
  {/if}
  {#if grinding.fats.length > 0}
    <h3>From the shelf</h3>
    <ul>
      {#each grinding.fats as lot (lot.id)}
        <li class:on={choice.chosen.includes(lot.id)}>
          <Tick bind:checked={() => choice.chosen.includes(lot.id), () => grinding.toggle(lot.id)}
            ><span class="what">{lot.name} <small>bought {format.day(lot.boughtAt)}</small></span></Tick
          >
          <strong class="mono">{format.mass(lot.left)}</strong>
          <span class="fat soft">{((lot.fat ?? boughtFat(lot.what)) * 100).toFixed(0)} %</span>
        </li>
      {/each}
    </ul>
  {/if}
  {#if grinding.long.length > 0}
    <details>
      <summary
        >{format.mass(
          grinding.long.reduce((sum, lot) => sum + lot.have, 0),
          1
        )} longer than {LONG_DAYS} days in a tub, by the book</summary
      >
      <p class="soft small">
        Nobody has said what became of it. If it is in a freezer, wrap it; if it is eaten or gone, say so on
        its animal’s page. Thawed trim can be ticked here.
      </p>
      <ul>
        {#each grinding.long as lot (lot.id)}{@render rowOf(lot)}{/each}
      </ul>
    </details>
  {/if}
</section>

<style>
  h3 {
    font-size: 0.95rem;
    color: var(--soft);
    margin: 14px 0 4px;
  }
  .run {
    margin-bottom: 10px;
  }
  .clean {
    margin: 10px 0 6px;
    padding-left: 10px;
    border-left: 4px solid var(--brass);
    font-size: 0.88rem;
    font-weight: 600;
    color: var(--brass);
  }
  .head {
    display: grid;
    grid-template-columns: 30px 1fr;
    align-items: center;
    gap: 10px;
    width: 100%;
    min-height: 44px;
    padding: 2px 8px;
    border: 0;
    border-bottom: 1.5px solid var(--ink);
    background: none;
    color: inherit;
    font: inherit;
    text-align: left;
  }
  .head strong {
    font-family: var(--font-head);
    font-size: 1.2rem;
  }
  .head span {
    font-weight: 650;
  }
  .head small {
    display: block;
    font-weight: 400;
    color: var(--soft);
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto 66px;
    align-items: center;
    gap: 8px;
    min-height: 48px;
    padding: 2px 8px;
    border-bottom: 1px solid var(--line);
  }
  li.on {
    background: var(--card);
  }
  .what {
    line-height: 1.2;
  }
  .what small {
    display: block;
    color: var(--soft);
    font-size: 0.85rem;
  }
  h2 small {
    display: block;
    font-family: var(--font-sans);
    font-weight: 400;
    font-size: 0.85rem;
  }
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
    color: var(--spruce-text);
    font-weight: 600;
    cursor: pointer;
  }
  .today li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .held {
    color: var(--rust);
    font-weight: 650;
  }
  .fat {
    display: flex;
    align-items: center;
    gap: 5px;
    justify-content: flex-end;
    font-size: 0.85rem;
    white-space: nowrap;
  }
  .fat :global(.field) {
    width: 44px;
    min-height: 36px;
    padding: 2px 6px;
    text-align: right;
  }
</style>
