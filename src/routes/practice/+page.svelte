<script lang="ts">
  import { onMount } from 'svelte';
  import BenchPage from '$lib/ui/bench/BenchPage.svelte';
  import type { World } from '$lib/bench/world';

  let { data } = $props();
  /** A bench of its own, in this page alone. */
  let world = $state.raw<World | undefined>();
  onMount(async () => {
    const { default: practiceWorld } = await import('$lib/bench/practice');
    world = practiceWorld(data.card.id, data.history);
  });
</script>

<div class="apart">
  <p class="practice">
    <strong>Practice:</strong> a simulated scale; nothing of this is in the book, and leaving ends it.
    <a class="link" href="/words">The words</a>
  </p>
  {#if world}<BenchPage {data} {world} />{:else}<p class="soft">The doe is being hung up.</p>{/if}
</div>

<style>
  .apart {
    --above: 36px;
  }
  .practice {
    margin: -6px 0 10px;
    padding-left: 10px;
    border-left: 4px solid var(--brass);
  }
  .link {
    color: var(--spruce-text);
    font-weight: 600;
  }
</style>
