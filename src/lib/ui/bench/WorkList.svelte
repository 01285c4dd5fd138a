<script lang="ts">
  import { onMount, type Component } from 'svelte';
  import type { WorkRow } from '$core/bench';
  import { useSession } from '$lib/bench/session.svelte';
  import StepCard from './StepCard.svelte';

  const session = useSession();
  const { bench, desk } = session;
  const format = $derived(session.format);
  const work = $derived(bench.work);
  const row = $derived(desk.row);
  const procedures = $derived(bench.procedures.length > 1 ? session.show('procedures') : undefined);

  const at = $derived(
    Math.max(
      0,
      work.rows.findIndex((r) => r.key === row?.key)
    )
  );
  /** How long it takes yet: loaded once the bench stands. */
  let Clock = $state.raw<Component | undefined>();
  onMount(() => void import('./ClockLine.svelte').then((loaded) => (Clock = loaded.default)));
  let whole = $state(false);
  const earlier = $derived(whole ? 0 : Math.max(0, at - 1));
  const shownAfter = $derived(whole ? work.rows.length : 1);
  const before = $derived(work.rows.slice(earlier, at));
  const after = $derived(work.rows.slice(at + 1, at + 1 + shownAfter));
  const more = $derived(Math.max(0, work.rows.length - at - 1 - shownAfter));
  /** As many places as there are, filled from below or from above: the step in hand stays where it is. */
  const slots = (rows: WorkRow[], places: number, fromTop = false): (WorkRow | undefined)[] => {
    if (whole) return rows;
    const empty = Array.from({ length: Math.max(0, places - rows.length) }, () => undefined);
    return fromTop ? [...rows, ...empty] : [...empty, ...rows];
  };
  function pick(key: string) {
    whole = false;
    session.choose(key);
  }
  const doneCount = $derived(work.rows.filter((r) => r.done).length);
</script>

{#snippet line(r: WorkRow | undefined, unfold = '')}
  <li class="slot">
    {#key r?.key}{#if r}<button
          type="button"
          class="step"
          class:done={r.done}
          class:skipped={r.skipped && !r.done}
          onclick={() => pick(r.key)}
          disabled={r.done}
          aria-label="{r.title}{r.done
            ? r.weight === undefined
              ? `, ${r.said ?? 'done'}`
              : `, taken, ${format.mass(r.weight)}`
            : r.skipped
              ? ', skipped'
              : ''}"
        >
          <span class="mark mono">{r.done ? '✓' : r.skipped ? '–' : work.rows.indexOf(r) + 1}</span>
          <span class="name">{r.title}</span>
          <span class="num mono"
            >{#if r.said && r.done}<span class="said">{r.said.toLowerCase()}</span>{:else if r.skipped}<span
                class="said">skipped</span
              >{:else if r.weight !== undefined}{format.figure(r.weight)}{:else if r.expected}<span
                class="soft">~{format.figure(r.expected.mean)}</span
              >{/if}</span
          >
        </button>{/if}{/key}
    {#if unfold}<button type="button" class="gap" onclick={() => (whole = true)}
        >{#key unfold}<span>{unfold}</span>{/key}</button
      >{/if}
  </li>
{/snippet}

<nav class="order" class:whole aria-label="Order of work">
  <p class="head">
    {#if procedures}<button type="button" class="title" onclick={procedures}
        ><span class="cut">{work.procedure?.name}</span><span class="chevron" aria-hidden="true"
        ></span></button
      >{:else}<span class="title"
        >{work.procedure?.name ?? (work.focus ? 'On the table' : 'Nothing open')}</span
      >{/if}{#key `${doneCount} ${work.rows.length}`}<span class="soft small count"
        >{doneCount} of {work.rows.length} · {format.unit}</span
      >{/key}
  </p>
  <div class="clock-room">
    {#if Clock}<Clock />{/if}
  </div>
  <ol>
    {#if before.length === 0 && work.procedure}<li class="slot why soft">{work.procedure.why}</li>
    {:else}{#each slots(before, 1) as r, i (i)}{@render line(
          r,
          earlier > 0 ? `${earlier} earlier` : ''
        )}{/each}{/if}
    <StepCard first={doneCount === 0} />
    {#each slots(after, 1, true) as r, i (i)}{@render line(
        r,
        !whole && more > 0 ? `${more} more` : ''
      )}{/each}
    {#if !whole && work.rows.length > 1}<li class="fold narrow">
        <button type="button" class="gap" onclick={() => (whole = true)}>all {work.rows.length} steps</button>
      </li>{/if}
    {#if whole}<li class="fold">
        <button type="button" class="gap" onclick={() => (whole = false)}>show fewer</button>
      </li>{/if}
  </ol>
</nav>

<style>
  .clock-room {
    height: 62px;
  }
  @media (max-width: 67.5em) {
    .clock-room {
      height: 70px;
    }
  }
  @media (max-width: 47.5em) {
    .clock-room {
      height: 48px;
    }
  }
  .order {
    height: 100%;
    overflow: auto;
    scrollbar-width: thin;
  }
  .head {
    height: 30px;
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    padding-bottom: 4px;
  }
  .count {
    flex: none;
    padding-left: 8px;
  }
  button.title {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 44px;
    margin: -10px 0 -8px;
    padding: 0;
    border: 0;
    background: none;
    font-size: 1rem;
  }
  .cut {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .title {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-family: var(--font-head);
    font-weight: 650;
    color: var(--soft);
  }
  .step {
    display: grid;
    grid-template-columns: 26px 1fr auto;
    align-items: center;
    width: 100%;
    min-height: 44px;
    padding: 0 2px;
    border: 0;
    background: none;
    color: var(--ink);
    text-align: left;
    font: inherit;
  }
  .step:hover:not(:disabled) {
    background: var(--next);
  }
  .slot {
    display: flex;
    min-height: 45px;
    border-top: 1px solid var(--line);
  }
  /* Stands where the first step done will stand. */
  .why {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    overflow: hidden;
    font-size: 0.9rem;
    line-height: 1.35;
  }
  .mark {
    color: var(--soft);
    font-size: 0.85rem;
  }
  .done .mark {
    color: var(--spruce-text);
    font-weight: 700;
  }
  .name {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .num {
    font-weight: 600;
  }
  .num .soft {
    font-weight: 400;
  }
  .skipped .name {
    color: var(--soft);
    text-decoration: line-through;
  }
  .said {
    font-family: var(--font-sans);
    font-weight: 400;
    font-size: 0.9rem;
    color: var(--soft);
  }
  .gap {
    flex: none;
    min-width: 5.2em;
    min-height: 44px;
    padding: 0 2px 0 10px;
    border: 0;
    background: none;
    color: var(--spruce-text);
    font: inherit;
    font-size: 0.9rem;
    font-weight: 600;
    text-align: right;
  }
  @media (min-width: 67.5625em) {
    .narrow {
      display: none;
    }
  }
  @media (max-width: 67.5em) {
    /* On a tablet or a phone the step in hand stands alone; the list opens on demand. */
    .order:not(.whole) .slot {
      display: none;
    }
    .gap {
      padding-left: 2px;
    }
  }
</style>
