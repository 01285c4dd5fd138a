<script lang="ts">
  import { onMount } from 'svelte';
  import { stepAt, type WorkRow } from '$core/bench';
  import type { Facts } from '$core/book';
  import { PART_NAMES, SPECIES, findCuts, tendernessOf, type Found, type Vocabulary } from '$core/reference';

  interface Props {
    steps: WorkRow[];
    facts: Facts;
    vocabulary: Vocabulary;
    /** Cuts that the drawing should point out. */
    show: (keys: readonly string[]) => void;
    choose: (key: string) => void;
    /** Puts a cut into this order of work, for this once; absent where it cannot come off what lies open. */
    add: (cut: string) => (() => void) | undefined;
    close: () => void;
  }
  let { steps, facts, vocabulary, show, choose, add, close }: Props = $props();

  let text = $state('');
  let field = $state<HTMLInputElement>();
  // What can be chosen now comes first.
  const found = $derived(
    [...findCuts(text, SPECIES[facts.species].group)].sort(
      (a, b) => Number(stepOf(b) !== undefined) - Number(stepOf(a) !== undefined)
    )
  );
  $effect(() => show(found.map((f) => f.cut.key)));
  onMount(() => {
    field?.focus();
    return () => show([]);
  });

  /** The step that takes it now: the cut itself, or the part that holds it. */
  const stepOf = ({ cut }: Found) => stepAt(steps, cut.key, undefined) ?? stepAt(steps, cut.of, undefined);
  const others = ({ cut, name }: Found) =>
    [...new Set([...Object.values(cut.names), name])].filter((n) => n !== cut.names[vocabulary]).join(' · ');
  function pick(hit: Found | undefined) {
    const step = hit ? stepOf(hit) : undefined;
    if (step) choose(step.key);
    else if (hit) add(hit.cut.key)?.();
  }
</script>

<section class="find" aria-label="Find a cut">
  <div class="head">
    <label class="sr-only" for="find">A cut by any of its names</label>
    <input
      id="find"
      class="field"
      bind:this={field}
      bind:value={text}
      maxlength="40"
      placeholder="topside, rump, semimembranosus"
      autocomplete="off"
      onkeydown={(e) => {
        if (e.key === 'Enter') pick(found.find(stepOf));
        if (e.key === 'Escape') close();
      }}
    />
    <button class="press" type="button" onclick={close}>Close</button>
  </div>
  {#if found.length > 1}<p class="small soft">{found.length} cuts go by that name; the drawing shows them.</p>
  {:else if text.trim() !== '' && found.length === 0}<p class="small soft">
      No cut goes by “{text.trim()}”. Part of a name is enough.
    </p>{/if}
  <ul>
    {#each found as hit (hit.cut.key)}
      {@const step = stepOf(hit)}
      <li>
        <button type="button" class="hit" disabled={!step && !add(hit.cut.key)} onclick={() => pick(hit)}>
          <strong>{hit.cut.names[vocabulary]}</strong>
          <span class="soft small">{others(hit)}</span>
          <span class="soft small"
            >{hit.cut.muscle} · {(PART_NAMES[hit.cut.of] ?? hit.cut.of).toLowerCase()}{hit.cut.tenderness ===
            null
              ? ''
              : ` · tender ${tendernessOf(hit.cut, facts).toFixed(1)} of 5`}</span
          >
          <span class="small state"
            >{step
              ? `choose: ${step.title}`
              : add(hit.cut.key)
                ? 'add it to this order of work'
                : 'not on the table now'}</span
          >
        </button>
      </li>
    {/each}
  </ul>
</section>

<style>
  .find {
    height: 100%;
    display: flex;
    flex-direction: column;
    gap: 8px;
    min-height: 0;
  }
  .head {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 8px;
  }
  .head .press {
    min-height: 44px;
  }
  ul {
    overflow-y: auto;
    scrollbar-width: thin;
    min-height: 0;
  }
  .hit {
    display: flex;
    flex-direction: column;
    width: 100%;
    min-height: 56px;
    padding: 8px 4px;
    border: 0;
    border-top: 1px solid var(--line);
    background: none;
    color: var(--ink);
    text-align: left;
    font: inherit;
    line-height: 1.28;
  }
  .hit:hover:not(:disabled) {
    background: var(--next);
  }
  .state {
    color: var(--spruce-text);
    font-weight: 600;
  }
  .hit:disabled .state {
    color: var(--soft);
    font-weight: 400;
  }
</style>
