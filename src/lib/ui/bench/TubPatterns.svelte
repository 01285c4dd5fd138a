<script lang="ts">
  import { TUBS, TUB_KEYS } from '$core/reference';

  /** The patterns of the tubs inside a drawing’s `defs`: `url(#seam-P)`. */
  interface Props {
    /** Units of the drawing to a pixel. */
    scale: number;
  }
  let { scale }: Props = $props();
  const LETTERS = [...TUB_KEYS.map((key) => TUBS[key].letter), 'X'];
</script>

{#each LETTERS as letter (letter)}
  <pattern
    id="seam-{letter}"
    class="pigment tub-{letter}"
    patternUnits="userSpaceOnUse"
    width="10"
    height="10"
    patternTransform="scale({scale})"
  >
    <rect width="10" height="10" fill="var(--pig)" />
    {#if letter === 'S'}<path d="M-2 2L2 -2M0 10L10 0M8 12L12 8" class="line" />
    {:else if letter === 'J'}<circle cx="5" cy="5" r="1.7" class="dot" />
    {:else if letter === 'G'}<path d="M5 0V10" class="line" />
    {:else if letter === 'O'}<path d="M5 0V10M0 5H10" class="line" />
    {:else if letter === 'K'}<path d="M0 5H10" class="line" />
    {:else if letter === 'F'}<circle cx="5" cy="5" r="1.3" class="dot" />
    {:else if letter === 'D'}<path d="M0 7L2.5 3L5 7L7.5 3L10 7" class="line" />
    {:else if letter === 'H'}<path d="M5 2V8M2 5H8" class="line" />
    {:else if letter === 'X'}<path d="M0 0L10 10M10 0L0 10" class="line" />{/if}
  </pattern>
{/each}

<style>
  .pigment .line {
    fill: none;
    stroke: var(--mark-line, rgb(20 15 10 / 0.34));
    stroke-width: 2;
  }
  .pigment .dot {
    fill: var(--mark-line, rgb(20 15 10 / 0.4));
  }
</style>
