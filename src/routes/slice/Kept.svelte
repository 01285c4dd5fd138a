<script lang="ts">
  import { WAY_FACTS, type KeptSlicing } from '$core/slice';
  import type { Formatter } from '$lib/words/formatter';

  /** What was sliced of an animal so far, the newest first. */
  interface Props {
    kept: readonly (KeptSlicing & { spread: number })[];
    format: Formatter;
    drop: (id: string) => void;
  }
  let { kept, format, drop }: Props = $props();
  let open = $state(false);
</script>

<div class="kept">
  <h2>Sliced of it so far</h2>
  <ul>
    {#each open ? kept : kept.slice(0, 3) as one (one.id)}
      <li>
        <span
          >{one.pieces ?? one.weighed.length}
          {WAY_FACTS[one.asked.way].many}, {format.cut(one.asked.cut)}
          <small class="soft"
            >{format.mass(one.weighed.reduce((a, b) => a + b, 0))}{one.weighed.length > 1
              ? `, spread ${(one.spread * 100).toFixed(0)} %`
              : ''}</small
          ></span
        >
        <button
          class="quiet"
          type="button"
          aria-label="Take out {format.cut(one.asked.cut)}"
          onclick={() => drop(one.id)}>take out</button
        >
      </li>
    {/each}
  </ul>
  {#if kept.length > 3 && !open}<button class="quiet" type="button" onclick={() => (open = true)}
      >all {kept.length}</button
    >{/if}
</div>

<style>
  .kept {
    display: flex;
    flex-direction: column;
    align-items: flex-start;
    gap: 8px;
  }
  ul {
    width: 100%;
  }
  li {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    align-items: center;
    min-height: 44px;
    border-bottom: 1px solid var(--line);
  }
  small {
    display: block;
  }
</style>
