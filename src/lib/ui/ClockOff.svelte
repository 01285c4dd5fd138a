<script lang="ts">
  import { HOUR, MINUTE } from '$core/units';
  import { spanWords } from '$lib/words/time';

  /** How far the larder's clock is ahead of this device's, ms. */
  let { off }: { off: number } = $props();
  const SEEN = 'clock-seen';
  /** Said once for each way a clock is off, a quarter of an hour more or less. */
  const way = $derived(String(Math.round(off / (15 * MINUTE))));
  let seen = $state(localStorage.getItem(SEEN));
  function saw() {
    seen = way;
    localStorage.setItem(SEEN, way);
  }
</script>

{#if way !== seen}
  <p class="clock" role="status">
    The clock of this device is {spanWords(Math.abs(off) / HOUR)}
    {off > 0 ? 'behind' : 'ahead of'} the larder’s. What is booked here gets the larder’s time, with this one’s
    beside it.
    <button class="press press-quiet" type="button" onclick={saw}>I have seen it</button>
  </p>
{/if}

<style>
  .clock {
    max-width: 1400px;
    margin: 10px auto 0;
    padding: 0 24px;
    color: var(--brass);
    font-weight: 600;
  }
</style>
