<script lang="ts">
  import type { Formatter } from '$lib/words/formatter';

  /** Thin and awkward cuts that are still on: what an hour at each earns, and what is lost where it is left. */
  interface Row {
    animal: string;
    cut: string;
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
  const poor = $derived(rows.filter((r) => r.perMinute * 3 < best));
  const own = $derived(rows.filter((r) => r.own).length);
</script>

<h2>Worth the knife?</h2>
<p class="soft">
  Thin and awkward cuts still on: what a shop would ask for an hour’s work, by {own === 0
    ? 'the usual minutes'
    : own === rows.length
      ? 'your own minutes'
      : 'your own minutes where there are some'}. You decide.
</p>
<ul data-testid="knife">
  {#each rows as one (`${one.animal} ${one.cut}`)}
    <li>
      <span
        >{#if several}<span class="mono">{one.animal}</span>
        {/if}<strong>{format.cut(one.cut)}</strong>{#if one.count > 1}<span class="soft">
            × {one.count}</span
          >{/if}
        <small class="soft"
          ><span class="modelled">{format.mass(one.grams)}</span>, {one.meals.toFixed(1)} meals in
          <span class:modelled={!one.own}>{Math.round(one.minutes)} min</span></small
        ></span
      >
      <span class="bar" aria-hidden="true"><i style:width="{(one.perMinute / best) * 100}%"></i></span>
      <span class="mono">{format.money(one.perMinute * 60, true)} <small class="soft">an hour</small></span>
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
    grid-template-columns: minmax(0, 1.4fr) minmax(0, 0.5fr) auto;
    gap: 10px;
    align-items: center;
    min-height: 48px;
    border-bottom: 1px solid var(--line);
  }
  li small {
    display: block;
  }
  .left {
    margin-top: 8px;
  }
  .mono small {
    display: inline;
  }
  .bar i {
    display: block;
    height: 8px;
    background: var(--brass);
  }
</style>
