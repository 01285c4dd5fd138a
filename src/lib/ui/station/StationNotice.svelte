<script lang="ts">
  import { onMount } from 'svelte';
  import type { Station } from '$lib/station/station.svelte';
  import type { PlainFormatter } from '$lib/words/format';
  import type * as Messages from '$lib/words/messages';

  /** What a station has to say, in a place of its own, so that nothing moves. */
  interface Props {
    station: Station;
    format: PlainFormatter;
    /** What stands there while nothing is said. */
    idle: string;
    name?: (id: string) => string;
  }
  let { station, format, idle, name = () => 'It' }: Props = $props();
  let words = $state.raw<typeof Messages>();
  onMount(() => void import('$lib/words/messages').then((loaded) => (words = loaded)));
  const notice = $derived(station.notice);
</script>

<div class="notice" class:none={idle === '' && !notice} role="status" data-testid="notice">
  {#if notice?.kind === 'refused' && notice.refusal}
    <p><strong>Not booked.</strong> {words?.refusalText(notice.refusal, format, name) ?? ''}</p>
    <button class="press" type="button" onclick={() => (station.notice = undefined)}>I have seen it</button>
  {:else if notice?.text}
    <p>{notice.text}</p>
    {#if notice.retry}<button class="press" type="button" onclick={notice.retry}>{notice.retryWords}</button
      >{/if}
    <button class="press" type="button" onclick={() => (station.notice = undefined)}>Good</button>
  {:else}
    <p class="idle">{idle}</p>
  {/if}
</div>

<style>
  .notice {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 58px;
    padding: 6px 0;
  }
  .none {
    min-height: 0;
    padding: 0;
  }
  p {
    flex: 1;
    min-width: 0;
    font-size: 0.93rem;
    line-height: 1.25;
    color: var(--brass);
    font-weight: 600;
  }
  .idle {
    color: var(--soft);
    font-weight: 400;
  }
  .press {
    flex: none;
    font-size: 0.9rem;
    padding: 0.3rem 0.8rem;
  }
</style>
