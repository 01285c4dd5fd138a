<script lang="ts">
  import { isTyping } from '$lib/device/typing';
  import { onMount, type Component } from 'svelte';
  import { animalName } from '$core/reference';
  import { Session, provideSession, type BenchData } from '$lib/bench/session.svelte';
  import type { World } from '$lib/bench/world';
  import Beam from '$lib/ui/Beam.svelte';
  import Tag from '$lib/ui/Tag.svelte';
  import Word from '$lib/ui/Word.svelte';
  import OnTable from './OnTable.svelte';
  import ReadingPanel from './ReadingPanel.svelte';
  import TubList from './TubList.svelte';
  import WorkList from './WorkList.svelte';

  let { data, world }: { data: BenchData; world?: World } = $props();
  // One bench for one animal: the page is keyed by its code.
  // svelte-ignore state_referenced_locally
  const session = provideSession(new Session(() => data, world));
  const { bench, desk } = session;
  const format = $derived(session.format);
  const { account, beam, facts, held, lotCount, soFar } = $derived(session);

  /** What may lie over the bench: loaded once the bench stands. */
  let Panels = $state.raw<Component | undefined>();
  let Find = $state.raw<Component | undefined>();
  let Notice = $state.raw<Component | undefined>();
  onMount(() => {
    const leave = session.join();
    void import('./NoticeLine.svelte').then((loaded) => (Notice = loaded.default));
    void import('./Panels.svelte').then((loaded) => (Panels = loaded.default));
    void import('./FindCut.svelte').then((loaded) => (Find = loaded.default));
    let unfollow = () => {};
    let gone = false;
    // Who cuts by a plan has it follow the weights; nobody else loads what does that.
    if (data.plan)
      void import('$lib/bench/follow-plan').then(({ followPlan }) => {
        if (!gone) unfollow = followPlan(session, () => data.plan);
      });
    return () => {
      gone = true;
      unfollow();
      leave();
    };
  });
</script>

<!-- The moment of a press is the hand's, not that of a busy page that hears it late. -->
<svelte:window
  onkeydown={session.hear}
  onkeyup={(e) => e.key === ' ' && !isTyping(e.target) && e.preventDefault()}
  onkeydowncapture={(e) => (desk.pressedAt = e.timeStamp)}
  onclickcapture={(e) => (desk.pressedAt = e.timeStamp)}
/>
<svelte:head><title>{data.card.code} at the bench · {data.larder.larderName}</title></svelte:head>

<section class="bench" bind:this={session.root} tabindex="-1" aria-label="Bench, {data.card.code}">
  <h1 class="sr-only">Bench: {animalName(facts)} {data.card.code}</h1>
  <div class="tag-at">
    <Tag code={data.card.code} {...world?.practice ? {} : { href: `/animals/${data.card.code}` }}>
      <strong>{animalName(facts)}, {facts.ageClass}</strong>
      {#if held}<span class="held">{held}</span>{:else}<span class="soft small"
          >{lotCount > 1 ? `${lotCount} together, ` : ''}{beam?.baseOf === 'hanging'
            ? 'hanging'
            : 'came in at'}
          {format.mass(beam?.base ?? 0)}</span
        >{/if}
    </Tag>
  </div>
  <div class="beam-at">
    <!-- Figures are made anew, not moved. -->
    {#key beam?.stillOn}
      <div class="line">
        <span
          ><strong>{format.mass(beam?.base ?? 0)}</strong> came in
          {#if beam?.baseOf === 'hanging'}<span class="wide">on the hook</span>{/if}</span
        >
        <span
          >still to cut:
          <strong data-testid="still-on">{format.mass(beam?.stillOn ?? 0)}</strong></span
        >
      </div>{/key}
    {#if beam}<Beam
        segments={beam.segments}
        stillOn={beam.stillOn}
        base={beam.base}
        {format}
        size="bench"
        hollow={beam.hollow}
        note="about {format.mass(bench.boneOn, 1)} of it bone"
      />{/if}
    {#key beam}
      <div class="line small soft">
        <span
          ><Word of="boneless">boneless</Word> so far
          <strong data-testid="so-far">{format.percent(soFar, 0)}</strong
          >{#if account?.expectedBoneless && beam}{' · '}<Word of="expected">expected</Word> at the end, trimmed,
            <strong class="modelled"
              >{format.percentRange(
                account.expectedBoneless.low / beam.base,
                account.expectedBoneless.high / beam.base
              )}</strong
            >
            {account.expectedBoneless.standing === 'yours'
              ? `yours (n = ${account.expectedBoneless.n})`
              : 'default'}{/if}</span
        >
        <span class="wide"
          >{format.mass(beam?.unaccounted ?? 0)} <Word of="unaccounted">not accounted for</Word></span
        >
      </div>{/key}
  </div>

  <div class="work-at">
    {#if session.panel === 'find' && Find}<Find />{:else}<WorkList />{/if}
  </div>

  <div class="centre">
    <OnTable />
    {#if Notice}<Notice />{:else}<div class="notice-room"></div>{/if}
    <ReadingPanel />
  </div>

  <div class="tubs-at"><TubList /></div>

  {#if Panels}<Panels />{/if}
</section>

<style>
  .bench {
    display: grid;
    grid-template-columns: 314px minmax(0, 1fr) 284px;
    grid-template-areas: 'tag beam beam' 'work centre tubs';
    grid-template-rows: auto minmax(0, 1fr);
    gap: 14px 18px;
    outline: none;
    height: max(640px, calc(100dvh - 124px - var(--above, 0px)));
    max-height: 900px;
  }
  .tag-at {
    grid-area: tag;
  }
  .held {
    font-weight: 700;
    font-size: 0.9rem;
    color: var(--rust);
  }
  .beam-at {
    grid-area: beam;
    display: flex;
    flex-direction: column;
    justify-content: space-between;
    gap: 5px;
  }
  .line .modelled,
  .line > :last-child {
    white-space: nowrap;
  }
  .line {
    display: flex;
    justify-content: space-between;
    gap: 1rem;
  }
  .work-at {
    contain: layout style;
    grid-area: work;
    min-height: 0;
  }
  .centre {
    grid-area: centre;
    display: grid;
    grid-template-rows: minmax(0, 1fr) 56px auto;
    background: var(--card);
    border: 1px solid var(--line);
    border-radius: 3px;
    min-height: 0;
  }
  .tubs-at {
    contain: layout style;
    grid-area: tubs;
    min-height: 0;
  }
  /* On narrow, low or zoomed screens the reading and the press keep one place: the bottom edge, whatever the words above. */
  @media (max-width: 68.75em), (max-height: 45em) {
    .bench {
      padding-bottom: 14rem;
    }
    .centre :global(.panel) {
      position: fixed;
      inset: auto 0 0;
      z-index: 20;
    }
    .centre :global(.notice.says .inner) {
      position: fixed;
      inset: auto 0 11.5rem;
      z-index: 19;
      height: auto;
      min-height: 56px;
      padding-block: 8px;
      background: var(--card);
      border-top: 2px solid var(--brass);
    }
  }
  @media (max-height: 37.5em) {
    .bench {
      padding-bottom: 11.3rem;
    }
    .centre :global(.notice.says .inner) {
      bottom: 8.8rem;
    }
  }
  @media (max-width: 68.75em) {
    .bench {
      grid-template-columns: 250px minmax(0, 1fr) 284px;
      grid-template-areas: 'tag beam beam' 'work work work' 'centre centre tubs';
      grid-template-rows: none;
      height: auto;
      max-height: none;
    }
  }
  @media (max-width: 47.5em) {
    .bench {
      grid-template-columns: minmax(0, 1fr);
      grid-template-areas: 'tag' 'beam' 'work' 'centre' 'tubs';
    }
    .line {
      flex-wrap: wrap;
      gap: 0 1rem;
    }
    .wide {
      display: none;
    }
    .centre {
      grid-template-rows: auto 64px auto;
    }
    .bench {
      row-gap: 10px;
    }
  }
</style>
