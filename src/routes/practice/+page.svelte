<script lang="ts">
  import BenchPage from '$lib/ui/bench/BenchPage.svelte';
  import type { World } from '$lib/bench/world';

  let { data: given } = $props();
  // What is loaded anew would be the next animal: the page stays with its first.
  // svelte-ignore state_referenced_locally
  const data = given;
  /** A bench of its own, in this page alone. */
  let world = $state.raw<World | undefined>();
  // The page stays with its animal: run once, in the browser alone.
  $effect(() => {
    void import('$lib/bench/practice').then((m) => (world ??= m.default(data.card.id, data.history)));
  });
</script>

<div class="apart">
  <p>
    Practice with a simulated scale: nothing of this animal is in the book.
    <a href="/words">The words</a>
  </p>
  {#if world}<BenchPage {data} {world} />{/if}
</div>

<style>
  .apart {
    --above: 36px;
  }
  p {
    margin: -6px 0 10px;
    padding-left: 10px;
    border-left: 4px solid var(--brass);
  }
  a {
    color: var(--spruce-text);
    font-weight: 600;
  }
</style>
