<script lang="ts">
  import { said } from '$lib/words/said';
  import { boneWays, type BoneTo } from '$core/bench';
  import { CAUTION_CODA } from '$core/reference';
  import { useSession } from '$lib/bench/session.svelte';
  import Overlay from '$lib/ui/Overlay.svelte';

  const session = useSession();
  const { focus, animal } = $derived(session);
  const ways = $derived(animal && focus ? boneWays(animal, focus, { tested: session.data.tested }) : []);
  const close = session.act((to: BoneTo) => session.desk.close(to));
</script>

<Overlay title="The bare bone on the scale, and then to" close={session.back} wide>
  <div class="grid">
    {#each ways as way (way.to)}<button
        class="press"
        type="button"
        disabled={way.never !== undefined}
        onclick={() => close(way.to)}
        ><span class="name">{way.name}</span><small
          >{way.never ??
            said(way.says, { degreesIn: session.data.larder.degrees, unit: session.format.unit })}</small
        ></button
      >{/each}
  </div>
  <p class="soft small">
    The verdict counts the bone wherever it goes. Spine, head and nodes of deer go to neither pot nor dogs
    where wasting disease is known. {CAUTION_CODA}
  </p>
</Overlay>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
    gap: 8px;
    margin-bottom: 12px;
  }
  .press {
    min-height: 92px;
    flex-direction: column;
    align-items: flex-start;
    justify-content: flex-start;
    gap: 2px;
    padding: 10px 14px;
    text-align: left;
    white-space: normal;
  }
  .name {
    font-size: 1.1rem;
  }
  small {
    font-weight: 500;
    line-height: 1.3;
    color: var(--soft);
  }
</style>
