<script lang="ts">
  import { PLAN_USES, PLAN_USE_NAMES, TUBS, type PlanUse } from '$core/reference';
  import { cookable, openFor, tubFor, type NamedMuscle } from '$core/plan';
  import { isSliced, notesOf } from '$core/slice';
  import { under } from '$core/units';
  import Letter from '$lib/ui/Letter.svelte';
  import type { Planning } from '$lib/plan/planning.svelte';
  import type { Formatter } from '$lib/words/formatter';
  import { partWords } from '$lib/words/plan';
  import type { PlanSolution } from '$lib/workers/plan.worker';

  interface Props {
    planning: Planning;
    answer: PlanSolution;
    muscles: readonly NamedMuscle[];
    animals: readonly { id: string; code: string; name: string }[];
    format: Formatter;
  }
  let { planning, answer, muscles, animals, format }: Props = $props();
  /** The muscle whose use is being chosen. */
  let open = $state('');
  /** On a phone the promise comes after the list: a long one is cut short until it is asked for. */
  let whole = $state(false);
  const can = $derived(cookable([...new Set(planning.wishes.flatMap((w) => w.kitchen))]));
  /** The larger part first: its tub is the muscle’s. */
  const partsOf = $derived(
    new Map(answer.plan.of.map((o) => [o.muscle, [...o.parts].sort((a, b) => b.raw - a.raw)]))
  );
  /** The uses that may be chosen for a muscle: cooked here, and open by its tub. */
  const usesFor = (muscle: NamedMuscle): PlanUse[] => openFor(muscle, can);
  const inOrder = $derived(
    animals.map((animal) => ({
      animal,
      own: muscles
        .filter((m) => m.animal === animal.id)
        .sort((a, b) => rank(a) - rank(b) || b.grams - a.grams)
    }))
  );
  const rank = (m: NamedMuscle): number =>
    Math.min(...(partsOf.get(m.id) ?? []).map((p) => PLAN_USES.indexOf(p.use)), PLAN_USES.length);
  /** The muscle whose use was last gone through by key: its row may move as it is planned again, and keeps the keys. */
  let shifted = '';
  $effect(() => {
    void answer;
    if (shifted && document.activeElement === document.body)
      document.getElementById(`change ${shifted}`)?.focus();
  });
  /** With ← and → a muscle goes on to the next use that it may become, and is pinned there. */
  function shift(event: KeyboardEvent, muscle: NamedMuscle): void {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const uses = usesFor(muscle);
    if (by === 0 || uses.length === 0) return;
    event.preventDefault();
    const now = (under(planning.pins, muscle.id) ?? partsOf.get(muscle.id)?.map((p) => p.use) ?? [])[0];
    const next = uses[(uses.indexOf(now ?? 'whole') + by + uses.length) % uses.length];
    if (!next) return;
    shifted = muscle.id;
    planning.pin(muscle.id, [next]);
  }
  /** Where slicing stops on the way along a muscle, and what becomes of the rest. */
  const stops = (muscle: NamedMuscle, parts: readonly { use: PlanUse }[]): string => {
    if (!parts.some((p) => p.use === 'steak')) return '';
    const { until, rest } = notesOf(muscle.cut);
    return `sliced until ${until}, then ${rest}`;
  };
  function pin(muscle: NamedMuscle, uses: readonly PlanUse[]): void {
    planning.pin(muscle.id, uses);
    open = '';
  }
</script>

{#each inOrder as { animal, own } (animal.id)}
  <h2><span class="mono">{animal.code}</span> {animal.name}</h2>
  <ul class:short={!whole}>
    {#each own as muscle (muscle.id)}
      {@const parts = partsOf.get(muscle.id) ?? []}
      {@const pinned = under(planning.pins, muscle.id)}
      <li class:pinned={pinned !== undefined}>
        {#if parts[0]}<Letter of={TUBS[tubFor(muscle.cut, parts[0])].letter} />{/if}
        <span class="name"
          ><strong>{muscle.name}</strong>
          <small class="soft"
            ><span class:modelled={!muscle.item} class="mono">{format.mass(Math.round(muscle.grams))}</span
            >{muscle.item ? ', in its tub' : ''}</small
          ></span
        >
        <span class="becomes"
          >{parts.map((part) => partWords(part, format)).join(' + ')}{#if stops(muscle, parts)}<small
              class="soft">{stops(muscle, parts)}</small
            >{/if}</span
        >
        <span class="acts">
          <button
            class="quiet"
            type="button"
            id="change {muscle.id}"
            aria-expanded={pinned ? undefined : open === muscle.id}
            aria-label={pinned ? `Take the pin out of ${muscle.name}` : `Change ${muscle.name}`}
            title="← and → go through what it may become"
            onkeydown={(e) => shift(e, muscle)}
            onclick={() => (pinned ? pin(muscle, []) : (open = open === muscle.id ? '' : muscle.id))}
            >{pinned ? 'unpin' : 'change'}</button
          >
          {#if isSliced(muscle.cut)}<a
              class="quiet"
              href="/slice?of={encodeURIComponent(muscle.id)}"
              aria-label="Slice {muscle.name}">slice</a
            >{/if}
        </span>
        {#if answer.refused.includes(muscle.id)}<p class="refused">
            {PLAN_USE_NAMES[pinned?.[0] ?? 'whole']} cannot be made of it: it is too small, or its tub is decided.
          </p>{/if}
        {#if open === muscle.id}
          <p class="uses">
            <button
              class="press"
              type="button"
              onclick={() =>
                pin(
                  muscle,
                  parts.map((p) => p.use)
                )}>leave it so</button
            >
            {#each usesFor(muscle) as use (use)}<button
                class="press"
                type="button"
                onclick={() => pin(muscle, [use])}>{PLAN_USE_NAMES[use]}</button
              >{/each}
          </p>
        {/if}
      </li>
    {/each}
  </ul>
  {#if !whole && own.length > 12}<button class="quiet more" type="button" onclick={() => (whole = true)}
      >all {own.length} muscles</button
    >{/if}
{/each}

<style>
  h2 {
    margin-top: 14px;
  }
  ul {
    border-top: 1px solid var(--line);
  }
  li {
    display: grid;
    grid-template-columns: auto minmax(0, 1.2fr) minmax(0, 1.5fr) auto;
    align-items: center;
    gap: 4px 12px;
    min-height: 48px;
    padding: 4px 0 4px 6px;
    border-bottom: 1px solid var(--line);
    border-left: 4px solid transparent;
  }
  li.pinned {
    border-left-color: var(--brass);
    background: var(--card);
  }
  li small {
    display: block;
    font-size: 0.85rem;
  }
  .acts {
    display: flex;
    flex-direction: column;
    align-items: flex-end;
  }
  .acts .quiet {
    display: inline-flex;
    align-items: center;
    min-height: 32px;
  }
  .uses,
  .refused {
    grid-column: 1 / -1;
  }
  .uses {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    padding: 4px 0 8px;
  }
  .refused {
    color: var(--rust);
    font-weight: 600;
  }
  .more {
    display: none;
    min-height: 44px;
  }
  @media (max-width: 47.5em) {
    .short li:nth-child(n + 11) {
      display: none;
    }
    .more {
      display: inline-flex;
      align-items: center;
    }
    li {
      grid-template-columns: auto minmax(0, 1fr) auto;
    }
    .becomes {
      grid-column: 2 / -1;
      grid-row: 2;
    }
  }
</style>
