<script lang="ts">
  import { changesOf, sumsOf, type NamedMuscle, type Plan } from '$core/plan';
  import { PLAN_USES, PLAN_USE_NAMES, type PriceUse } from '$core/reference';
  import type { Formatter } from '$lib/words/formatter';
  import { partWords } from '$lib/words/plan';

  /** Two plans of the same meat: what each comes to, and which muscle becomes something else. */
  interface Props {
    first: { name: string; plan: Plan };
    second: { name: string; plan: Plan };
    muscles: readonly NamedMuscle[];
    prices: Readonly<Record<PriceUse, number>>;
    /** Raw g that a meal takes for all at the table. */
    meal: number;
    format: Formatter;
  }
  let { first, second, muscles, prices, meal, format }: Props = $props();
  const a = $derived(sumsOf(first.plan, muscles, prices));
  const b = $derived(sumsOf(second.plan, muscles, prices));
  const mass = (grams: number) => format.mass(Math.round(grams));
  const signed = (value: number, show: (value: number) => string): string =>
    show(Math.abs(value)) === show(0) ? 'the same' : `${value > 0 ? '+' : '−'}${show(Math.abs(value))}`;
  const row = (name: string, x: number, y: number, show: (value: number) => string) => ({
    name,
    first: show(x),
    second: show(y),
    more: signed(y - x, show)
  });
  const rows = $derived([
    row('Meals', a.product / meal, b.product / meal, (n) => String(Math.round(n))),
    row('Prime meat', a.prime, b.prime, mass),
    row('At the board, after seaming', a.minutes, b.minutes, (n) => `${Math.round(n)} min`),
    row('A shop would ask', a.worth, b.worth, (n) => format.money(Math.round(n), true)),
    ...PLAN_USES.filter((use) => (a.uses[use] ?? 0) + (b.uses[use] ?? 0) >= 1).map((use) =>
      row(PLAN_USE_NAMES[use], a.uses[use] ?? 0, b.uses[use] ?? 0, mass)
    )
  ]);
  const changes = $derived(changesOf(first.plan, second.plan));
  const nameOf = $derived(new Map(muscles.map((m) => [m.id, m.name])));
  let all = $state(false);
</script>

<table data-testid="beside">
  <caption>Two plans of the same meat, all of it modelled</caption>
  <thead>
    <tr><td></td><th scope="col">{first.name}</th><th scope="col">{second.name}</th><td></td></tr>
  </thead>
  <tbody>
    {#each rows as one (one.name)}
      <tr
        ><th scope="row">{one.name}</th><td class="mono">{one.first}</td><td class="mono">{one.second}</td><td
          class="mono more"
          class:same={one.more === 'the same'}>{one.more}</td
        ></tr
      >
    {/each}
  </tbody>
</table>
{#if changes.length === 0}<p class="soft">Every muscle becomes the same in both.</p>
{:else}
  <ul>
    {#each all ? changes : changes.slice(0, 6) as change (change.muscle)}
      <li>
        <strong>{nameOf.get(change.muscle) ?? ''}</strong>
        <span class="soft">{change.first.map((p) => partWords(p, format)).join(' + ')}</span>
        <span aria-label="becomes">→</span>
        {change.second.map((p) => partWords(p, format)).join(' + ')}
      </li>
    {/each}
  </ul>
  {#if changes.length > 6 && !all}<button class="quiet" type="button" onclick={() => (all = true)}
      >all {changes.length} muscles that change</button
    >{/if}
{/if}

<style>
  table {
    width: 100%;
    border-collapse: collapse;
  }
  caption {
    padding-bottom: 4px;
    color: var(--soft);
    text-align: left;
  }
  th,
  td {
    padding: 7px 6px;
    border-bottom: 1px solid var(--line);
    text-align: right;
    vertical-align: baseline;
  }
  th[scope='row'],
  thead td:first-child {
    text-align: left;
    font-weight: 500;
  }
  thead th {
    font-weight: 700;
    border-bottom-color: var(--ink);
  }
  td {
    white-space: nowrap;
  }
  .more {
    font-weight: 700;
  }
  .same {
    color: var(--soft);
    font-weight: 400;
  }
  ul {
    margin: 10px 0 6px;
  }
  li {
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
  }
</style>
