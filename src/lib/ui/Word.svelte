<script lang="ts">
  import type { Snippet } from 'svelte';

  /** A word that the page of words explains. */
  let { of, children }: { of: string; children: Snippet } = $props();
</script>

<a class="word" href="/words#{of}">{@render children()}</a>

<style>
  .word {
    color: inherit;
    text-decoration: underline dotted;
    text-underline-offset: 3px;
  }
</style>
