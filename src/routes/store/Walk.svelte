<script lang="ts">
  import { onMount } from 'svelte';
  import { readCode, shortCode, spaced } from '$core/wrap';
  import { deviceName, freshId } from '$lib/device/ids';
  import { outbox } from '$lib/device/outbox.svelte';
  import { Field } from '$lib/ui/fields';
  import Scanner from '$lib/ui/station/Scanner.svelte';
  import type { Formatter } from '$lib/words/formatter';
  import type { PageData } from './$types';

  /** A walk through one place with the scanner: what the book says lies there, ticked off as it is found. */
  let { data, format, placeName }: { data: PageData; format: Formatter; placeName: string } = $props();
  let typed = $state('');
  let said = $state('');
  let scanning = $state(false);
  let found = $state<string[]>([]);
  let moved = $state<{ id: string; name: string }[]>([]);
  let expected = $state.raw<{ id: string; name: string; grams: number }[]>([]);
  let loaded = $state(false);

  onMount(() => {
    void refresh();
    document.getElementById('walk')?.focus();
  });
  async function refresh(): Promise<void> {
    const asked = data.place === undefined ? '' : `?in=${encodeURIComponent(data.place)}`;
    const answer = await fetch(`/api/v1/packs${asked}`).catch(() => undefined);
    if (!answer?.ok) {
      said = 'The larder does not answer: the list comes when it is back.';
      return;
    }
    expected = ((await answer.json()) as { packs: typeof expected }).packs;
    loaded = true;
  }
  async function hear(text: string): Promise<void> {
    typed = '';
    const read = readCode(text);
    if (!read.ok) {
      said =
        read.fault === 'check'
          ? 'One sign of that code is wrong. Scan it again.'
          : `“${text}” is no code of a label.`;
      return;
    }
    const here = expected.find((p) => shortCode(p.id) === read.code);
    if (here) {
      said = found.includes(here.id) ? `${here.name}: ticked off already.` : `${here.name}: here.`;
      if (!found.includes(here.id)) found = [...found, here.id];
      return;
    }
    const answer = await fetch(`/api/v1/packs/${read.code}`).catch(() => undefined);
    if (!answer?.ok) {
      said =
        answer?.status === 404
          ? `${spaced(read.code)} is not of this larder, or is used up by the book.`
          : 'The larder does not answer. Scan it again.';
      return;
    }
    const pack = (await answer.json()) as {
      id: string;
      name: string;
      of: { animal: string } | { pool: string };
    };
    if (data.place === undefined) {
      said = `${pack.name}: here. Choose one freezer or shelf to set its place right.`;
      found = [...found, pack.id];
      return;
    }
    const [kind, key = ''] = data.place.split(/:(.*)/s);
    await outbox.put([
      {
        id: freshId(),
        at: Date.now(),
        hand: data.hand,
        device: deviceName(),
        intent: {
          kind: 'place',
          ...pack.of,
          item: pack.id,
          place: kind === 'at' ? { at: key } : { shelf: key || 'freezer' }
        }
      }
    ]);
    moved = [...moved, pack];
    said = `${pack.name}: the book had it elsewhere; it lies in ${placeName} now.`;
  }
  const missing = $derived(expected.filter((p) => !found.includes(p.id)));
</script>

<section class="walk" aria-label="Walk through {placeName}">
  <h2>Walk through: {placeName}</h2>
  <form
    onsubmit={(e) => {
      e.preventDefault();
      if (typed.trim()) void hear(typed);
    }}
  >
    <Field
      id="walk"
      label="Scan or type a code"
      unseen
      mono
      bind:value={typed}
      placeholder="scan here, or type a code"
    />
    <button class="press press-main" type="submit">Here</button>
    <button class="press" type="button" onclick={() => (scanning = true)}>Camera</button>
  </form>
  {#if scanning}<Scanner found={(text) => void hear(text)} close={() => (scanning = false)} />{/if}
  <p role="status" class="said">{said}</p>
  {#if loaded}
    <p>
      <strong>{found.length}</strong> found, <strong>{missing.length}</strong> still to find{#if moved.length > 0},
        <strong>{moved.length}</strong> that lay elsewhere{/if}.
    </p>
    <ul>
      {#each missing.slice(0, 40) as p (p.id)}<li>
          <a href="/p/{shortCode(p.id)}">{p.name}</a> <span class="mono soft">{spaced(shortCode(p.id))}</span>
          <span class="mono">{format.mass(p.grams)}</span>
        </li>{/each}
    </ul>
    {#if missing.length > 40}<p class="soft">and {missing.length - 40} more</p>{/if}
    {#if found.length > 0 && missing.length > 0}<p class="soft small">
        What is missing at the end was eaten or given without a word: open it and say so.
      </p>{/if}
  {/if}
</section>

<style>
  .walk {
    margin-top: 14px;
    padding: 14px 18px;
    background: var(--card);
    border: 1.5px solid var(--ink);
    border-radius: 5px;
  }
  h2 {
    font-size: 1.15rem;
  }
  form {
    display: flex;
    gap: 8px;
    margin-top: 8px;
  }
  form :global(.one) {
    flex: 1;
  }
  form :global(.field) {
    min-height: 56px;
    font-size: 1.2rem;
  }
  form .press {
    min-height: 56px;
  }
  .said {
    min-height: 1.6em;
    margin: 8px 0;
    font-weight: 600;
    color: var(--spruce-text);
  }
  ul {
    columns: 2;
    gap: 30px;
  }
  li {
    display: flex;
    gap: 10px;
    justify-content: space-between;
    padding: 3px 0;
    break-inside: avoid;
  }
  @media (max-width: 47.5em) {
    ul {
      columns: 1;
    }
  }
</style>
