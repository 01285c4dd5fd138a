<script lang="ts">
  import { Field } from '$lib/ui/fields';

  /** Figures large enough for a wet thumb; the keyboard types them as well. */
  let { fault, name }: { fault: string | undefined; name: string } = $props();
  let pin = $state('');
  const LONGEST = 8;
  const figures = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];
  const add = (figure: string) => {
    if (pin.length < LONGEST) pin += figure;
  };
  // After a wrong one the next begins anew.
  $effect(() => {
    if (fault) pin = '';
  });
</script>

<div class="pad">
  <Field
    label="PIN of {name}"
    name="pin"
    type="password"
    inputmode="numeric"
    autocomplete="off"
    maxlength={LONGEST}
    bind:value={pin}
    {fault}
    mono
  />
  <div class="figures">
    {#each figures as figure (figure)}
      <button class="press" type="button" onclick={() => add(figure)}>{figure}</button>
    {/each}
    <button class="press" type="button" onclick={() => (pin = pin.slice(0, -1))} aria-label="One figure back">
      <svg viewBox="0 0 24 24" width="24" height="24" aria-hidden="true"
        ><path
          d="M9 5h11v14H9l-6-7zM12 9l5 6m0-6l-5 6"
          fill="none"
          stroke="currentColor"
          stroke-width="2"
        /></svg
      >
    </button>
    <button class="press" type="button" onclick={() => add('0')}>0</button>
    <button class="press press-main" disabled={pin.length < 4}>Come in</button>
  </div>
</div>

<style>
  .pad {
    max-width: 340px;
  }
  .figures {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 10px;
    margin-top: 12px;
  }
  .figures .press {
    min-height: 68px;
    justify-content: center;
    font-size: 1.35rem;
    font-family: var(--font-mono);
  }
  .figures .press-main {
    font-family: var(--font-sans);
    font-size: 1rem;
    padding-inline: 4px;
    white-space: nowrap;
  }
</style>
