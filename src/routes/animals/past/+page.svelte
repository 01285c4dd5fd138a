<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import {
    DAY_ORDERS,
    PAST_FIELDS,
    PAST_UNITS,
    guessReading,
    readPast,
    type PastField,
    type PastReading
  } from '$core/past';
  import { SPECIES, SPECIES_KEYS, type SpeciesKey } from '$core/reference';
  import { sendFile, sendJson } from '$lib/device/send';
  import { Field, FileField, Tick } from '$lib/ui/fields';
  import { formatter } from '$lib/words/formatter';
  import {
    DAY_ORDER_NAMES,
    PAST_FIELD_NAMES,
    PAST_UNIT_NAMES,
    pastDoubtText,
    pastFaultText
  } from '$lib/words/past';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  type Sheet = { name: string; rows: string[][] };
  /** Rows that are shown, of the list and of what is wrong with it. */
  const SHOWN = 6;
  const NAMED = 12;

  let sheets = $state.raw<Sheet[]>([]);
  let chosen = $state('0');
  let reading = $state<PastReading & { columns: (PastField | null)[] }>();
  let species = $state<Record<string, SpeciesKey | ''>>({});
  let sure = $state(false);
  let here = $state(false);
  let busy = $state(false);
  let fault = $state('');
  let said = $state('');
  let picker = $state<{ empty: () => void }>();

  const rows = $derived(sheets[Number(chosen)]?.rows ?? []);
  const width = $derived(Math.max(0, ...rows.map((row) => row.length)));
  const body = $derived(reading?.heading ? rows.slice(1) : rows);
  const told = $derived(
    Object.fromEntries(Object.entries(species).filter((pair): pair is [string, SpeciesKey] => pair[1] !== ''))
  );
  const read = $derived(
    reading?.unit && reading.days ? readPast(rows, reading, { now: data.now, species: told }) : undefined
  );
  /** Words that no species goes by here, also those that have been told since. */
  const words = $derived(
    [...new Set([...Object.keys(species), ...(read?.unknown ?? [])])].filter((word) =>
      body.some((row) => row[reading?.columns.indexOf('species') ?? -1]?.trim().toLowerCase() === word)
    )
  );
  const other = $derived(read?.faults.filter(({ fault: why }) => why.code !== 'species') ?? []);
  const hanging = $derived(read?.animals.reduce((sum, { weights }) => sum + (weights.hanging ?? 0), 0) ?? 0);
  const boneless = $derived(read?.animals.reduce((sum, animal) => sum + (animal.boneless ?? 0), 0) ?? 0);
  const years = $derived(
    [...new Set(read?.animals.map(({ facts }) => new Date(facts.killedAt).getUTCFullYear()) ?? [])].sort()
  );
  const ready = $derived(
    read !== undefined &&
      read.faults.length === 0 &&
      read.animals.length > 0 &&
      (sure || read.doubts.length === 0)
  );

  async function look(files: File[]) {
    const [file] = files;
    [said, fault, sheets, sure] = ['', '', [], false];
    // What was said of a list is said of the same one, set right, too.
    const before = reading && $state.snapshot(reading);
    reading = undefined;
    if (!file) return;
    busy = true;
    const sent = await sendFile<{ sheets: Sheet[] }>('/api/v1/past/read', file);
    busy = false;
    if (!sent.ok) return void (fault = sent.text);
    sheets = sent.body.sheets;
    turnTo('0', before);
  }
  function turnTo(sheet: string, before?: PastReading) {
    chosen = sheet;
    const guess = guessReading(sheets[Number(sheet)]?.rows ?? []);
    const { unit, days } = guess;
    reading = {
      ...guess,
      columns: [...guess.columns],
      unit: unit ?? before?.unit ?? null,
      days: days ?? before?.days ?? null
    };
    sure = false;
  }
  function say(column: number, field: string) {
    if (!reading) return;
    const next = field === '' ? null : (field as PastField);
    // One column says it; what said it before is left out.
    reading.columns = Array.from({ length: width }, (_, i) =>
      i === column ? next : reading?.columns[i] === next ? null : (reading?.columns[i] ?? null)
    );
  }
  async function book() {
    busy = true;
    const sent = await sendJson<{ animals: number }>('/api/v1/past', 'POST', {
      rows: $state.snapshot(rows),
      reading: $state.snapshot(reading),
      species: told,
      sure,
      here
    });
    busy = false;
    fault = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    picker?.empty();
    [sheets, reading] = [[], undefined];
    said = `${sent.body.animals} ${sent.body.animals === 1 ? 'animal stands' : 'animals stand'} in the book.`;
    await refresh('larder:past');
  }
  /** A list is taken back by a second press. */
  let asked = $state('');
  async function takeBack(id: string) {
    busy = true;
    const sent = await sendJson<{ animals: number }>(`/api/v1/past/${id}`, 'DELETE');
    busy = false;
    asked = '';
    fault = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    said = `${sent.body.animals} ${sent.body.animals === 1 ? 'animal' : 'animals'} taken back.`;
    await refresh('larder:past');
  }
  const fieldItems = [
    { value: '', name: '– left out –' },
    ...PAST_FIELDS.map((value) => ({ value, name: PAST_FIELD_NAMES[value] }))
  ];
  const speciesItems = [
    { value: '', name: '– which species? –' },
    ...SPECIES_KEYS.map((value) => ({ value, name: SPECIES[value].name }))
  ];
</script>

<svelte:head><title>An old list · {data.larder.larderName}</title></svelte:head>

<p class="small"><a class="link" href="/animals">Animals</a></p>
<h1>Take in an old list</h1>
<p class="soft lead">
  Animals of earlier years, from a spreadsheet: one a row, with its day, species and at least one weight. They
  get codes of their own seasons and count in their figures. All of them come in, or none; and they can be
  taken back whole.
</p>
<div class="file">
  <FileField
    label="The list"
    hint="CSV or .xlsx, up to 1 000 rows"
    accept=".csv,.tsv,.txt,.xlsx,text/csv,application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
    bind:this={picker}
    onchosen={(files) => void look(files)}
  />
</div>
{#if fault}<p class="fault" role="alert">{fault}</p>{/if}
{#if said}<p class="done" role="status">{said}</p>{/if}

{#if reading}
  <h2>What the columns say</h2>
  <div class="choices">
    {#if sheets.length > 1}<Field
        label="Sheet"
        items={sheets.map((sheet, i) => ({ value: String(i), name: sheet.name }))}
        bind:value={() => chosen, (next) => turnTo(next, reading)}
      />{/if}
    <Field
      label="Weights in"
      items={[
        { value: '', name: '– say which –' },
        ...PAST_UNITS.map((value) => ({ value, name: PAST_UNIT_NAMES[value] }))
      ]}
      bind:value={
        () => reading?.unit ?? '',
        (next) => reading && (reading.unit = next === '' ? null : (next as PastReading['unit']))
      }
      fault={reading.unit ? '' : 'the list does not say'}
    />
    <Field
      label="Days are written"
      items={[
        { value: '', name: '– say how –' },
        ...DAY_ORDERS.map((value) => ({ value, name: DAY_ORDER_NAMES[value] }))
      ]}
      bind:value={
        () => reading?.days ?? '',
        (next) => reading && (reading.days = next === '' ? null : (next as PastReading['days']))
      }
      fault={reading.days ? '' : 'they may be read two ways, or none'}
    />
    <Tick bind:checked={reading.heading}>the first row names the columns</Tick>
  </div>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div class="scroll" tabindex="0" role="region" aria-label="The first rows of the list">
    <table>
      <thead>
        <tr>
          {#each { length: width }, i (i)}<th scope="col"
              ><Field
                label={reading.heading ? rows[0]?.[i] || `column ${i + 1}` : `column ${i + 1}`}
                items={fieldItems}
                bind:value={() => reading?.columns[i] ?? '', (next) => say(i, next)}
              /></th
            >{/each}
        </tr>
      </thead>
      <tbody>
        {#each body.slice(0, SHOWN) as row, r (r)}<tr
            >{#each { length: width }, i (i)}<td class:out={!reading.columns[i]}>{row[i] ?? ''}</td
              >{/each}</tr
          >{/each}
      </tbody>
    </table>
  </div>
  {#if body.length > SHOWN}<p class="soft small">and {body.length - SHOWN} more rows</p>{/if}

  {#if words.length > 0}
    <h2>Words for animals that are not known here</h2>
    <div class="choices">
      {#each words as word (word)}
        <Field
          label="“{word}” is"
          items={speciesItems}
          bind:value={
            () => species[word] ?? '', (next) => (species = { ...species, [word]: next as SpeciesKey })
          }
        />
      {/each}
    </div>
  {/if}
  {#if read}
    {#if other.length > 0}
      <h2>To be set right in the list, then choose it again</h2>
      <ul>
        {#each other.slice(0, NAMED) as { row, field, text, fault: why }, i (i)}
          <li>
            <span class="mono">row {row}</span>
            <span
              >{field ? PAST_FIELD_NAMES[field] : ''}{#if text}{' '}<b>“{text}”</b>{/if}: {pastFaultText(
                why
              )}</span
            >
          </li>
        {/each}
      </ul>
      {#if other.length > NAMED}<p class="soft small">and {other.length - NAMED} more</p>{/if}
    {/if}
    {#if read.doubts.length > 0}
      <h2>Are these right?</h2>
      <ul>
        {#each read.doubts.slice(0, NAMED) as { row, doubt }, i (i)}
          <li><span class="mono">row {row}</span> <span>{pastDoubtText(doubt, format)}</span></li>
        {/each}
      </ul>
      {#if read.doubts.length > NAMED}<p class="soft small">and {read.doubts.length - NAMED} more</p>{/if}
      <Tick bind:checked={sure}>they weigh that</Tick>
    {/if}
    {#if read.animals.length > 0}
      <h2>What comes in</h2>
      <p>
        <strong>{read.animals.length} {read.animals.length === 1 ? 'animal' : 'animals'}</strong
        >{years.length > 0
          ? `, ${years.length === 1 ? years[0] : `${years[0]} to ${years.at(-1)}`}`
          : ''}{hanging > 0 ? `; ${format.mass(hanging, 1)} hanging` : ''}{boneless > 0
          ? `, ${format.mass(boneless, 1)} boneless`
          : ''}.
      </p>
      <p class="soft lead">
        An age that is not given is adult. Boneless meat goes into the grind tub, as nobody knows of which
        cuts it is: its worth is that of mince. The rest is bone by the model, and “other”. What they gave
        teaches nothing about the next animal: nobody knows how it was trimmed.
      </p>
      <Tick bind:checked={here}>its meat still lies in the freezer (else it counts as eaten)</Tick>
    {/if}
    <div class="go">
      <button class="press press-main" type="button" disabled={busy || !ready} onclick={() => void book()}
        >{busy
          ? 'Booking'
          : `Book ${read.animals.length === 1 ? 'it' : `all ${read.animals.length}`}`}</button
      >
    </div>
  {/if}
{/if}

{#if data.lists.length > 0}
  <h2>Old lists in the book</h2>
  <ul>
    {#each data.lists as list (list.id)}
      <li>
        <span>{format.moment(list.made)}</span>
        <span>{list.animals} {list.animals === 1 ? 'animal' : 'animals'}, by {list.hand}</span>
        {#if asked === list.id}
          <button class="press" type="button" disabled={busy} onclick={() => void takeBack(list.id)}
            >Yes, take all {list.animals} back</button
          >
        {:else}<button class="press press-quiet" type="button" onclick={() => (asked = list.id)}
            >Take back whole</button
          >{/if}
      </li>
    {/each}
  </ul>
{/if}

<style>
  h1 {
    font-size: 1.55rem;
  }
  h2 {
    margin: 24px 0 8px;
    font-size: 1.05rem;
    color: var(--soft);
  }
  .lead {
    max-width: 76ch;
  }
  .file {
    max-width: 480px;
    margin-top: 16px;
  }
  .choices {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
    gap: 12px 20px;
    align-items: start;
    max-width: 1100px;
  }
  .choices > :global(.check) {
    align-self: center;
  }
  .scroll {
    margin-top: 14px;
    overflow-x: auto;
    border: 1px solid var(--line);
    border-radius: 4px;
  }
  table {
    border-collapse: collapse;
    min-width: 100%;
  }
  th {
    min-width: 150px;
    padding: 8px 10px;
    text-align: left;
    vertical-align: bottom;
    font-weight: 400;
    background: var(--card);
  }
  td {
    padding: 6px 10px;
    border-top: 1px solid var(--line);
    white-space: nowrap;
    font-family: var(--font-mono);
    font-size: 0.92rem;
  }
  .out {
    color: var(--soft);
    opacity: 0.75;
  }
  ul {
    max-width: 900px;
  }
  li {
    display: grid;
    grid-template-columns: 130px minmax(0, 1fr) auto;
    gap: 6px 16px;
    align-items: center;
    min-height: 48px;
    padding: 4px 0;
    border-top: 1px solid var(--line);
  }
  li:last-child {
    border-bottom: 1px solid var(--line);
  }
  .go {
    margin-top: 18px;
  }
  .go .press {
    min-height: 56px;
  }
  .done {
    margin-top: 12px;
    font-weight: 600;
    color: var(--spruce-text);
  }
  .link {
    color: var(--spruce-text);
    font-weight: 600;
  }
</style>
