<script lang="ts">
  import { tubFor } from '$core/plan';
  import { PLAN_USE_NAMES, TUBS } from '$core/reference';
  import type { Planning } from '$lib/plan/planning.svelte';
  import type { Formatter } from '$lib/words/formatter';
  import { contradictionWords, piecesOf, shortWords, whoOf } from '$lib/words/plan';
  import type { PlanSolution } from '$lib/workers/plan.worker';
  import Letter from '$lib/ui/Letter.svelte';

  interface Props {
    planning: Planning;
    answer: PlanSolution;
    animals: readonly { id: string; code: string }[];
    format: Formatter;
  }
  let { planning, answer, animals, format }: Props = $props();
  /** One animal’s alone; of all where nothing is chosen. */
  let of = $state('');
  const promised = $derived(planning.promised(answer, of || undefined));
  const short = $derived(answer.plan.served.filter((s) => s.shortage));
  const meals = $derived(promised.reduce((sum, p) => sum + p.meals.mean, 0));
  const { people, wanted } = $derived(planning.table);
  const span = ({ low, high }: { low: number; high: number }) => {
    const [a, b] = [Math.floor(low), Math.ceil(high)];
    return a === b ? `${a}` : `${a}–${b}`;
  };
  const letterOf = (use: (typeof promised)[number]['use']) => TUBS[tubFor('strap', { use })].letter;
</script>

<h2>What it promises <small>8 of 10 such animals</small></h2>
<p class="hero">
  <strong>{Math.round(meals)}</strong> of {wanted} meals <span class="soft">for {people}</span>
</p>
{#if animals.length > 1}
  <p class="which">
    <button class="quiet" type="button" aria-pressed={of === ''} onclick={() => (of = '')}>all</button>
    {#each animals as one (one.id)}<button
        class="quiet mono"
        type="button"
        aria-pressed={of === one.id}
        onclick={() => (of = one.id)}>{one.code}</button
      >{/each}
  </p>
{/if}
<ul>
  {#each promised as one (one.use)}
    <li>
      <Letter of={letterOf(one.use)} />
      <span class="what"
        ><strong
          >{one.pieces ? piecesOf(one.use, Math.round(one.pieces.mean)) : PLAN_USE_NAMES[one.use]}</strong
        >
        {#if one.pieces && Math.floor(one.pieces.low) !== Math.ceil(one.pieces.high)}<small class="soft"
            >{span(one.pieces)} pieces</small
          >{/if}</span
      >
      <span class="kilos"
        ><span class="modelled mono">{format.mass(one.product.mean)}</span>
        <small class="soft">{span(one.meals)} {Math.ceil(one.meals.high) === 1 ? 'meal' : 'meals'}</small
        ></span
      >
    </li>
  {/each}
</ul>
{#if short.length > 0}
  <h2>What is short</h2>
  <ul class="short">
    {#each short as one (`${one.wish}:${one.row}`)}<li>
        {shortWords(one, format, whoOf(planning.wishes, one))}
      </li>{/each}
  </ul>
{:else}<p class="met">All that was wished for is in it.</p>{/if}
{#if planning.contradictions.length > 0}
  <ul class="short">
    {#each planning.contradictions as one (`${one.at.join('/')}${one.why}`)}<li>
        {contradictionWords(one, format)}
      </li>{/each}
  </ul>
{/if}

<style>
  small {
    font-weight: 400;
    font-size: 0.85rem;
  }
  .hero {
    font-size: 1.15rem;
  }
  .hero strong {
    font-size: 2.2rem;
  }
  .which {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
  }
  .which [aria-pressed='true'] {
    font-weight: 700;
    color: var(--ink);
  }
  li {
    display: flex;
    align-items: center;
    gap: 10px;
    min-height: 44px;
    padding: 5px 0;
    border-bottom: 1px solid var(--line);
  }
  .what {
    flex: 1;
  }
  li small {
    display: block;
  }
  .kilos {
    text-align: right;
  }
  h2 + .short,
  .hero {
    margin-bottom: 6px;
  }
  ul + h2 {
    margin-top: 18px;
  }
  .short li {
    display: block;
    min-height: 0;
    padding: 7px 0 7px 10px;
    border-left: 4px solid var(--brass);
  }
  .met {
    margin-top: 10px;
    color: var(--soft);
  }
</style>
