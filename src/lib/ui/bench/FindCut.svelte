<script lang="ts">
  import { onMount } from 'svelte';
  import { stepAt } from '$core/bench';
  import {
    JOINTS,
    PART_NAMES,
    SPECIES,
    findCuts,
    findJoints,
    findThings,
    tendernessOf,
    type Found,
    type Thing
  } from '$core/reference';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const { facts } = $derived(session);
  const { vocabulary } = $derived(session.data.larder);

  let text = $state('');
  let field = $state<HTMLInputElement>();
  // What can be chosen now comes first.
  const found = $derived(
    [...findCuts(text, SPECIES[facts.species].group)].sort(
      (a, b) => Number(stepOf(b) !== undefined) - Number(stepOf(a) !== undefined)
    )
  );
  const joints = $derived(findJoints(text).flatMap((key) => JOINTS[key] ?? []));
  const things = $derived(findThings(text, SPECIES[facts.species].group));
  /** What is meant by the word itself stands over the cuts that only have it in their names. */
  const [meant, beside] = $derived([things.filter(({ at }) => at === 0), things.filter(({ at }) => at > 0)]);
  $effect(() => void (session.sought = found.map((f) => f.cut.key)));
  onMount(() => {
    field?.focus();
    return () => void (session.sought = []);
  });

  /** The step that takes it now: the cut itself, or the part that holds it. */
  const stepOf = ({ cut }: Found) =>
    stepAt(session.bench.work.rows, cut.key, undefined) ?? stepAt(session.bench.work.rows, cut.of, undefined);
  const others = ({ cut, name }: Found) =>
    [...new Set([...Object.values(cut.names), name])].filter((n) => n !== cut.names[vocabulary]).join(' · ');
  function pick(hit: Found | undefined) {
    const step = hit ? stepOf(hit) : undefined;
    if (step) session.choose(step.key);
    else if (hit) session.adding(hit.cut.key)?.();
  }
</script>

{#snippet told(list: Thing[])}{#each list as thing (thing.key)}<li class="joint">
      <strong>{thing.name}</strong>
      <span class="small">{thing.says}</span>
    </li>{/each}{/snippet}

<section class="find" aria-label="Find a cut">
  <div class="head">
    <label class="sr-only" for="find">A cut, an organ, a bone, by any of its names</label>
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
        if (e.key === 'Escape') session.back();
      }}
    />
    <button class="press" type="button" onclick={session.back}>Close</button>
  </div>
  {#if found.length > 1}<p class="small soft">{found.length} cuts go by that name; the drawing shows them.</p>
  {:else if text.trim() !== '' && found.length === 0 && joints.length === 0 && things.length === 0}<p
      class="small soft"
    >
      Nothing goes by “{text.trim()}”. Part of a name is enough.
    </p>{/if}
  <ul>
    {@render told(meant)}
    {#each found as hit (hit.cut.key)}
      {@const step = stepOf(hit)}
      <li>
        <button
          type="button"
          class="hit"
          disabled={!step && !session.adding(hit.cut.key)}
          onclick={() => pick(hit)}
        >
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
              : session.adding(hit.cut.key)
                ? 'add it to this order of work'
                : 'not on the table now'}</span
          >
        </button>
      </li>
    {/each}
    {#each joints as joint (joint.name)}<li class="joint">
        <strong>{joint.name}</strong>
        <span class="small">Feel: {joint.feel}.</span>
        {#if joint.knife}<span class="small">Knife: {joint.knife}.</span>{/if}
        {#if joint.miss}<span class="soft small">Missed: {joint.miss}.</span>{/if}
      </li>{/each}
    {@render told(beside)}
  </ul>
</section>

<style>
  .joint {
    display: flex;
    flex-direction: column;
    padding: 8px 4px;
    border-top: 1px solid var(--line);
    line-height: 1.3;
  }
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
