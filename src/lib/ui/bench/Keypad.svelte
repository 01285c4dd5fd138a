<script lang="ts">
  import Overlay from './Overlay.svelte';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const { desk } = session;
  const take = session.act(() => desk.press());
  const close = session.back;
  const keys = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', 'back'];

  function keydown(event: KeyboardEvent) {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    if (/^[0-9.,-]$/.test(event.key)) desk.digit(event.key);
    else if (event.key === 'Backspace') desk.digit('back');
    else if (event.key === 'Enter' || event.key === 'PageDown') take();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
  function cancel() {
    desk.digit('clear');
    close();
  }
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div onkeydown={keydown}>
  <Overlay title="Type the weight" close={cancel}>
    <p class="shown">
      <span data-testid="typed">{desk.typed || '0'}</span> <small class="soft">{session.format.unit}</small>
    </p>
    <div class="pad">
      {#each keys as key (key)}<button
          class="press"
          type="button"
          onclick={() => desk.digit(key)}
          aria-label={key === 'back' ? 'Rub out the last digit' : key}>{key === 'back' ? '⌫' : key}</button
        >{/each}
    </div>
    <label class="guess"
      ><input type="checkbox" bind:checked={desk.estimated} /> an estimate, without a scale</label
    >
    <div class="row">
      <button class="press" type="button" onclick={close}>Keep it, choose a tub</button>
      <button class="press press-main" type="button" onclick={take} disabled={desk.typed === ''}>Take</button>
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
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    margin-top: 10px;
  }
  .row .press {
    min-height: 64px;
  }
</style>
