<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import { scaleLinear } from 'd3-scale';
  import { line } from 'd3-shape';
  import { COLUMN_ROLES, decodeText, type ColumnRole } from '$core/probe';
  import { READING_FAULTS } from '$lib/words/reading-faults';
  import type { Formatter } from '$lib/words/formatter';
  import { said as inWords } from '$lib/words/said';
  import { nearest, send } from '$lib/device/send';
  import { Field, FileField } from '$lib/ui/fields';

  interface Found {
    columns: { name: string; role: ColumnRole; sample: string; picture: (number | null)[] }[];
    rolesAsked: boolean;
    unit: 'C' | 'F';
    unitAsked: boolean;
    order: 'ymd' | 'dmy' | 'mdy' | 'epoch';
    orderAsked: boolean;
    delimiter: string;
    decimalComma: boolean;
    zoned: boolean;
    rows: number;
    good: number;
    left: Record<string, number>;
    leftRows: { line: number; why: string; text: string }[];
    outOfOrder: number;
    clockChange: number;
    gaps: { from: number; to: number }[];
    gapCount: number;
    from: number | null;
    to: number | null;
    shown: { at: number; air?: number; core?: number; rh?: number }[];
    taken?: { added: number; known: number };
  }
  interface Props {
    places: { value: string; name: string }[];
    timeZone: string;
    /** Files that were taken in, newest first. */
    files: { sha256: string; place: string; name: string; at: number; readings: number }[];
    format: Formatter;
  }
  let { places, timeZone, files, format }: Props = $props();
  let text = $state('');
  let bytes: Uint8Array | undefined;
  /** Far from what is reckoned: asked before it is taken in. */
  let far = $state('');
  let name = $state('');
  // svelte-ignore state_referenced_locally
  let place = $state(places[0]?.value ?? '');
  // svelte-ignore state_referenced_locally
  let zone = $state(timeZone);
  let unit = $state<'C' | 'F' | undefined>();
  let order = $state<'dmy' | 'mdy' | undefined>();
  let roles = $state.raw<ColumnRole[] | undefined>();
  let found = $state.raw<Found | undefined>();
  let fault = $state('');
  let said = $state('');
  let busy = $state(false);

  async function ask(look: boolean, sure = false) {
    busy = true;
    said = '';
    far = '';
    const asked = new URLSearchParams({
      place,
      name,
      timeZone: zone,
      look: String(look),
      ...(sure ? { sure: 'true' } : {}),
      ...(unit ? { unit } : {}),
      ...(order ? { order } : {}),
      ...(roles ? { roles: JSON.stringify(roles) } : {})
    });
    // A file goes as it came; a season of minutes takes longer to read than other answers are waited for.
    const sent = await send<Found>(
      `/api/v1/readings/import?${asked}`,
      {
        method: 'POST',
        headers: { 'content-type': bytes ? 'application/octet-stream' : 'text/csv' },
        body: bytes ? new Blob([new Uint8Array(bytes)]) : text
      },
      nearest
    );
    busy = false;
    if (!sent.ok && sent.question) return void (far = sent.text);
    fault = sent.ok ? '' : sent.text;
    if (!sent.ok) {
      // What is no file of a logger has nothing to show.
      if (look) found = undefined;
      return;
    }
    found = sent.body;
    if (!found.taken) return;
    const { added, known } = found.taken;
    said = `${added} readings taken in${known > 0 ? `, ${known} stood already` : ''}.`;
    await refresh('larder:air');
  }
  async function choose([chosen]: File[]) {
    if (!chosen) return;
    name = chosen.name;
    unit = undefined;
    order = undefined;
    roles = undefined;
    bytes = new Uint8Array(await chosen.arrayBuffer());
    text = decodeText(bytes);
    await ask(true);
  }
  const ROLES: Record<ColumnRole, string> = {
    moment: 'date and time',
    date: 'date',
    clock: 'hour',
    elapsed: 'time since the start',
    air: 'air °',
    core: 'core °',
    rh: 'humidity %',
    none: 'not used'
  };
  /** Says what a column is; whoever had that role before has none. */
  function say(column: number, role: ColumnRole) {
    roles = (found?.columns ?? []).map((c, i) => (i === column ? role : c.role === role ? 'none' : c.role));
    void ask(true);
  }
  const LEFT: Record<string, string> = {
    unreadable: 'no time or no figure in the row',
    twice: 'a moment that stood twice',
    ...READING_FAULTS,
    nothing: 'no temperature in the row'
  };
  const leftOut = $derived(Object.entries(found?.left ?? {}));

  const [WIDE, HIGH] = [120, 30];
  const reach = (picture: readonly (number | null)[]): [number, number] => {
    const figures = picture.filter((v) => v !== null);
    return [Math.min(...figures), Math.max(...figures)];
  };
  /** A column's figures as a line from its least to its most; broken where a cell holds none. */
  function drawn(picture: readonly (number | null)[]): string {
    const x = scaleLinear([0, Math.max(1, picture.length - 1)], [0, WIDE]);
    const y = scaleLinear(reach(picture), [HIGH - 3, 3]);
    return (
      line<number | null>(
        (_, i) => x(i),
        (v) => y(v ?? 0)
      ).defined((v) => v !== null)([...picture]) ?? ''
    );
  }
  const ends = (picture: readonly (number | null)[]): string => reach(picture).join(' to ');
</script>

<section>
  <h2>A logger’s file</h2>
  <div class="pair">
    <Field id="place" label="It was read in" items={places} bind:value={place} />
    <Field
      id="zone"
      label="Its clock’s zone"
      bind:value={zone}
      onchange={() => text !== '' && void ask(true)}
    />
  </div>
  <FileField
    id="file"
    label="File"
    hint="CSV: time, temperature, humidity"
    accept=".csv,.txt,.tsv,text/*"
    onchosen={(files) => void choose(files)}
  />
  {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
  {#if found}
    <div class="found">
      <p>
        <strong>{name}</strong>: {found.good} good readings of {found.rows}{#if found.from !== null && found.to !== null},
          {format.moment(found.from)} to {format.moment(found.to)}{/if}.
      </p>
      <p class="small soft">
        {found.delimiter === ';'
          ? 'semicolons'
          : found.delimiter === '\t'
            ? 'tabs'
            : 'commas'}{found.decimalComma ? ', decimal comma' : ''} · °{found.unit}{found.zoned
          ? ' · its own zone'
          : ''}
      </p>
      <fieldset class="columns" class:asked={found.rolesAsked}>
        <legend
          >{found.rolesAsked ? 'No column says that it is a temperature: which is?' : 'Its columns'}</legend
        >
        {#each found.columns as c, i (i)}
          <div class="column">
            <Field
              label={c.name || `column ${i + 1}`}
              items={COLUMN_ROLES.map((value) => ({ value, name: ROLES[value] }))}
              bind:value={() => c.role, (role) => say(i, role)}
            />
            {#if c.picture.length > 1}<figure data-testid="picture">
                <svg
                  viewBox="0 0 {WIDE} {HIGH}"
                  preserveAspectRatio="none"
                  role="img"
                  aria-label="{c.name || `column ${i + 1}`} from first to last"
                  class:used={c.role === 'air' || c.role === 'core' || c.role === 'rh'}
                  ><path d={drawn(c.picture)} /></svg
                >
                <figcaption class="small soft">{ends(c.picture)}</figcaption>
              </figure>{:else}<p class="small soft sample">{c.sample}</p>{/if}
          </div>
        {/each}
      </fieldset>
      <fieldset class:asked={found.unitAsked}>
        <legend>{found.unitAsked ? 'It does not say: are these °C or °F?' : 'Unit'}</legend>
        {#each ['C', 'F'] as const as u (u)}
          <label class="choice"
            ><input
              class="radio"
              type="radio"
              name="unit"
              checked={found.unit === u && !found.unitAsked}
              onchange={() => {
                unit = u;
                void ask(true);
              }}
            />°{u}</label
          >
        {/each}
      </fieldset>
      {#if found.orderAsked || order}
        <fieldset class:asked={found.orderAsked}>
          <legend>Which comes first in its dates?</legend>
          {#each [['dmy', 'the day'], ['mdy', 'the month']] as const as [key, label] (key)}
            <label class="choice"
              ><input
                class="radio"
                type="radio"
                name="order"
                checked={found.order === key && !found.orderAsked}
                onchange={() => {
                  order = key;
                  void ask(true);
                }}
              />{label}</label
            >
          {/each}
        </fieldset>
      {/if}
      <table>
        <thead
          ><tr
            ><th>Time here</th><th>Air {format.degreeUnit}</th><th>Core {format.degreeUnit}</th><th
              >Humidity</th
            ></tr
          ></thead
        >
        <tbody>
          {#each found.shown as r (r.at)}
            <tr
              ><td>{format.moment(r.at)}</td><td
                >{r.air === undefined ? '' : format.figureOfDegrees(r.air)}</td
              ><td>{r.core === undefined ? '' : format.figureOfDegrees(r.core)}</td><td
                >{r.rh === undefined ? '' : `${Math.round(r.rh * 100)} %`}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
      {#if leftOut.length > 0}<details class="small" data-testid="left">
          <summary
            >Left out: {#each leftOut as [why, n], i (why)}{i > 0 ? '; ' : ''}{n} × {LEFT[why] ??
                why}{/each}.</summary
          >
          <ol>
            {#each found.leftRows as row (row.line)}<li>
                <span class="soft">line {row.line}</span> <code>{row.text}</code>
                <span class="soft">{LEFT[row.why] ?? row.why}</span>
              </li>{/each}
          </ol>
          {#if found.leftRows.length < leftOut.reduce((sum, [, n]) => sum + n, 0)}<p class="soft">
              The first {found.leftRows.length} of them.
            </p>{/if}
        </details>{/if}
      {#if found.outOfOrder > 0}<p class="small">
          {found.outOfOrder} rows stood out of order; they are put in theirs.
        </p>{/if}
      {#if found.clockChange > 0}<p class="small">
          {found.clockChange} rows fall into an hour that the clock had twice, or left out.
        </p>{/if}
      {#if found.gapCount > 0}<p class="small">
          {found.gapCount}
          {found.gapCount === 1 ? 'silence' : 'silences'}: {#each found.gaps.slice(0, 3) as g, i (g.from)}{i >
            0
              ? '; '
              : ''}{format.moment(g.from)} to {format.moment(g.to)}{/each}. Up to six hours is bridged; over
          longer ones the cautious value stands.
        </p>{/if}
      {#if far}<p class="ask" role="alert" data-testid="far">
          {inWords(far, format)}
          <button class="press" type="button" disabled={busy} onclick={() => void ask(false, true)}
            >It is so: take them in</button
          >
          <button class="quiet" type="button" onclick={() => (far = '')}>not these</button>
        </p>{/if}
      {#if said}<p class="said" role="status">{said}</p>
      {:else if !far}<button
          class="press press-main"
          type="button"
          disabled={busy || found.good === 0 || found.unitAsked || found.rolesAsked}
          onclick={() => void ask(false)}>Take {found.good} readings in</button
        >
        {#if found.unitAsked}<span class="small soft">
            say the unit first</span
          >{:else if found.rolesAsked}{' '}<span class="small soft">say which column is the air</span
          >{/if}{/if}
    </div>
  {/if}
  {#if files.length > 0}<details class="files">
      <summary
        >{files.length === 1
          ? 'One file was taken in, kept as it came'
          : `${files.length} files were taken in, kept as they came`}</summary
      >
      <ul>
        {#each files as file (file.sha256 + file.place)}<li>
            <a class="quiet" href="/api/v1/readings/files/{file.sha256}" download={file.name}>{file.name}</a>
            <span class="soft small">{file.readings} readings of {file.place}, {format.moment(file.at)}</span>
          </li>{/each}
      </ul>
    </details>{/if}
</section>

<style>
  h2 {
    font-size: 1.15rem;
    margin-bottom: 8px;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 12px;
    margin-bottom: 10px;
  }
  .found {
    margin-top: 12px;
    display: flex;
    flex-direction: column;
    gap: 8px;
    align-items: flex-start;
  }
  fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 18px;
    border: 0;
    padding: 0;
  }
  fieldset.asked {
    border-left: 5px solid var(--brass);
    padding-left: 12px;
  }
  legend {
    float: left;
    width: 100%;
    font-weight: 600;
  }
  .columns {
    width: 100%;
  }
  .column {
    width: 170px;
  }
  figure {
    margin: 4px 0 0;
  }
  svg {
    display: block;
    width: 100%;
    height: 34px;
    background: var(--card);
    border-bottom: 1px solid var(--line);
  }
  path {
    fill: none;
    stroke: var(--soft);
    stroke-width: 1.5;
    vector-effect: non-scaling-stroke;
  }
  .used path {
    stroke: var(--spruce-text);
    stroke-width: 2;
  }
  .sample {
    overflow-wrap: anywhere;
  }
  .ask {
    border-left: 5px solid var(--brass);
    padding: 4px 12px;
  }
  details ol,
  details ul {
    list-style: none;
    padding: 0;
  }
  details li {
    padding: 3px 0;
    overflow-wrap: anywhere;
  }
  summary {
    min-height: 44px;
    align-content: center;
    cursor: pointer;
  }
  .files {
    margin-top: 10px;
  }
  .choice {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 44px;
  }
  table {
    border-collapse: collapse;
    font-size: 0.94rem;
  }
  th,
  td {
    text-align: right;
    padding: 3px 12px 3px 0;
    border-bottom: 1px solid var(--line);
  }
  th:first-child,
  td:first-child {
    text-align: left;
  }
  .said {
    font-weight: 600;
  }
</style>
