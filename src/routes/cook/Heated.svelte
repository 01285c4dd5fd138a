<script lang="ts">
  import type { Heated } from '$core/dry';
  import type { Hot } from '$core/reference';
  import { MINUTE } from '$core/units';
  import type { Formatter } from '$lib/words/formatter';

  /** How hot the middle became, by both schools: the hottest reading, and heat over time. */
  let { heated, asked, format }: { heated: Heated; asked: Hot; format: Formatter } = $props();
  const goal = $derived(format.degrees(asked.celsius, 0));
  const minutes = $derived(asked.ms / MINUTE);
  const held = $derived(minutes >= 1 ? `${minutes} minutes` : `${Math.round(asked.ms / 1000)} seconds`);
</script>

<dl class="heated">
  <dt>Hottest reading</dt>
  <dd>
    <strong>{format.degrees(heated.hottest)}</strong>
    {#if heated.reached === undefined}Most tables ask {goal} in the middle.{:else}{goal} read at {format.time(
        heated.reached
      )}.{/if}
  </dd>
  <dt>Heat over time</dt>
  <dd>
    {#if heated.enough !== undefined}<strong>as much</strong> as {goal} for {held}, from {format.time(
        heated.enough
      )} on.{:else}<strong>{format.percent(Math.min(heated.share, 0.99), 0)}</strong> of what {goal} for {held}
      does.{/if}
    <span class="soft">Lower for longer is another school’s way. Readings must be close together.</span>
  </dd>
</dl>
<p class="soft">Both speak only for where the probe is: put it in the coldest, thickest place.</p>

<style>
  .heated {
    display: grid;
    grid-template-columns: max-content minmax(0, 1fr);
    gap: 4px 14px;
    margin: 12px 0 4px;
    max-width: 66ch;
  }
  dt {
    color: var(--soft);
  }
  dd {
    margin: 0;
  }
</style>
