<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import type { LabelLanguage } from '$core/reference';
  import { spaced, shortCode } from '$core/wrap';
  import { sendJson } from '$lib/device/send';
  import { Field } from '$lib/ui/fields';
  import type { Wrapping } from '$lib/wrap/wrapping.svelte';
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    wrapping: Wrapping;
    format: Formatter;
    print: (ids: readonly string[]) => Promise<void>;
    /** The printer’s stand-in is switched off. */
    off: boolean;
    standIn: boolean;
    language: LabelLanguage;
  }
  let { wrapping, format, print, off, standIn, language }: Props = $props();
  // svelte-ignore state_referenced_locally
  let gone = $state(off);
  let grid = $state('24');
  let from = $state('0');
  const sheet = $derived(
    `/api/v1/labels/sheet.pdf?grid=${grid}&from=${grid === 'single' ? 0 : Math.min(23, Math.max(0, Number(from) || 0))}&packs=${wrapping.made
      .filter((m) => m.state !== 'sent')
      .map((m) => m.id)
      .reverse()
      .join(',')}`
  );
  const LANGUAGES: Record<LabelLanguage, string> = { en: 'English', de: 'Deutsch', fr: 'français' };
  async function speak(next: string): Promise<void> {
    const sent = await sendJson('/api/v1/labels/language', 'PUT', { language: next });
    if (sent.ok) await refresh('larder:stock');
  }
  const WORDS = {
    sent: 'on its way',
    booked: 'in the book',
    printed: 'label printed',
    unprinted: 'no label'
  } as const;
</script>

{#if wrapping.made.length > 0}
  <div class="head">
    <h2>{wrapping.made.length} wrapped here</h2>
    <button class="quiet" type="button" onclick={() => wrapping.forget()}>Clear the list</button>
  </div>
  {#if wrapping.unprinted.length > 0}
    <button class="press wide" type="button" onclick={() => void print(wrapping.unprinted.map((m) => m.id))}
      >Print the {wrapping.unprinted.length === 1 ? 'one' : wrapping.unprinted.length} without a label</button
    >
  {/if}
  <ul>
    {#each wrapping.made.slice(0, 30) as one (one.id)}
      <li>
        <a href="/p/{shortCode(one.id)}">{one.what}</a>
        <span class="mono soft">{spaced(shortCode(one.id))}</span>
        <strong class="mono">{format.mass(one.grams, 3)}</strong>
        <small class:rust={one.state === 'unprinted'}>{WORDS[one.state]}</small>
      </li>
    {/each}
  </ul>
  <div class="sheet">
    <Field
      label="Sheet"
      bind:value={grid}
      items={[
        { value: '24', name: '24 on A4, 70 × 37 mm' },
        { value: '14', name: '14 on A4, 99 × 38 mm' },
        { value: '8', name: '8 on A4, 99 × 68 mm' },
        { value: 'single', name: 'each alone, 80 × 50 mm' }
      ]}
    />
    {#if grid !== 'single'}<Field label="used up" bind:value={from} inputmode="numeric" />{/if}
    <a class="press" href={sheet} target="_blank" rel="noopener">PDF</a>
  </div>
{/if}
<Field
  label="Labels speak"
  value={language}
  items={Object.entries(LANGUAGES).map(([value, name]) => ({ value, name }))}
  onchange={(e: Event) => void speak((e.currentTarget as HTMLSelectElement).value)}
/>
{#if standIn}<p class="small soft printer">
    Labels go to a simulated printer: pictures in the larder’s <span class="mono">labels</span> folder.
    <button
      class="quiet"
      type="button"
      onclick={async () => {
        const sent = await sendJson<{ off: boolean }>('/api/v1/labels/print', 'PUT', { off: !gone });
        if (sent.ok) gone = sent.body.off;
      }}>{gone ? 'It is off: switch it on' : 'Switch it off'}</button
    >
  </p>{/if}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    margin-top: 14px;
  }
  h2 {
    font-size: 1.05rem;
    color: var(--soft);
  }
  ul {
    max-height: 300px;
    overflow: auto;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0 10px;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
    line-height: 1.25;
  }
  li strong {
    grid-area: 1 / 2;
  }
  li .mono.soft {
    font-size: 0.85rem;
  }
  li small {
    text-align: right;
    color: var(--soft);
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  .wide {
    width: 100%;
    min-height: 56px;
    margin: 8px 0;
  }
  .sheet {
    display: flex;
    gap: 10px;
    align-items: end;
    margin-top: 10px;
  }
  .sheet :global(.one) {
    flex: 1;
  }
  .sheet :global(.one:nth-of-type(2)) {
    flex: 0 0 84px;
  }
  .printer {
    margin-top: 12px;
  }
</style>
