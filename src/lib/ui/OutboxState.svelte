<script lang="ts">
  import { page } from '$app/state';
  import { outbox } from '$lib/device/outbox.svelte';

  const words = $derived(
    !outbox.lasting
      ? 'no room on this device'
      : outbox.state === 'away'
        ? `${outbox.waiting} kept here`
        : outbox.waiting > 0
          ? `sending ${outbox.waiting}`
          : outbox.conflicts.length > 0
            ? `${outbox.conflicts.length} refused`
            : ''
  );
</script>

<span
  class="state"
  role="status"
  data-testid="outbox"
  data-state={outbox.state}
  data-waiting={outbox.waiting}
>
  {#if outbox.state === 'shut'}
    <span class="dot away"></span>{outbox.waiting} kept here:
    <a href="/sign-in?to={encodeURIComponent(page.url.pathname)}">sign in to send</a>
  {:else if words !== ''}
    <a href="/kept"
      ><span class="dot" class:away={!words.startsWith('sending')}
      ></span>{words}{#if words.endsWith('kept here')}<span class="long">, server away</span>{/if}</a
    >
  {/if}
</span>

<style>
  /* Beside the links, out of their flow: nothing moves when it comes and goes. */
  .state {
    position: absolute;
    right: 100%;
    white-space: nowrap;
    padding: 0 0.3rem;
    background: var(--paper);
    font-size: 0.83rem;
    font-weight: 600;
    color: var(--brass);
  }
  .state,
  .state a {
    display: inline-flex;
    align-items: center;
    gap: 0.3rem;
    min-height: 44px;
  }
  .state > a {
    text-decoration: none;
  }
  .dot {
    flex: none;
    width: 9px;
    height: 9px;
    margin-right: 0.15rem;
    border-radius: 50%;
    background: var(--spruce-text);
  }
  @media (max-width: 47.5em) {
    .long {
      display: none;
    }
  }
  .dot.away {
    background: var(--brass);
  }
</style>
