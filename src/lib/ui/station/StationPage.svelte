<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Station } from '$lib/station/station.svelte';

  /** One station of the room: what waits at the left, what is in hand, the scale at the right; its keys. */
  interface Props {
    station?: Station;
    title: string;
    larder: string;
    /** Beside the title: a sentence, presses. */
    head: Snippet;
    /** Across the page, between the head and the columns. */
    above?: Snippet;
    left: Snippet;
    centre: Snippet;
    right: Snippet;
    /** Across the page, under the columns. */
    below?: Snippet;
  }
  let { station, title, larder, head, above, left, centre, right, below }: Props = $props();
  /** The moment of a press is the hand's, not that of a busy page that hears it late. */
  const pressed = (e: Event) => {
    if (station) station.pressedAt = e.timeStamp;
  };
</script>

<svelte:window onkeydown={(e) => station?.hear(e)} onkeydowncapture={pressed} onclickcapture={pressed} />
<svelte:head><title>{title} · {larder}</title></svelte:head>

<header>
  <h1>{title}</h1>
  {@render head()}
</header>
{@render above?.()}
<div class="station" class:scaled={station !== undefined}>
  {@render left()}
  {@render centre()}
  {@render right()}
</div>
{@render below?.()}

<style>
  header {
    display: flex;
    align-items: center;
    flex-wrap: wrap;
    gap: 8px 24px;
  }
  h1 {
    font-size: 1.55rem;
  }
  .station {
    display: grid;
    grid-template-columns: minmax(0, 330px) minmax(0, 1fr) minmax(0, 335px);
    gap: 34px;
    margin: 16px 0 22px;
    align-items: start;
  }
  .station :global(:where(h2)) {
    margin-bottom: 6px;
    font-size: 1.05rem;
    color: var(--soft);
  }
  @media (max-width: 68.75em) {
    .station {
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    }
  }
  @media (max-width: 47.5em) {
    .station {
      grid-template-columns: minmax(0, 1fr);
      gap: 24px;
    }
    /* Room for the reading and the press, which keep the bottom edge. */
    .scaled {
      padding-bottom: 20rem;
    }
  }
</style>
