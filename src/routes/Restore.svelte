<script lang="ts">
  import { refreshAll } from '$lib/device/refresh';
  import { restoreFrom, type Restoring } from '$lib/device/restoring';
  import { FileField } from '$lib/ui/fields';

  let file = $state<File>();
  let now = $state<Restoring>();
  let said = $state('');
  let halt: AbortController | undefined;

  async function restore() {
    if (!file) return;
    said = '';
    halt = new AbortController();
    const restored = await restoreFrom(file, (state) => (now = state), halt.signal);
    now = undefined;
    if (restored.ok) await refreshAll();
    else said = restored.text;
  }
</script>

<section class="restore" aria-label="Restore a backup">
  <p>
    <strong>Have you a backup?</strong>
    <span class="soft">All of it is checked before anything is written: book, settings, photographs.</span>
  </p>
  <div class="row">
    <FileField
      label="Backup file"
      hint=".zip, or a book as .jsonl"
      accept=".zip,.jsonl"
      onchosen={([one]) => {
        file = one;
        said = '';
      }}
    />
    {#if now}
      <button class="press" type="button" onclick={() => halt?.abort()}>Stop</button>
    {:else}
      <button class="press" type="button" disabled={!file} onclick={restore}>Restore it</button>
    {/if}
  </div>
  {#if now}
    <div class="how" role="status">
      <progress max="1" value={now.share}></progress>
      <span>{now.text}</span>
    </div>
  {/if}
  {#if said}<p class="fault" role="alert">{said}</p>{/if}
</section>

<style>
  .restore {
    display: grid;
    gap: 14px;
    max-width: 760px;
    padding: 10px 10px 30px;
  }
  strong {
    font-size: 1.15rem;
  }
  .row {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 14px;
    align-items: end;
  }
  .how {
    display: grid;
    gap: 6px;
  }
  @media (max-width: 43.75em) {
    .row {
      grid-template-columns: 1fr;
    }
  }
</style>
