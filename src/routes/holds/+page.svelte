<script lang="ts">
  import { DAY } from '$core/units';
  import { refresh } from '$lib/device/refresh';
  import type { Intent } from '$core/book';
  import { HOLD_MEANS, HOLD_NAMES } from '$core/reference';
  import { formatter } from '$lib/words/formatter';
  import { bookAll, thenShow } from '$lib/device/post';
  import { Field, Tick } from '$lib/ui/fields';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const held = $derived(data.rows.filter((r) => !r.condemned));
  const condemned = $derived(data.rows.filter((r) => r.condemned));
  let notes = $state<Record<string, string>>({});
  let sure = $state<Record<string, boolean>>({});
  let faults = $state<Record<string, string>>({});
  let said = $state<Record<string, string>>({});
  let busy = $state(false);

  async function say(row: string, intent: Intent) {
    busy = true;
    const sent = await bookAll([{ intent }], data.hand, format);
    busy = false;
    faults = { ...faults, [row]: sent.ok ? '' : sent.text };
    said = { ...said, [row]: sent.ok ? sent.said : '' };
    if (sent.ok) await thenShow(sent, () => refresh('larder:holds'));
  }
  const noteOf = (id: string) => ((notes[id] ?? '').trim() === '' ? {} : { note: (notes[id] ?? '').trim() });
  const days = (at: number) => {
    const d = Math.floor((data.now - at) / DAY);
    return d === 0 ? 'since today' : d === 1 ? 'one day' : `${d} days`;
  };
</script>

<svelte:head><title>Holds · {data.larder.larderName}</title></svelte:head>

<div class="head">
  <h1>Holds</h1>
  <span class="soft">{held.length} held, {condemned.length} condemned</span>
  <a class="press" href="/rules">Rule cards</a>
</div>
<p class="soft means">{HOLD_MEANS}</p>

{#snippet called(row: (typeof data.rows)[number])}
  <a href={row.href}
    >{#if row.code}<strong class="mono">{row.code}</strong>{' '}{row.name}{:else}<strong>{row.name}</strong
      >{/if}</a
  >
{/snippet}
{#snippet mixed(batches: (typeof data.rows)[number]['batches'], means: string)}
  {#if batches.length > 0}
    <p class="tell">
      <b>It is in</b>
      {#each batches as batch, i (batch.id)}{i > 0 ? ', ' : ''}<a href="/book?pool={batch.id}">{batch.word}</a
        >
        ({format.mass(batch.left)} here){/each}. {means}
    </p>
  {/if}
{/snippet}

{#each held as row (row.id)}
  <section data-code={row.code}>
    <header>
      {@render called(row)}
      <span class="soft">{format.mass(row.grams, 1)}{row.where ? `, ${row.where}` : ''}</span>
    </header>
    {#each row.holds as hold (hold.entry)}
      <div class="hold">
        <p>
          <b>{HOLD_NAMES[hold.why]}</b>{hold.note ? `: ${hold.note}` : ''}
          <span class="soft">opened by {hold.by}, {format.moment(hold.at)}, {days(hold.at)}</span>
        </p>
        <form
          class="acts"
          onsubmit={(e) => {
            e.preventDefault();
            void say(row.id, { kind: 'lift', ...row.of, hold: hold.entry, ...noteOf(hold.entry) });
          }}
        >
          <Field
            label="Who said so, number of the paper"
            unseen
            placeholder="who said so, number of the paper"
            limits={data.limits.note}
            bind:value={notes[hold.entry]}
          />
          <button class="press press-main" type="submit" disabled={busy}>Lift it</button>
        </form>
      </div>
    {/each}
    {@render mixed(row.batches, 'All of that is held with it.')}
    <div class="acts">
      <Tick bind:checked={sure[row.id]}>all that is left goes to waste by the local rule</Tick>
      <button
        class="press danger"
        type="button"
        disabled={busy || !sure[row.id]}
        onclick={() => void say(row.id, { kind: 'condemn', ...row.of, ...noteOf(row.holds[0]?.entry ?? '') })}
        >Condemn it</button
      >
    </div>
    {#if faults[row.id]}<p class="fault" role="alert">{faults[row.id]}</p>{/if}
    {#if said[row.id]}<p role="status">{said[row.id]}</p>{/if}
  </section>
{:else}<p class="soft">Nothing is held.</p>{/each}

{#if condemned.length > 0}
  <h2>Condemned</h2>
  {#each condemned as row (row.id)}
    <section>
      <header>
        {@render called(row)}
        <span class="soft">{format.moment(row.lastAt)}</span>
      </header>
      {#if row.recipients.length > 0}
        <p class="tell">
          <b>To be told:</b>
          {row.recipients
            .map((r) => `${r.party}, ${format.mass(r.grams)}${r.kind === 'with' ? ' sent out' : ''}`)
            .join('; ')}.
        </p>
      {:else}<p class="soft">Nobody had received anything of it.</p>{/if}
      {@render mixed(
        row.batches,
        'What becomes of all that is for the local rule to say; none of it is given or eaten.'
      )}
    </section>
  {/each}
{/if}
<p class="small soft coda">
  A hold is lifted, or what is held is condemned, by whoever may: inspector, vet, laboratory. The larder only
  writes down who said so.
</p>

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 6px 16px;
  }
  .head .press {
    margin-left: auto;
  }
  h1 {
    font-size: 1.5rem;
  }
  h2 {
    font-size: 1.2rem;
    margin: 22px 0 6px;
  }
  .means {
    margin-bottom: 14px;
    max-width: 760px;
  }
  section {
    border-top: 1.5px solid var(--ink);
    padding: 12px 0 14px;
    max-width: 900px;
  }
  header {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 4px 16px;
    margin-bottom: 8px;
  }
  header a {
    font-weight: 600;
    text-decoration: none;
  }
  header a strong {
    font-size: 1.15rem;
    margin-right: 6px;
  }
  .hold {
    border-left: 5px solid var(--rust);
    background: var(--card);
    padding: 8px 14px;
    margin-bottom: 10px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
  }
  .acts :global(.one) {
    flex: 1;
    min-width: 200px;
  }
  .danger:not(:disabled) {
    border-color: var(--rust);
    color: var(--rust);
  }
  .tell {
    color: var(--rust);
  }
  .coda {
    margin-top: 18px;
  }
</style>
