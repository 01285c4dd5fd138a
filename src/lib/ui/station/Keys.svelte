<script lang="ts">
  import type { Plate } from '$lib/bench/plate.svelte';
  import type { Snippet } from 'svelte';
  import Overlay from '$lib/ui/Overlay.svelte';

  /** A large keypad for a weight that no scale says. */
  interface Props {
    plate: Plate;
    unit: string;
    take: () => void;
    close: () => void;
    /** What leaving it with the figure kept is called. */
    keep?: string;
    /** What else may be done where no scale speaks. */
    children?: Snippet;
  }
  let { plate, unit, take, close, keep, children }: Props = $props();
  const keys = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', 'back'];

  function keydown(event: KeyboardEvent) {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    if (/^[0-9.,-]$/.test(event.key)) plate.digit(event.key);
    else if (event.key === 'Backspace') plate.digit('back');
    else if (event.key === 'Enter' || event.key === 'PageDown') take();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
  function cancel() {
    plate.digit('clear');
    close();
  }
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div onkeydown={keydown}>
  <Overlay title="Type the weight" close={cancel}>
    <p class="shown">
      <span data-testid="typed">{plate.typed || '0'}</span> <small class="soft">{unit}</small>
    </p>
    {@render children?.()}
    <div class="pad">
      {#each keys as key (key)}<button
          class="press"
          type="button"
          onclick={() => plate.digit(key)}
          aria-label={key === 'back' ? 'Rub out the last digit' : key}>{key === 'back' ? '⌫' : key}</button
        >{/each}
    </div>
    <label class="guess"
      ><input type="checkbox" bind:checked={plate.estimated} /> an estimate, without a scale</label
    >
    <div class="row" class:two={keep !== undefined}>
      {#if keep}<button class="press" type="button" onclick={close}>{keep}</button>{/if}
      <button class="press press-main" type="button" onclick={take} disabled={plate.typed === ''}>Take</button
      >
    </div>
  </Overlay>
</div>

<style>
  .shown {
    font-size: 3.4rem;
    font-weight: 750;
    line-height: 1.1;
    text-align: right;
    padding: 0 8px 8px;
  }
  .shown small {
    font-size: 1.2rem;
  }
  .pad {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 8px;
  }
  .guess {
    display: flex;
    align-items: center;
    gap: 10px;
    min-height: 48px;
    margin-top: 4px;
  }
  .guess input {
    width: 24px;
    height: 24px;
    accent-color: var(--spruce);
  }
  .pad .press {
    min-height: 68px;
    font-size: 1.6rem;
  }
  .row {
    display: grid;
    gap: 8px;
    margin-top: 10px;
  }
  .two {
    grid-template-columns: 1fr 1fr;
  }
  .row .press {
    min-height: 64px;
  }
</style>
