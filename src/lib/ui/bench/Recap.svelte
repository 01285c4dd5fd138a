<script lang="ts">
  import { recapOf } from '$core/bench';
  import { useSession } from '$lib/bench/session.svelte';
  import Overlay from '$lib/ui/Overlay.svelte';

  const session = useSession();
  const { bench } = session;
  const format = $derived(session.format);
  const told = $derived.by(() => {
    const { state, entries, orders } = bench.timing;
    return recapOf(state, bench.animal, entries, { orders, vocabulary: session.data.larder.vocabulary });
  });
</script>

<Overlay title="What was done, and why" close={session.back} wide>
  <p class="soft">
    {format.percent(session.soFar, 0)} of what hung is boneless meat now; {format.mass(
      session.beam?.unaccounted ?? 0
    )} not accounted for.
  </p>
  <div class="all">
    {#each told as part (part.item.id)}
      <h3>{bench.name(part.item.id)}</h3>
      <ol>
        {#each part.steps as step, i (i)}
          <li class:skipped={step.skipped}>
            <span
              ><strong>{step.title}</strong>{#if step.why}<small class="soft">{step.why}</small>{/if}</span
            >
            <span class="mono"
              >{step.skipped ? 'skipped' : step.grams === undefined ? '' : format.mass(step.grams)}</span
            >
          </li>
        {/each}
      </ol>
    {/each}
  </div>
  <button class="press" type="button" onclick={() => location.reload()}>Another animal</button>
</Overlay>

<style>
  .all {
    max-height: min(58vh, 560px);
    margin-bottom: 12px;
    overflow: auto;
    scrollbar-width: thin;
  }
  h3 {
    margin: 14px 0 2px;
    font-size: 0.94rem;
    color: var(--soft);
  }
  li {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    padding: 6px 0;
    border-top: 1px solid var(--line);
  }
  small {
    display: block;
    line-height: 1.35;
  }
  .skipped strong {
    font-weight: 500;
    color: var(--soft);
  }
  .mono {
    flex: none;
  }
</style>
