<script lang="ts">
  import type { Formatter } from '$lib/words/formatter';

  /** Thin and awkward cuts that are still on: what an hour at each earns, and what is lost where it is left. */
  interface Row {
    animal: string;
    cut?: string;
    count: number;
    grams: number;
    meals: number;
    value: number;
    minutes: number;
    perMinute: number;
    own: boolean;
  }
  interface Props {
    rows: readonly Row[];
    several: boolean;
    format: Formatter;
  }
  let { rows, several, format }: Props = $props();
  const best = $derived(Math.max(1, ...rows.map((r) => r.perMinute)));
  /** Cuts that an hour at earns less than a third of what it earns at the best of them. Own choice. */
  const poor = $derived(rows.flatMap((r) => (r.cut && r.perMinute * 3 < best ? [{ ...r, cut: r.cut }] : [])));
  // Nobody has timed the scraping of silver.
  const timed = $derived(rows.filter((r) => r.cut !== undefined));
  const own = $derived(timed.filter((r) => r.own).length);
  const nameOf = ({ cut }: Row) => (cut === undefined ? 'Silver, scraped' : format.cut(cut));
  /** Thin pieces are tenths of a meal; below that nobody counts. */
  const mealsIn = ({ meals }: Row) => (meals < 0.05 ? '' : `, ${meals.toFixed(1)} meals`);
</script>

<h2>Worth the knife?</h2>
<p class="soft">
  Thin and awkward cuts still on: what a shop would ask for an hour’s work, by {own === 0
    ? 'the usual minutes'
    : own === timed.length
      ? 'your own minutes'
      : 'your own minutes where there are some'}. You decide.
</p>
<ul data-testid="knife">
  {#each rows as one (`${one.animal} ${one.cut ?? 'silver'}`)}
    <li>
      <span
        >{#if several}<span class="mono">{one.animal}</span>
        {/if}<strong>{nameOf(one)}</strong>{#if one.count > 1}<span class="soft">&nbsp;× {one.count}</span
          >{/if}</span
      >
      <span class="mono rate">{format.money(one.perMinute * 60, true)}</span>
      <small class="soft"
        ><span class="modelled">{format.mass(one.grams)}</span>{mealsIn(one)} in
        <span class:modelled={!one.own}>{Math.max(1, Math.round(one.minutes))}&nbsp;min</span></small
      >
      <small class="soft rate">an hour</small>
      <span class="bar" aria-hidden="true"><i style:width="{(one.perMinute / best) * 100}%"></i></span>
    </li>
  {/each}
</ul>
{#if poor.length > 0}<p class="left">
    Left on, {poor.map((r) => format.cut(r.cut).toLowerCase()).join(', ')} would be
    <span class="modelled">{format.mass(poor.reduce((sum, r) => sum + r.grams, 0))}</span> of meat that goes with
    the bones.
  </p>{/if}

<style>
  h2 {
    margin-top: 18px;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 1px 12px;
    padding: 8px 0 7px;
    border-bottom: 1px solid var(--line);
  }
  .left {
    margin-top: 8px;
  }
  .rate {
    text-align: right;
  }
  .bar {
    grid-column: 1 / -1;
    margin-top: 5px;
  }
  .bar i {
    display: block;
    height: 5px;
    background: var(--brass);
  }
</style>
