<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    /** What is in it, said on the line that opens it. */
    title: string;
    open: boolean;
    children: Snippet;
  }
  let { title, open = $bindable(), children }: Props = $props();
</script>

<!-- Forms that are there when one looks for them: one under another, their answer on top. -->
<details bind:open>
  <summary>{title}</summary>
  {@render children()}
</details>

<style>
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
    color: var(--spruce-text);
    font-weight: 600;
    cursor: pointer;
  }
  details > :global(form) {
    display: flex;
    flex-direction: column;
    gap: 0.85rem;
    padding: 0.4rem 0 1rem;
  }
  details :global(.pair) {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 180px), 1fr));
    gap: 0.9rem;
  }
  details :global(.check) {
    display: flex;
    align-items: center;
    gap: 0.6rem;
    min-height: 44px;
  }
  details > :global(form > .note) {
    border-left: 5px solid var(--brass);
    padding: 0.4rem 0.8rem;
    background: var(--card);
    font-weight: 600;
  }
</style>
