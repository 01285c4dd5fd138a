<script lang="ts">
  import { itemName } from '$core/account';
  import { under } from '$core/units';
  import type { Item } from '$core/book';
  import { Field } from '$lib/ui/fields';
  import { KIND_WORDS, accountWords, entryMarks, entryTitle, shownLines } from '$lib/words/entries';
  import { formatter } from '$lib/words/formatter';

  import Audit from './Audit.svelte';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  /** An audit goes through all there is: a keeper's, where people sign in. */
  const keeps = $derived(data.role === undefined || data.role === 'keeper');
  // svelte-ignore state_referenced_locally
  let animal = $state(data.query.animal);
  // svelte-ignore state_referenced_locally
  let kind = $state<string>(data.query.kind);

  const kindItems = $derived([
    { value: '', name: 'every kind' },
    ...data.kinds.map((value) => ({ value, name: KIND_WORDS[value].kind }))
  ]);
  const name = (id: string) => itemName(under(data.items, id) as Item | undefined, data.larder.vocabulary);

  const signed = (grams: number) =>
    `${grams > 0 ? '+' : grams < 0 ? '−' : ''}${Math.abs(grams).toLocaleString('en').replace(/,/g, '\u2009')}`;
  const older = $derived(
    `/book?${new URLSearchParams({ ...(data.query.animal ? { animal: data.query.animal } : {}), ...(data.query.pool ? { pool: data.query.pool } : {}), ...(data.query.kind ? { kind: data.query.kind } : {}), before: String(data.more ?? '') })}`
  );
</script>

<svelte:head><title>Book · {data.larder.larderName}</title></svelte:head>

<header>
  <div>
    <h1>Book</h1>
    <p class="soft">
      Every entry and what it moved, in grams. Each adds up to nothing: what leaves one place comes to
      another.
    </p>
  </div>
  <form method="GET" class="filter" role="search">
    <Field name="animal" label="Animal, by code" unseen placeholder="animal’s code" bind:value={animal} />
    <Field name="kind" label="Kind of entry" unseen items={kindItems} bind:value={kind} />
    <button class="press" type="submit">Show</button>
  </form>
  <div class="files">
    {#if keeps}<a class="press" href="/book?audit=1" data-sveltekit-preload-data="off">Audit</a>{/if}
    <a class="press press-quiet" href="/api/v1/export/book.jsonl" download>JSONL</a>
    <a class="press press-quiet" href="/api/v1/export/postings.csv" download>CSV</a>
  </div>
</header>

{#if data.audit && keeps}<Audit {format} codes={data.codes} />{/if}
{#if data.unknown}<p class="none">No animal “{data.query.animal}” hangs here. Codes look like 26-003.</p>{/if}

<table>
  <thead
    ><tr
      ><th class="num">No.</th><th>When, who</th><th>Animal</th><th>What</th><th>Postings</th><th class="num"
        >grams</th
      ></tr
    ></thead
  >
  <tbody>
    {#each data.entries as entry (entry.seq)}
      <tr class:gone={data.voided.includes(entry.id)}>
        <td class="num mono soft">{entry.seq}</td>
        <td>{format.moment(entry.at)}<small class="soft">{entry.hand}, {entry.device}</small></td>
        <td
          >{#if entry.intent.animal}<a class="mono" href="/animals/{data.codes[entry.intent.animal]}"
              >{data.codes[entry.intent.animal] || 'gone'}</a
            >{:else}<a href="/book?pool={entry.intent.pool}"
              >{under(data.codes, entry.intent.pool ?? '') || 'gone'}</a
            >{/if}</td
        >
        <td
          >{entryTitle(entry, name, format, data.words)}{#if data.voided.includes(entry.id)}<small
              class="soft">taken back later</small
            >{/if}{#each entryMarks(entry, format) as mark (mark)}<small class="mark">{mark}</small
            >{/each}</td
        >
        <td class="lines"
          >{#each shownLines(entry.postings) as p, i (i)}<span
              ><i
                class="swatch tub tub-{p.class === '-' ? 'none' : p.class}"
                title={p.class === '-' ? 'still on' : `class ${p.class}`}
              ></i>{accountWords(p.item, name)}{#if p.origins.length > 0}<em class="soft">
                  of {p.origins.map((id) => under(data.codes, id) || id).join(', ')}</em
                >{/if}</span
            >{:else}<span class="soft">no mass moved</span>{/each}</td
        >
        <td class="num mono lines"
          >{#each shownLines(entry.postings) as p, i (i)}<span class:minus={p.grams < 0}
              >{signed(p.grams)}</span
            >{/each}</td
        >
      </tr>
    {:else}
      <tr><td colspan="6" class="none soft">No such entry.</td></tr>
    {/each}
  </tbody>
</table>
{#if data.more}<p class="older"><a class="press" href={older}>Older entries</a></p>{/if}

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    justify-content: space-between;
    gap: 10px 24px;
    margin-bottom: 12px;
  }
  header > div:first-child {
    flex: 1 1 320px;
  }
  h1 {
    font-size: 1.55rem;
  }
  .filter {
    display: grid;
    grid-template-columns: 150px 170px auto;
    gap: 8px;
  }
  .files {
    display: flex;
    gap: 8px;
  }
  .lines em {
    margin-left: 0.4em;
    font-style: normal;
    font-size: 0.85em;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    color: var(--soft);
    font-size: 0.853rem;
    font-weight: 600;
    padding: 4px 14px 4px 0;
  }
  td {
    border-top: 1px solid var(--line);
    padding: 8px 14px 8px 0;
    vertical-align: top;
  }
  td small {
    display: block;
    line-height: 1.25;
  }
  .mark {
    color: var(--brass);
    font-weight: 600;
  }
  td a {
    font-weight: 600;
  }
  .num {
    text-align: right;
    white-space: nowrap;
  }
  td.num:last-child,
  th.num:last-child {
    padding-right: 0;
  }
  .lines span {
    display: block;
    line-height: 1.5;
    min-height: 1.5rem;
  }
  .swatch {
    display: inline-block;
    width: 15px;
    height: 15px;
    margin-right: 9px;
    vertical-align: -2px;
  }
  .tub-none {
    background: var(--card);
  }
  .minus {
    color: var(--soft);
  }
  .gone td {
    color: var(--soft);
  }
  .gone td:nth-child(4) {
    text-decoration: line-through;
  }
  .gone small {
    text-decoration: none;
  }
  .none {
    padding: 18px 0;
  }
  .older {
    margin-top: 14px;
  }
  @media (max-width: 53.75em) {
    .filter {
      grid-template-columns: 1fr 1fr auto;
      width: 100%;
    }
    thead {
      display: none;
    }
    table,
    tbody {
      display: block;
    }
    tr {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 2px 12px;
      padding: 10px 0;
      border-top: 1px solid var(--line);
    }
    td {
      border: 0;
      padding: 0;
    }
    td.num:first-child {
      display: none;
    }
    td:nth-child(3) {
      text-align: right;
    }
    td:nth-child(4) {
      grid-column: 1 / -1;
      font-weight: 600;
    }
  }
</style>
