<script lang="ts">
  import { todaysWork } from '$lib/words/today';
  import { formatter } from '$lib/words/formatter';
  import LastBackup from './LastBackup.svelte';
  import Restore from './Restore.svelte';
  import { lookAgain } from '$lib/ui/look-again.svelte';
  import HangingCard from '$lib/ui/HangingCard.svelte';

  let { data } = $props();
  lookAgain('larder:rail', () => data.unready);
  const format = $derived(formatter(data.larder));
  const all = $derived(data.columns.flatMap((c) => c.cards));
  const heaviest = $derived(Math.max(1, ...all.map((c) => c.base)));
  const { totals } = $derived(data);
  /** How the work goes on, by how weights come in. */
  const GOES = {
    cable:
      'At the bench press Scale, then “Scale on a cable”, and choose the port. Each steady piece is one press.',
    typed:
      'At the bench a digit opens the keypad. Quicker: weigh by tub, a press a tub, or keep a part whole. A roe is then ten weights instead of forty.',
    paper:
      'An animal’s page prints a bench sheet with its code. Fill it in at the table, then “Type a sheet in”: all of it at once, or nothing.'
  } as const;
  const WAYS = [
    { key: 'cable', name: 'A scale on a cable' },
    { key: 'typed', name: 'I read it off and type it' },
    { key: 'paper', name: 'On paper first' }
  ] as const;
  const columns = $derived(data.columns.filter((c) => c.cards.length > 0));
  const weekday = $derived(
    new Intl.DateTimeFormat('en-GB', {
      timeZone: data.larder.timeZone,
      weekday: 'long',
      day: 'numeric',
      month: 'long'
    }).format(data.today)
  );

  const cardsOf = (key: string) => data.columns.find((c) => c.key === key)?.cards ?? [];
  const today = $derived(
    todaysWork(
      {
        hanging: cardsOf('hanging'),
        field: cardsOf('field'),
        bench: cardsOf('bench'),
        tests: data.waiting,
        windows: data.windows,
        pending: data.pending
      },
      format,
      data.today
    )
  );
</script>

<svelte:head><title>{data.larder.larderName}</title></svelte:head>

<div class="home">
  <aside class="today">
    <h1>Today</h1>
    <p class="soft">{weekday}</p>
    <ul>
      {#each today as job (job.key)}
        <li><a href={job.href}><strong>{job.title}</strong><span class="soft">{job.text}</span></a></li>
      {:else}
        <li class="soft none">
          Nothing hangs and nothing lies open. Weigh an animal in and it appears on the rail.
        </li>
      {/each}
    </ul>
    {#if !data.asksScale}
      <a class="press press-main weigh" href="/weigh-in">Weigh in an animal</a>
      {#if all.length === 0 && data.weighs}<p class="soft small goes">{GOES[data.weighs]}</p>{/if}
      <a class="quiet all" href="/animals">All animals, search</a>
    {/if}
    {#if data.backup && !data.empty}<LastBackup backup={data.backup} {format} />{/if}
  </aside>

  <div class="room">
    <div class="columns">
      {#each columns as column (column.key)}
        <section class="column" style:flex-grow={column.cards.length} aria-label={column.name}>
          <h2>
            {column.name}{#if column.more > 0}{' '}<a class="more" href="/animals?at={column.key}"
                >and {column.more} more</a
              >{/if}
          </h2>
          <div class="pole" aria-hidden="true"></div>
          <div class="cards">
            {#each column.cards as card (card.id)}<HangingCard {card} {format} {heaviest} />{/each}
          </div>
        </section>
      {:else}
        <section class="column empty">
          <h2>The rail is empty</h2>
          <div class="pole" aria-hidden="true"></div>
          {#if data.asksScale}
            <form method="POST" action="?/weighs" class="scale" aria-label="How do you weigh?">
              <p>
                <strong>How do you weigh?</strong> <span class="soft">It can be changed in Settings.</span>
              </p>
              {#each WAYS as way (way.key)}
                <div>
                  <button class="press" name="weighs" value={way.key}>{way.name}</button>
                  <p class="soft">{GOES[way.key]}</p>
                </div>
              {/each}
            </form>
          {/if}
          <div class="learn">
            <p>
              <strong>New to it?</strong>
              <span class="soft">A simulated scale, a press a piece; nothing of it is in the book.</span>
            </p>
            <a class="press" href="/practice">Practise on a doe first</a>
          </div>
          {#if data.empty}<Restore />{/if}
        </section>
      {/each}
    </div>
    <section class="totals" aria-label="This season">
      <div>
        <h2>Season {totals.season}, {totals.animals} animal{totals.animals === 1 ? '' : 's'}</h2>
        <p class="big">{format.figure(totals.bonelessAll, 1)} <small>{format.unit} boneless</small></p>
        <p class="soft">
          {#if totals.hanging > 0}closed: {format.percent(totals.boneless / totals.hanging, 0)} of hanging{#if totals.compared === totals.done};
              <span class="modelled nowrap"
                >expected {format.percentRange(
                  totals.expectedLow / totals.hanging,
                  totals.expectedHigh / totals.hanging
                )}</span
              >{/if}{:else}none boned out yet{/if}
        </p>
      </div>
      <div>
        <h2>On the table</h2>
        <p class="big">{data.meals} <small>meals</small></p>
        <p class="soft">
          of {format.small(data.larder.portion)} raw for {data.larder.people}; {data.meals === 0
            ? 'none yet'
            : data.meals < 3
              ? 'less than a week'
              : `${Math.round(data.meals / 3)} ${Math.round(data.meals / 3) === 1 ? 'week' : 'weeks'} at three a week`}
        </p>
      </div>
      <div>
        <h2>Worth</h2>
        <p class="big">{format.money(data.worth.shopValue, true)}</p>
        <p class="soft">
          in a shop; cost {format.money(data.worth.cost, true)}{#if totals.hanging > 0}, {format.rate(
              data.worth.costPerKg
            )} a {format.unitWord} of what is closed{/if}
        </p>
      </div>
      <div>
        <h2>Lost to the shot</h2>
        <p class="big">{format.figure(totals.bloodshot, 1)} <small>{format.unit} bloodshot</small></p>
        <p class="soft">{format.mass(totals.unaccountedAbs)} not accounted for in total</p>
      </div>
    </section>
  </div>
</div>

<style>
  .learn {
    padding: 0 10px;
    margin-bottom: 26px;
  }
  .learn strong {
    font-size: 1.15rem;
  }
  .learn p {
    margin-bottom: 10px;
  }
  .home {
    display: grid;
    grid-template-columns: 276px minmax(0, 1fr);
    gap: 30px;
    min-height: calc(100dvh - 130px);
  }
  .today h1 {
    font-size: 1.35rem;
  }
  .today li a {
    display: block;
    padding: 13px 0;
    text-decoration: none;
  }
  .today li {
    border-top: 1px solid var(--line);
  }
  .today ul {
    margin: 12px 0 18px;
  }
  .today strong {
    display: block;
    font-size: 1.06rem;
  }
  .today a:hover strong {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .none {
    padding: 13px 0;
  }
  .scale {
    display: grid;
    gap: 18px;
    max-width: 760px;
    padding: 40px 10px 30px;
  }
  .scale strong {
    font-size: 1.15rem;
  }
  .scale div {
    display: grid;
    grid-template-columns: 250px minmax(0, 1fr);
    gap: 6px 20px;
    align-items: center;
  }
  @media (max-width: 43.75em) {
    .scale {
      padding: 20px 0 20px 10px;
    }
    .scale div {
      grid-template-columns: 1fr;
    }
  }
  .all {
    display: inline-block;
    margin-top: 14px;
  }
  .goes {
    margin: 10px 0;
  }
  .more {
    font-family: var(--font-sans);
    font-size: 0.85rem;
    font-weight: 400;
    color: var(--spruce-text);
  }
  .weigh {
    width: 100%;
    min-height: 58px;
    font-family: var(--font-head);
    font-size: 1.15rem;
  }
  .room {
    display: flex;
    flex-direction: column;
    min-width: 0;
  }
  .columns {
    flex: 1;
    display: flex;
    overflow-x: auto;
    scrollbar-width: thin;
    padding-bottom: 12px;
  }
  .column {
    flex: 1 0 auto;
    min-width: 110px;
    border-left: 1px dashed var(--line);
  }
  .column h2 {
    color: var(--soft);
    font-size: 1rem;
    padding: 0 10px 9px;
    white-space: nowrap;
  }
  .pole {
    height: 4px;
    background: linear-gradient(#8a8577, #4a463d 60%, #6b665a);
  }
  .cards {
    display: flex;
    align-items: flex-start;
    gap: 9px;
    padding: 0 10px;
  }
  .empty {
    min-width: 0;
    min-height: 200px;
    flex-shrink: 1;
  }
  .totals {
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: 24px;
    border-top: 1.5px solid var(--ink);
    padding-top: 14px;
  }
  .totals h2 {
    font-size: 1rem;
    color: var(--soft);
  }
  .big {
    font-size: 2.15rem;
    font-weight: 750;
    line-height: 1.25;
    white-space: nowrap;
  }
  .nowrap {
    white-space: nowrap;
  }
  .big small {
    font-size: 1rem;
    font-weight: 500;
    color: var(--soft);
  }
  @media (max-width: 67.5em) {
    .totals {
      grid-template-columns: 1fr 1fr;
    }
  }
  @media (max-width: 53.75em) {
    .home {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  @media (max-width: 30em) {
    .totals {
      gap: 16px;
    }
    .big {
      font-size: 1.7rem;
    }
  }
</style>
