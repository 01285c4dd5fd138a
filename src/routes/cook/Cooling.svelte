<script lang="ts">
  import type { CoolingLog } from '$core/dry';
  import { COOLED } from '$core/reference';
  import type { Formatter } from '$lib/words/formatter';

  /** A dish on its way from hot to cold, against the usual rule. */
  let { log, format }: { log: CoolingLog; format: Formatter } = $props();
  /** One leg of the way down, in words. */
  function legWords(leg: { by: number; at?: number; late: boolean }, to: number): string {
    const goal = format.degrees(to, 0);
    if (leg.at !== undefined)
      return `${goal} at ${format.time(leg.at)}, ${leg.late ? 'later than' : 'before'} ${format.time(leg.by)}`;
    return leg.late
      ? `${goal} was due at ${format.time(leg.by)} and is not read yet`
      : `${goal} by ${format.time(leg.by)}`;
  }
</script>

<div class="cooling" class:late={log.warm?.late || log.cold?.late}>
  {#if log.state === 'unread'}<p>
      Its middle was not read at {format.degrees(COOLED.hot, 0)} or more yet: read it when it is done, and as it
      cools.
    </p>
  {:else if log.state === 'hot'}<p>
      Hot. From {format.degrees(COOLED.hot, 0)} on it has two hours to {format.degrees(COOLED.warm, 0)} and four
      more to {format.degrees(COOLED.cold, 0)}: read it as it cools.
    </p>
  {:else}
    <p>
      <strong>Below {format.degrees(COOLED.hot, 0)} since {format.time(log.from ?? 0)}.</strong>
      {#if log.warm}{legWords(log.warm, COOLED.warm)};{/if}
      {#if log.cold}{legWords(log.cold, COOLED.cold)}.{/if}
    </p>
    {#if log.warm?.late || log.cold?.late}<p>
        Too slow by the usual rule: it is not kept. What your local code says about it decides.
      </p>{/if}
  {/if}
</div>

<style>
  .cooling {
    margin: 10px 0;
    padding: 8px 12px;
    border-left: 5px solid var(--spruce);
    background: var(--card);
    max-width: 66ch;
  }
  .cooling.late {
    border-color: var(--rust);
    color: var(--rust);
    font-weight: 600;
  }
</style>
