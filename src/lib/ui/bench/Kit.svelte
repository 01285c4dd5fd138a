<script lang="ts">
  import { KIT, type KitItem, type KitKey } from '$core/reference';
  import Overlay from '$lib/ui/Overlay.svelte';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const { kit, has, back } = $derived(session);
  const item = (key: KitKey): KitItem => KIT[key];
</script>

<Overlay title="Kit: {session.bench.work.procedure?.name ?? ''}" close={back} wide>
  <p class="soft">Press what is missing here; what does instead is then said at the step that needs it.</p>
  <ul>
    {#each kit as { key, missing } (key)}
      <li>
        <button type="button" aria-pressed={!missing} class:missing onclick={() => has(key, missing)}>
          <span class="mark mono">{missing ? '–' : '✓'}</span>
          <span
            ><strong>{item(key).name}</strong> <span class="soft">{item(key).use}</span>
            {#if missing}<span class="else"
                >{item(key).instead ? `Instead: ${item(key).instead}` : 'Nothing does instead'}</span
              >{/if}</span
          >
        </button>
      </li>
    {/each}
  </ul>
</Overlay>

<style>
  ul {
    margin-top: 10px;
    max-height: min(60vh, 520px);
    overflow: auto;
    scrollbar-width: thin;
  }
  button {
    display: grid;
    grid-template-columns: 34px 1fr;
    align-items: center;
    width: 100%;
    min-height: 56px;
    padding: 6px 8px;
    border: 0;
    border-top: 1px solid var(--line);
    background: none;
    color: var(--ink);
    font: inherit;
    text-align: left;
    line-height: 1.3;
  }
  button:hover {
    background: var(--next);
  }
  .mark {
    color: var(--spruce-text);
    font-weight: 700;
  }
  .missing .mark,
  .else {
    color: var(--brass);
    font-weight: 600;
  }
  .else {
    display: block;
  }
</style>
