<script lang="ts">
  import { onMount, type Snippet } from 'svelte';

  let {
    title,
    close,
    children,
    wide = false
  }: { title: string; close: () => void; children: Snippet; wide?: boolean } = $props();
  let dialog = $state<HTMLDialogElement>();
  onMount(() => {
    dialog?.showModal();
    return () => dialog?.close();
  });
</script>

<dialog
  bind:this={dialog}
  class:wide
  aria-label={title}
  oncancel={(e) => {
    e.preventDefault();
    close();
  }}
  onclick={(e) => e.target === dialog && close()}
>
  <div class="inside">
    <header>
      <h2>{title}</h2>
      <button class="press" type="button" onclick={close}>Close</button>
    </header>
    {@render children()}
  </div>
</dialog>

<style>
  dialog {
    margin: auto;
    width: min(440px, calc(100vw - 28px));
    border: 1.5px solid var(--ink);
    border-radius: 5px;
    background: var(--card);
    color: var(--ink);
    padding: 0;
  }
  .wide {
    width: min(620px, calc(100vw - 28px));
  }
  dialog::backdrop {
    background: rgb(20 22 24 / 0.45);
  }
  .inside {
    padding: 16px 18px 18px;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: center;
    margin-bottom: 12px;
  }
  h2 {
    font-size: 1.2rem;
  }
</style>
