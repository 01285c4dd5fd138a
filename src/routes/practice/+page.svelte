<script lang="ts">
  import { onMount } from 'svelte';
  import type BenchPage from '$lib/ui/bench/BenchPage.svelte';
  import type { World } from '$lib/bench/world';

  let { data } = $props();
  /** A bench of its own, in this page alone. */
  let world = $state.raw<World | undefined>();
  let Bench = $state.raw<typeof BenchPage | undefined>();
  onMount(async () => {
    const [{ default: practiceWorld }, page] = await Promise.all([
      import('$lib/bench/practice'),
      import('$lib/ui/bench/BenchPage.svelte')
    ]);
    Bench = page.default;
    world = practiceWorld(data.card.id, data.history);
  });
</script>

<div class="apart">
  <p class="practice">
    <strong>Practice:</strong> a simulated scale, and nothing of this animal is in the book. Leave the page,
    and it is gone. <a class="link" href="/words">The words</a>
  </p>
  {#if world && Bench}<Bench {data} {world} />{:else}<p class="soft">
      One moment: the doe is being hung up.
    </p>{/if}
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
