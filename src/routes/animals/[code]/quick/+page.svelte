<script lang="ts">
  import { enhance } from '$app/forms';
  import { arrived } from '$lib/device/refresh';
  import { TUBS, animalName } from '$core/reference';
  import { trimmedId, type SheetRow } from '$core/bench';
  import { AWAY } from '$lib/words/away';
  import DoubtPress from '$lib/ui/DoubtPress.svelte';
  import { formatter } from '$lib/words/formatter';
  import { Field, Tick } from '$lib/ui/fields';

  let { data, form } = $props();
  const format = $derived(formatter(data.larder));
  const typed = (id: string) => form?.typed[id] ?? '';
  const fault = (id: string) => form?.faults[id];
  /** Nobody answered. */
  let away = $state(false);
</script>

<svelte:head><title>Type in {data.card.code} · {data.larder.larderName}</title></svelte:head>

{#snippet blank(id: string, name: string)}
  <Field
    {id}
    name="g {id}"
    label={false}
    aria-label={id === name ? undefined : name}
    unit={format.unit}
    inputmode="decimal"
    maxlength={20}
    value={typed(id)}
    fault={fault(id)}
  />
{/snippet}

{#snippet heads(of: string)}
  <p class="row heads small soft">
    <span class="what">{of}</span><span></span><span>came off</span><span>trimmed</span>
  </p>
{/snippet}

{#snippet row(r: SheetRow)}
  <div class="row" class:strong={r.kind !== 'piece'}>
    <label for={r.id}
      >{r.title}{#if r.tub}<span class="letter tub tub-{TUBS[r.tub].letter}"><b>{TUBS[r.tub].letter}</b></span
        >{/if}</label
    >
    <span class="soft mono small">{r.expected ? format.range(r.expected) : ''}</span>
    {@render blank(r.id, r.id)}
    {#if r.kind === 'piece'}{@render blank(trimmedId(r.id), `${r.title}, trimmed`)}{/if}
  </div>
{/snippet}

<p class="small"><a href="/animals/{data.card.code}">{data.card.code}</a></p>
<h1>Type in the bench sheet</h1>
<p class="soft lead">
  {animalName(data.card.facts)}, {format.mass(data.card.stillOn)} still on by the book. What is left empty stays
  where it is; all that is filled in is booked at once, or none of it.
  <a class="link" href="/animals/{data.card.code}/sheet.pdf" target="_blank" rel="noopener"
    >The sheet to print</a
  >
</p>

<form
  method="POST"
  use:enhance={() =>
    async ({ result, update }) => {
      away = result.type === 'error';
      if (away) return;
      await arrived();
      await update({ reset: false });
    }}
  novalidate
>
  {#if away}<p class="note" role="alert">{AWAY}</p>
  {:else if form?.words}<p class="note" role="alert">{form.words}</p>{/if}
  {#if form?.asked}<DoubtPress asked={[form.asked]} assured={form.assured} />{/if}
  <div class="cols">
    {#if data.sheet.body}
      <section>
        <h2>Off the hook</h2>
        {@render heads('8 of 10 animals')}
        {#each data.sheet.body.rows as r (r.id)}{@render row(r)}{/each}
      </section>
    {/if}
    {#each data.sheet.parts as part (part.id)}
      <section>
        <h2>
          {part.title}{#if !part.item}<span class="soft">, once it is off</span>{/if}
        </h2>
        {#if fault(part.id)}<p class="fault">{fault(part.id)}</p>{/if}
        {@render heads('8 of 10 animals')}
        {#each part.rows as r (r.id)}{@render row(r)}{/each}
        {#if part.glands}<Tick name="glands {part.id}" checked={form?.glands.includes(part.id) ?? false}
            >glands and vessels are out</Tick
          >{/if}
      </section>
    {/each}
  </div>
  {#if !data.sheet.body && data.sheet.parts.length === 0}<p>Everything is off and closed.</p>
  {:else}<button class="press press-main" type="submit">Book what is filled in</button>{/if}
</form>

<style>
  h1 {
    font-size: 1.55rem;
  }
  .lead {
    max-width: 66ch;
    margin: 4px 0 14px;
  }
  .link {
    color: var(--spruce-text);
    font-weight: 600;
  }
  .note {
    border-left: 5px solid var(--rust);
    padding: 0.5rem 0.9rem;
    background: var(--card);
    font-weight: 600;
    margin-bottom: 12px;
  }
  .cols {
    columns: 2 440px;
    column-gap: 40px;
  }
  section {
    margin-bottom: 22px;
  }
  h2 {
    font-size: 1.06rem;
    color: var(--soft);
    margin-bottom: 4px;
    break-after: avoid;
  }
  .row {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto 104px 104px;
    gap: 4px 10px;
    align-items: center;
    padding: 3px 0;
    border-top: 1px solid var(--line);
    break-inside: avoid;
  }
  .heads {
    break-after: avoid;
    border-top: 0;
  }
  @media (max-width: 34em) {
    .row {
      grid-template-columns: minmax(0, 1fr) 96px 96px;
    }
    .row > :nth-child(2) {
      display: none;
    }
  }
  .strong label {
    font-weight: 650;
  }
  label {
    display: flex;
    align-items: center;
    gap: 8px;
    line-height: 1.25;
  }
  .letter {
    display: inline-grid;
    place-items: center;
    width: 24px;
    height: 24px;
    border-radius: 3px;
    flex: none;
    font-size: 0.8rem;
  }
  .letter b {
    background: var(--pig);
    padding: 0 2px;
  }
  /* What is wrong has the whole row. */
  .row :global(.one) {
    display: contents;
  }
  .row :global(.fault) {
    grid-column: 1 / -1;
  }
  .press {
    margin: 4px 0 30px;
    min-height: 56px;
  }
</style>
