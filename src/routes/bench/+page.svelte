<script lang="ts">
  import { animalName } from '$core/reference';
  import type { AnimalCard } from '$lib/server/repo/animals';
  import Beam from '$lib/ui/Beam.svelte';
  import { formatter } from '$lib/ui/format';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
</script>

<svelte:head><title>Bench · {data.larder.larderName}</title></svelte:head>

{#snippet row(card: AnimalCard, verb: string)}
  <li>
    <a href="/bench/{card.code}">
      <span class="code mono">{card.code}</span>
      <span class="who"
        ><strong>{animalName(card.facts)}</strong>, {card.facts.ageClass}{#if card.facts.owner}<span
            class="soft"
          >
            · {card.facts.owner}</span
          >{/if}</span
      >
      <span class="beam"
        ><Beam segments={card.segments} stillOn={card.stillOn} base={card.base} {format} size="small" /></span
      >
      <span class="kg mono"
        >{format.figure(card.stillOn, 1)}<small class="soft">
          of {format.figure(card.base, 1)} {format.unit} on</small
        ></span
      >
      <span class="go">{data.next[card.id] ? `Next: ${data.next[card.id]?.toLowerCase()}` : verb}</span>
    </a>
  </li>
{/snippet}

<h1>Bench</h1>
<p class="soft">
  Entries are signed by <strong>{data.atBench}</strong>.
  <a class="link" href="/settings#atBench">Somebody else?</a>
</p>

<h2>On the table</h2>
<ul>
  {#each data.begun as card (card.id)}{@render row(card, 'Go on')}{:else}<li class="soft none">
      Nothing lies open.
    </li>{/each}
</ul>
<h2>Hanging, not begun</h2>
<ul>
  {#each data.waiting as card (card.id)}{@render row(card, 'Start')}{:else}<li class="soft none">
      Nothing waits. <a class="link" href="/weigh-in">Weigh an animal in</a>.
    </li>{/each}
</ul>

<style>
  h1 {
    font-size: 1.55rem;
  }
  h2 {
    font-size: 1.1rem;
    color: var(--soft);
    margin: 1.6rem 0 0.4rem;
  }
  li {
    border-top: 1px solid var(--line);
  }
  li:last-child {
    border-bottom: 1px solid var(--line);
  }
  li a {
    display: grid;
    grid-template-columns: 86px minmax(170px, 1.2fr) minmax(100px, 1fr) 190px minmax(130px, 0.9fr);
    align-items: center;
    gap: 16px;
    min-height: 60px;
    text-decoration: none;
  }
  li a:hover {
    background: var(--next);
  }
  .code {
    font-size: 1.1rem;
    font-weight: 700;
  }
  .kg {
    font-weight: 700;
    text-align: right;
  }
  .kg small {
    font-family: var(--font-sans);
    font-weight: 400;
  }
  .go {
    color: var(--spruce-text);
    font-weight: 650;
  }
  .none {
    padding: 14px 0;
  }
  .link {
    color: var(--spruce-text);
    font-weight: 600;
  }
  @media (max-width: 860px) {
    li a {
      grid-template-columns: 78px 1fr auto;
      gap: 4px 12px;
      padding: 10px 0;
    }
    .beam {
      grid-column: 1 / -1;
    }
    .go {
      grid-column: 1 / -1;
    }
  }
</style>
