<script lang="ts">
  import type { Brought } from '$core/rules';
  import type { Formatter } from '$lib/words/formatter';

  let {
    lines,
    format,
    say
  }: {
    lines: readonly Brought[];
    format: Formatter;
    /** Says that a thing is here; without it nobody can. */
    say?: ((line: Brought) => void) | undefined;
  } = $props();

  const HOW: Record<Brought['how'], string> = {
    taken: 'in the book',
    half: 'one side only',
    on: 'still on the carcass',
    said: 'here, by word',
    unsaid: 'not said yet',
    missing: 'not in the book'
  };
</script>

<ul>
  {#each lines as line (line.key)}
    <li class:open={line.open}>
      <span>{line.name}</span>
      <span class="soft"
        >{HOW[line.how]}{#if line.side}, the {line.side} is missing{/if}{#if line.grams}, {format.mass(
            line.grams
          )}{/if}</span
      >
      {#if line.open && say}<button class="quiet" type="button" onclick={() => say(line)}>It is here</button
        >{/if}
    </li>
  {/each}
</ul>

<style>
  ul {
    width: 100%;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 11em) minmax(0, 1fr) auto;
    align-items: center;
    gap: 12px;
    min-height: 40px;
    border-top: 1px solid var(--line);
  }
  .open span:first-child {
    font-weight: 650;
    color: var(--rust);
  }
  button {
    min-height: 44px;
  }
</style>
