<script lang="ts">
  import { onMount } from 'svelte';
  import { HOT } from '$core/reference';
  import { refresh } from '$lib/device/refresh';
  import { Grinding } from '$lib/grind/grinding.svelte';
  import { Station } from '$lib/station/station.svelte';
  import StationPage from '$lib/ui/station/StationPage.svelte';
  import { formatter } from '$lib/words/formatter';
  import { Blender } from '$lib/workers/blender.svelte';
  import Answer from './Answer.svelte';
  import AtScale from './AtScale.svelte';
  import OwnRecipe from './OwnRecipe.svelte';
  import Room from './Room.svelte';
  import Shelf from './Shelf.svelte';
  import Waiting from './Waiting.svelte';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const station = new Station(() => data);
  const grinding = new Grinding(() => ({ ...data, units: data.larder.units }));
  const blender = new Blender();
  let scale = $state<AtScale>();
  /** The batch that was booked last. */
  let made = $state.raw<{ id: string; name: string; grams: number } | undefined>();
  /** What the book has of it, as Wrap will list it; what was planned until that is here. */
  const madeGrams = $derived(data.through.find(({ id }) => id === made?.id)?.grams ?? made?.grams ?? 0);

  onMount(() => {
    grinding.recall();
    const leave = station.join(
      () => scale?.press(),
      () => void refresh('larder:stock')
    );
    return () => {
      leave();
      blender.stop();
    };
  });
  $effect(() => {
    if (grinding.ask) blender.ask($state.snapshot(grinding.ask) as typeof grinding.ask);
  });
  $effect(() => {
    grinding.parts = grinding.ask && blender.answer ? blender.answer.parts : [];
  });
  $effect(() => {
    // Read before the page is awake, so that what was begun is not written over.
    const text = JSON.stringify(grinding.choice);
    if (station.awake && text) grinding.keep();
  });

  const known = $derived([
    ...new Set(['salt', 'cure salt', ...data.recipes.flatMap((r) => r.seasonings.map((s) => s.name))])
  ]);
  function booked(id: string) {
    made = { id, name: grinding.recipe?.name ?? '', grams: grinding.mix?.total ?? 0 };
    grinding.reset();
    void refresh('larder:stock');
  }
</script>

<StationPage {station} title="Grind" larder={data.larder.larderName}>
  {#snippet head()}
    <a class="press" href="/cook">Dry and cook</a>
    <p class="soft">
      Fat and meat cubed and near freezing; eyes covered, pusher and never fingers. Cooked to {format.degrees(
        HOT.through.celsius,
        0
      )} in the middle, birds and small game {format.degrees(HOT.most.celsius, 0)}: never pink.
    </p>
  {/snippet}
  {#snippet above()}
    {#if made}<p class="made" role="status">
        <strong>{made.name}, {format.mass(madeGrams)}, is in the book.</strong>
        <a class="press press-main" href="/wrap">Wrap it</a>
        <button class="press" type="button" onclick={() => (made = undefined)}>Grind on</button>
      </p>{/if}
  {/snippet}
  {#snippet left()}<Waiting {grinding} {format} />{/snippet}
  {#snippet centre()}<Answer {grinding} {blender} {format} />{/snippet}
  {#snippet right()}<AtScale
      bind:this={scale}
      {grinding}
      {station}
      {format}
      {booked}
      paused={made !== undefined}
      standIn={data.standIn}
    />{/snippet}
  {#snippet below()}
    <Shelf
      shelf={data.shelf}
      {station}
      {format}
      {known}
      currency={data.larder.currency}
      bought={() => void refresh('larder:stock')}
    />
    {#if grinding.recipe}<OwnRecipe recipe={grinding.recipe} />{/if}
    <Room
      machines={data.machines}
      sells={data.sells}
      cureRule={data.cureRule}
      households={data.households}
      alone={data.alone}
      {format}
    />
    <section class="not">
      <h2>Not offered here</h2>
      {#each data.notOffered as one (one.what)}<p><strong>{one.what}.</strong> {one.why}</p>{/each}
    </section>
  {/snippet}
</StationPage>

<style>
  .made {
    display: flex;
    align-items: center;
    gap: 14px;
    margin-top: 12px;
    padding: 10px 14px;
    background: var(--card);
    border-left: 5px solid var(--spruce);
  }
  .made strong {
    flex: 1;
  }
  .not {
    margin-top: 18px;
    padding-top: 14px;
    border-top: 1px solid var(--line);
    font-size: 0.93rem;
    color: var(--soft);
  }
  .not h2 {
    font-size: 1rem;
  }
  .not p {
    max-width: 90ch;
    margin-top: 4px;
  }
</style>
