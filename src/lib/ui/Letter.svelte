<script lang="ts">
  import type { ClassKey } from '$core/reference';

  /** The letter of a tub on its colour and pattern. */
  let { of }: { of: ClassKey } = $props();
</script>

<span class="letter tub tub-{of}">{of}</span>

<style>
  .letter {
    display: inline-grid;
    place-items: center;
    flex: none;
    width: 26px;
    height: 26px;
    font-weight: 700;
    font-size: 0.9rem;
  }
</style>
