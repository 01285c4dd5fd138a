<script lang="ts">
  import { page } from '$app/state';
  import { outbox } from '$lib/device/outbox.svelte';

  const kept = $derived(`${outbox.waiting} kept`);
  const words = $derived(
    !outbox.lasting
      ? 'no room here'
      : outbox.state === 'away'
        ? kept
        : outbox.state === 'sending'
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
    <a href="/sign-in?to={encodeURIComponent(page.url.pathname)}">{kept}: sign in to send</a>
  {:else if words}
    <!-- Made anew with its words: what grows to the left would move. -->
    {#key words}
      <a href="/kept"
        ><span
          >{words}{#if words === kept}<span class="long">, server away</span>{/if}</span
        ></a
      >
    {/key}
  {/if}
</span>

<style>
  /* Beside the links, out of their flow: nothing moves when it comes and goes. */
  .state {
    position: absolute;
    right: 100%;
    width: 0;
    justify-content: flex-end;
    white-space: nowrap;
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
    flex: none;
    padding: 0 0.3rem;
    background: var(--paper);
    text-decoration: none;
  }
  /* A press sent within a second is not worth a word. */
  .state[data-state='sending'] {
    animation: held-back 1s backwards;
  }
  @keyframes held-back {
    from,
    to {
      visibility: hidden;
    }
  }
  /* A mark before the words, in their colour. */
  .state > a::before {
    content: '';
    flex: none;
    width: 9px;
    height: 9px;
    border-radius: 50%;
    background: currentColor;
  }
  @media (max-width: 47.5em) {
    .long {
      display: none;
    }
  }
</style>
