<script lang="ts">
  import { DAY } from '$core/units';
  import { CAUTIONS, animalName } from '$core/reference';
  import type { AnimalCard } from '$lib/server/repo/animals';
  import Beam from '$lib/ui/Beam.svelte';
  import { GROUP_NAMES } from '$lib/words/groups';
  import { formatter } from '$lib/words/formatter';
  import { Field } from '$lib/ui/fields';

  let { data, form } = $props();
  const asks = $derived(!data.me && (data.asks || form?.fault !== undefined));
  const format = $derived(formatter(data.larder));
  function hung(card: AnimalCard): string {
    const days = Math.max(0, Math.floor((data.now - (card.facts.killedAt ?? card.firstAt)) / DAY));
    return days === 0 ? 'hangs since today' : `hangs ${days} ${days === 1 ? 'day' : 'days'}`;
  }
</script>

<svelte:head><title>Bench · {data.larder.larderName}</title></svelte:head>

{#snippet row(card: AnimalCard, verb: string)}
  {@const at = data.table[card.id]}
  <li>
    <a href="/bench/{card.code}">
      <span class="code mono">{card.code}</span>
      <span class="who"
        ><strong>{animalName(card.facts)}</strong>, {card.facts.ageClass}{#if card.facts.owner}<span
            class="soft">{' · '}{card.facts.owner}</span
          >{/if}<small class="soft by"
          >{#if at?.by && verb !== 'Start'}{at.by.hand} at {at.by.device}, {format.moment(
              at.by.at
            )}{:else}{hung(card)}{/if}</small
        ></span
      >
      <span class="beam"
        ><Beam segments={card.segments} stillOn={card.stillOn} base={card.base} {format} size="small" /></span
      >
      <span class="kg mono"
        >{format.figure(card.stillOn, 1)}{' '}<small class="soft"
          >of {format.figure(card.base, 1)} {format.unit} on</small
        ></span
      >
      <span class="go"
        >{at?.next && verb !== 'Start' ? `Next: ${at.next.toLowerCase()}` : verb}<small class="soft"
          >{#if at && at.minutes > 0}about {at.minutes} min{/if}{#if at?.parts}{' · '}{at.parts}
            {at.parts === 1 ? 'part waits' : 'parts wait'}{/if}</small
        ></span
      >
    </a>
  </li>
{/snippet}

<h1>Bench</h1>
<form method="POST" action="?/actor" class="who" data-sveltekit-reload>
  <p class="soft lead">
    Working as: <strong data-testid="actor">{data.hand}</strong> on this device.
    <a class="link" href={data.me ? '/sign-in?to=/bench' : asks ? '/bench' : '?who'}
      >{asks ? 'Leave it' : 'Change'}</a
    >
  </p>
  {#if asks}
    <div class="names">
      {#each data.hands.filter((hand) => hand !== data.hand) as hand (hand)}
        <button class="press" name="name" value={hand}>{hand}</button>
      {/each}
    </div>
  {/if}
</form>
{#if asks}
  <form method="POST" action="?/actor" class="other" data-sveltekit-reload>
    <Field label="Somebody else" name="name" limits={data.limits.hand} fault={form?.fault} />
    <button class="press press-main">Work as this</button>
  </form>
{/if}
<div class="ready">
  <a class="press" href="/ways/{data.room}"
    >Set up the room<small class="soft"
      >{data.kit.missing === 0
        ? 'all the kit is here'
        : `${data.kit.missing} of ${data.kit.all} tools missing`}</small
    ></a
  >
  <a class="press" href="/practice">Practise<small class="soft">on a doe that is not in the book</small></a>
  <a class="press" href="/ways">Orders of work<small class="soft">read, follow, make your own</small></a>
</div>

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

{#if data.waste.begun.length > 0 || data.waste.waiting.length > 0}
  <h2>To be taken away</h2>
  <div class="taken">
    <table class="waste">
      <thead
        ><tr
          ><th>{format.unit}</th><th class="num">bone to come</th><th class="num">trim to come</th><th
            class="num">thrown away already</th
          ></tr
        ></thead
      >
      <tbody>
        {#each [['on the table', data.waste.begun], ['hanging', data.waste.waiting]] as const as [where, rows] (where)}
          {#each rows as row (row.group)}<tr>
              <td>{GROUP_NAMES[row.group]}, {where}</td>
              <td class="num mono modelled">about {format.figure(row.bone, 1)}</td>
              <td class="num mono modelled">about {format.figure(row.trim, 1)}</td>
              <td class="num mono">{format.figure(row.thrown, 1)}</td>
            </tr>{/each}
        {/each}
      </tbody>
    </table>
  </div>
  <p class="small soft">Bone that goes to the pot or to dogs is less. {CAUTIONS.waste?.text}</p>
{/if}

<style>
  .waste {
    border-collapse: collapse;
  }
  .waste th {
    font-weight: 500;
    font-size: 0.9rem;
    color: var(--soft);
    text-align: left;
  }
  .waste th,
  .waste td {
    padding: 7px 28px 7px 0;
    border-bottom: 1px solid var(--line);
  }
  .waste .num {
    text-align: right;
  }
  .taken {
    overflow-x: auto;
  }
  .taken + p {
    margin-top: 6px;
  }
  .names,
  .other {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: end;
    margin: 10px 0 4px;
  }
  .other :global(.one) {
    width: 240px;
  }
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
    min-height: 68px;
    padding: 4px 0;
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
  .go small,
  .by {
    display: block;
    font-weight: 400;
    font-size: 0.88rem;
  }
  .ready {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    margin-top: 0.8rem;
  }
  .ready .press {
    flex-direction: column;
    align-items: flex-start;
    gap: 0;
    min-width: 230px;
    min-height: 60px;
    text-align: left;
  }
  .ready small {
    font-weight: 400;
  }
  .none {
    padding: 14px 0;
  }
  .link {
    color: var(--spruce-text);
    font-weight: 600;
  }
  @media (max-width: 53.75em) {
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
