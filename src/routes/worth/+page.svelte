<script lang="ts">
  import { animalName } from '$core/reference';
  import { PRICE_NAMES } from '$core/worth';
  import Beam from '$lib/ui/Beam.svelte';
  import Pages from '$lib/ui/Pages.svelte';
  import { formatter } from '$lib/words/formatter';
  import { sharedWords } from '$lib/words/shared-by';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const { total, totals } = $derived(data);
  const most = $derived(Math.max(1, ...total.lines.map((l) => l.value)));
</script>

<svelte:head><title>Worth · {data.larder.larderName}</title></svelte:head>

<header>
  <h1>
    {format.money(total.shopValue, true)} of meat{#if total.cost > 0}, for {format.money(
        total.cost,
        true
      )}{/if}
  </h1>
  {#if data.seasons.length > 1}
    <nav aria-label="Seasons" class="seasons">
      {#each data.seasons as season (season)}<a
          href="/worth?season={season}"
          aria-current={season === data.season ? 'page' : undefined}>{season}</a
        >{/each}
    </nav>
  {/if}
</header>
<p class="soft lead">
  What the season {data.season} of {totals.animals} animal{totals.animals === 1 ? '' : 's'} would have cost in a
  shop, by the larder’s own <a class="link" href="/settings#prices">price book</a>. For the household’s own
  reckoning: in many places wild meat may not be sold.{#if total.beside.animals > 0}{' '}
    {total.beside.animals === 1 ? 'One animal that is' : `${total.beside.animals} animals that are`} not cut, half
    done or condemned {total.beside.animals === 1 ? 'has' : 'have'} cost {format.money(
      total.beside.cost,
      true
    )} of it: that is in no {format.unitWord} yet.{/if}{#if total.bill > 0}{' '}
    Other houses were paid {format.money(total.bill, true)}.{/if}{#if total.otherBills.length > 0}{' '}
    Bills of {format.otherMoney(total.otherBills)} are in another currency than the price book and in none of these
    sums.{/if}{#if data.shared}{' '}
    What the season costs is shared {sharedWords(data.sharedBy, format.unitWord)}.{/if}
</p>

<div class="figures">
  <div>
    <p class="big">{format.figure(total.boneless, 1)} <small>{format.unit}</small></p>
    <p class="soft">boneless, trimmed</p>
  </div>
  <div>
    <p class="big">{total.meals}</p>
    <p class="soft">meals of {format.small(data.larder.portion)} for {data.larder.people}</p>
  </div>
  <div>
    <p class="big">{total.costPerKg === undefined ? '–' : format.rate(total.costPerKg)}</p>
    <p class="soft">cost a {format.unitWord} boneless, of what is closed</p>
  </div>
  <div>
    <p class="big">{total.costPerMeal === undefined ? '–' : format.money(total.costPerMeal)}</p>
    <p class="soft">cost a meal for {data.larder.people}</p>
  </div>
  <div>
    <p class="big">{format.money(total.net, true)}</p>
    <p class="soft">shop value less cost</p>
  </div>
</div>

<div class="two">
  <section>
    <h2>By what a shop would call it</h2>
    <table>
      <thead
        ><tr
          ><th>Use</th><th class="num">{format.unit}</th><th class="num">a {format.unitWord}</th><th
            class="draw"><span class="sr-only">Share</span></th
          ><th class="num">value</th></tr
        ></thead
      >
      <tbody>
        {#each total.lines as line (line.use)}
          <tr
            ><td>{PRICE_NAMES[line.use]}</td><td class="num mono">{format.figure(line.grams)}</td><td
              class="num mono soft">{format.rate(line.perKg)}</td
            ><td class="draw"><span class="bar" style:width="{(line.value / most) * 100}%"></span></td><td
              class="num mono strong">{format.money(line.value)}</td
            ></tr
          >
        {:else}<tr><td colspan="5" class="soft">Nothing in the tubs yet.</td></tr>{/each}
      </tbody>
    </table>
  </section>
  <section>
    <h2>Animal by animal</h2>
    <table class="animals">
      <thead
        ><tr
          ><th>Animal</th><th class="draw"><span class="sr-only">Where it went</span></th><th class="num"
            >{format.unit}</th
          ><th class="num">shop</th><th class="num">cost</th><th class="num">cost a {format.unitWord}</th></tr
        ></thead
      >
      <tbody>
        {#each data.rows as { card, worth } (card.id)}
          <tr>
            <td
              ><a href="/animals/{card.code}"
                ><span class="mono strong">{card.code}</span> {animalName(card.facts)}</a
              ></td
            >
            <td class="draw"
              ><Beam
                segments={card.segments}
                stillOn={card.stillOn}
                base={card.base}
                {format}
                size="small"
              /></td
            >
            <td class="num mono">{format.figure(worth.boneless, 1)}</td>
            <td class="num mono strong">{format.money(worth.shopValue, true)}</td>
            <td class="num mono">{format.money(worth.cost, true)}</td>
            <td class="num mono soft">{worth.costPerKg === undefined ? '' : format.rate(worth.costPerKg)}</td>
          </tr>
        {:else}<tr
            ><td colspan="6" class="soft"
              >No animal this season. <a class="link" href="/weigh-in">Weigh one in</a>.</td
            ></tr
          >{/each}
      </tbody>
    </table>
    <Pages page={data.page} pages={data.pages} href={(n) => `/worth?season=${data.season}&page=${n}`} />
  </section>
</div>

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 0.5rem 1rem;
  }
  h1 {
    font-size: 1.75rem;
  }
  .lead {
    max-width: 70ch;
    margin: 6px 0 18px;
  }
  .seasons {
    display: flex;
    gap: 6px;
  }
  .seasons a {
    padding: 0.5rem 0.8rem;
    min-height: 44px;
    border-radius: 4px;
    text-decoration: none;
    font-weight: 600;
  }
  .seasons a[aria-current] {
    background: var(--spruce);
    color: #fff;
  }
  .figures {
    display: flex;
    flex-wrap: wrap;
    gap: 14px 44px;
    padding-bottom: 18px;
    border-bottom: 1.5px solid var(--ink);
  }
  .big {
    font-size: 2rem;
    font-weight: 750;
    line-height: 1.2;
    white-space: nowrap;
  }
  .big small {
    font-size: 1rem;
    font-weight: 500;
    color: var(--soft);
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 5fr) minmax(0, 7fr);
    gap: 44px;
    margin-top: 18px;
  }
  h2 {
    font-size: 1rem;
    color: var(--soft);
    margin-bottom: 4px;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    font-size: 0.853rem;
    font-weight: 600;
    color: var(--soft);
    padding: 4px 0;
  }
  td {
    border-top: 1px solid var(--line);
    padding: 9px 0;
    white-space: nowrap;
  }
  th.num,
  .num {
    text-align: right;
    padding-left: 10px;
  }
  .strong {
    font-weight: 700;
  }
  .draw {
    width: 26%;
    padding-left: 14px;
  }
  .bar {
    display: block;
    height: 12px;
    min-width: 2px;
    background: var(--spruce);
    border-radius: 2px;
  }
  td a {
    text-decoration: none;
  }
  td a:hover {
    text-decoration: underline;
  }
  .link {
    color: var(--spruce-text);
    font-weight: 650;
    text-decoration: underline;
  }
  @media (max-width: 62.5em) {
    .two {
      grid-template-columns: minmax(0, 1fr);
      gap: 26px;
    }
  }
  @media (max-width: 35em) {
    .draw {
      display: none;
    }
    td,
    th {
      font-size: 0.9rem;
      white-space: normal;
    }
  }
</style>
