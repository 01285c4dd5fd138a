<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { refresh } from '$lib/device/refresh';
  import { outbox } from '$lib/device/outbox.svelte';
  import { deviceName, freshId } from '$lib/device/ids';
  import { sendJson } from '$lib/device/send';
  import { formatter } from '$lib/words/formatter';
  import { heldWords } from '$lib/words/label';
  import { Field, Tick } from '$lib/ui/fields';
  import Fold from '$lib/ui/Fold.svelte';
  import Scanner from '$lib/ui/station/Scanner.svelte';
  import type { Read, Warmth } from '$lib/server/warmth';
  import type { Origin } from '$lib/server/origins';
  import Flow from './Flow.svelte';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const { back, forward } = $derived(data);
  // svelte-ignore state_referenced_locally
  let asked = $state(data.back ? '' : data.asked);
  let scanning = $state(false);
  let listed = $state(false);
  let warmOpen = $state(false);
  let stepsOpen = $state(false);
  let why = $state('');
  /** What is wrong with the reason; the question of whether it is meant stands. */
  let whyFault = $state('');
  let asking = $state(false);
  let said = $state('');
  let busy = $state(false);
  let now = $state(0);

  onMount(() => {
    outbox.start();
    now = Date.now();
    const timer = setInterval(() => (now = Date.now()), 1_000);
    if (!data.back && !data.forward) document.getElementById('of')?.focus();
    const leave = outbox.listen(() => void refresh('larder:stock'));
    return () => {
      clearInterval(timer);
      leave();
    };
  });
  const go = (text: string) => void goto(`/trace?of=${encodeURIComponent(text.trim())}`);

  const minutes = $derived.by(() => {
    if (!forward?.begun || now === 0) return '';
    const s = Math.max(0, Math.floor((now - forward.begun) / 1000));
    return s < 3600
      ? `${Math.floor(s / 60)} min ${String(s % 60).padStart(2, '0')} s`
      : `${Math.floor(s / 3600)} h ${Math.floor((s % 3600) / 60)} min`;
  });

  function askHold(): void {
    whyFault = why.trim() === '' ? 'say why: a drill, or what was found' : '';
    asking = whyFault === '';
  }
  async function holdAll(): Promise<void> {
    if (!forward || busy) return;
    busy = true;
    asking = false;
    const sent = await sendJson<{ held: number }>(`/api/v1/recall/${forward.subject.id}`, 'POST', {
      note: why.trim(),
      device: deviceName()
    });
    said = sent.ok
      ? `${sent.body.held === 0 ? 'Everything was held already' : sent.body.held === 1 ? 'It is held' : `It and ${sent.body.held - 1} batches are held`}: none of it is eaten, given or sent.`
      : sent.text;
    busy = false;
    await refresh('larder:stock');
  }
  function call(party: string): void {
    if (!forward) return;
    const { id, kind } = forward.subject;
    void outbox.put([
      {
        id: freshId(),
        at: Date.now(),
        hand: data.hand,
        device: deviceName(),
        intent: {
          kind: 'note',
          ...(kind === 'animal' ? { animal: id } : { pool: id }),
          text: `Recall, reached: ${party}`
        }
      }
    ]);
  }
  const KINDS = {
    here: 'lies here',
    given: 'given',
    with: 'sent',
    eaten: 'eaten',
    sample: 'sample'
  } as const;
  const STEPS: Record<string, string> = {
    pack: 'packed',
    batch: 'made into one',
    cut: 'cut',
    tub: 'weighed into a tub',
    intake: 'weighed in',
    buy: 'bought',
    trim: 'trimmed',
    split: 'split',
    divide: 'divided',
    unpack: 'pack opened',
    return: 'came back'
  };
</script>

<svelte:head><title>Trace · {data.larder.larderName}</title></svelte:head>

{#snippet whoseLine(whose: readonly Origin[])}
  <p class="whose" data-testid="whose">
    {#each whose as one, i (one.origin)}{i > 0 ? ' + ' : ''}{#if one.kind === 'other'}{one.name}{:else}<a
          href="/trace?of={one.kind === 'animal' ? one.name : one.origin}"><strong>{one.name}</strong></a
        >{/if} <span class="soft">{format.mass(one.grams)}</span>{#if one.held}
        <span class="rust">held: {heldWords(one.held)}</span>{/if}{/each}
  </p>
  <ul class="facts">
    {#each whose.filter((w) => w.who) as w (w.origin)}<li class="soft">
        <span class="mono">{w.name}</span>
        {w.who}{w.killedAt ? `, killed ${format.day(w.killedAt)}` : ''}{w.place
          ? ` at ${w.place}`
          : ''}{w.owner ? `, ${w.owner}` : ''}
      </li>{/each}
  </ul>
{/snippet}

{#snippet warmth(rooms: readonly Warmth[], read: readonly Read[])}
  {#if rooms.length > 0 || read.length > 0}
    <Fold title="Rooms and temperatures on the way" bind:open={warmOpen}>
      <table class="warm">
        <tbody>
          {#each rooms as r, i (i)}<tr>
              <td class="mono">{r.of}</td><td>{r.room}</td><td
                >{format.moment(r.from)} – {format.moment(r.to)}</td
              >
              <td
                >{#if r.air}air {format.degrees(r.air.low)} to {format.degrees(r.air.high)}, mean {format.degrees(
                    r.air.mean
                  )}{:else}<span class="soft">nothing read</span>{/if}{#if r.core !== undefined}; core {format.degrees(
                    r.core
                  )} at the end{/if}</td
              >
            </tr>{/each}
          {#each read as r, i (i)}<tr>
              <td>{r.of}</td><td>{r.stops[0]?.what === 'core' ? 'in the middle' : 'at the machine'}</td><td
                >{format.moment(r.at)}</td
              >
              <td
                >{r.stops
                  .map(
                    (s) =>
                      `${s.what === 'core' ? '' : `${s.what} `}${format.degrees(s.celsius)}${s.simulated ? ' (simulated)' : ''}`
                  )
                  .join(', ')}</td
              >
            </tr>{/each}
        </tbody>
      </table>
    </Fold>
  {/if}
{/snippet}

<header>
  <h1>Trace</h1>
  <form
    role="search"
    onsubmit={(e) => {
      e.preventDefault();
      go(asked);
    }}
  >
    <Field
      id="of"
      label="A code off a label, an animal, a lot number"
      unseen
      bind:value={asked}
      data-search
      placeholder="code off a label, 26-031, a tag, a lot number"
      autocapitalize="characters"
    />
    <button class="press press-main" type="submit">Trace it</button>
    <button class="press" type="button" onclick={() => (scanning = true)}>Scan</button>
  </form>
</header>
{#if scanning}<Scanner found={go} close={() => (scanning = false)} />{/if}

{#if data.several.length > 0}
  <p class="lead">Which of them?</p>
  <ul class="several">
    {#each data.several as one (one.id)}<li>
        <a class="press" href="/trace?of={one.id}"
          ><strong>{one.name}</strong> <span class="soft">{one.about}</span></a
        >
      </li>{/each}
  </ul>
{:else if data.asked && !back && !forward}
  <p class="lead" role="status">
    Nothing here goes by “{data.asked}”. A code has nine signs; an animal’s is like 26-031. Another larder’s
    label is not known here.
  </p>
{:else if !back && !forward}
  <p class="lead soft">
    Back from a pack to its animals, what was bought for it, whose hands and which days; forward from an
    animal, a batch or a bought lot to every pack and everybody who has some.
  </p>
{/if}

{#if back}
  <h2 class="asked"><a href="/p/{back.id}">{back.name}</a></h2>
  {@render whoseLine(back.whose)}
  <Flow graph={back.graph} {format} places={data.places} />
  {@render warmth(back.rooms, back.read)}
  <Fold title="Step by step, newest first" bind:open={stepsOpen}>
    <table>
      <tbody
        >{#each back.steps as step, i (i)}<tr
            ><td>{format.moment(step.at)}</td><td>{STEPS[step.kind] ?? step.kind}</td><td>{step.hand}</td><td
              class="num mono">{format.mass(step.grams, 3)}</td
            ></tr
          >{/each}</tbody
      >
    </table>
  </Fold>
  <p class="row">
    <a class="press" href="/api/v1/trace/epcis/{back.id}" title="EPCIS 2.0, JSON-LD">All of it as events</a>
  </p>
{/if}

{#if forward}
  <div class="top">
    <h2 class="asked">
      {#if forward.subject.kind === 'animal'}<a href="/animals/{forward.subject.name}"
          >{forward.subject.name}</a
        >{:else}<a href="/p/{forward.subject.id}">{forward.subject.name}</a>{/if}
      <span class="soft"
        >{forward.batches.length === 0
          ? forward.subject.kind === 'batch'
            ? 'in no other batch'
            : 'in no batch'
          : forward.batches.length === 1
            ? 'in one batch'
            : `in ${forward.batches.length} batches`}</span
      >
    </h2>
    {#if forward.begun}<p class="clock" role="timer" aria-live="off">
        Recall for <strong>{minutes}</strong>
      </p>{/if}
  </div>
  {#if forward.whose.length > 0}{@render whoseLine(forward.whose)}{/if}
  {#each forward.held as h (h.at)}<p class="rust">
      Held since {format.moment(h.at)}: {heldWords(h.why)}{h.note ? `, ${h.note}` : ''}
    </p>{/each}
  <Flow graph={forward.graph} {format} places={data.places} />
  {@render warmth(forward.rooms, forward.read)}
  <div class="two">
    <section>
      <h3>Who has some, by whole batches</h3>
      <table>
        <tbody>
          {#each forward.people as p (p.party)}<tr class:reached={p.reached}
              ><td
                ><Tick bind:checked={() => p.reached, () => call(p.party)} disabled={p.reached}
                  ><span
                    ><strong>{p.party}</strong> <small>{p.reached ? 'reached' : KINDS[p.kind]}</small></span
                  ></Tick
                ></td
              ><td class="num">{p.packs} {p.packs === 1 ? 'thing' : 'things'}</td><td class="num mono"
                >{format.mass(p.grams)}</td
              ></tr
            >{:else}<tr><td class="soft">Nobody outside the house.</td></tr>{/each}
        </tbody>
      </table>
      <div class="recall">
        <h3>{forward.begun ? 'The recall' : 'Recall, or a drill of one'}</h3>
        {#if !forward.begun}
          <p class="small soft">
            Holds {forward.subject.name} and every batch it went into, whole. It is lifted again on the page of
            holds.
          </p>
          <div class="row">
            <Field
              label="Why"
              unseen
              bind:value={why}
              placeholder="why: drill, a laboratory’s answer …"
              limits={{ maxlength: 300 }}
              fault={whyFault}
              disabled={asking}
            />
            {#if !asking}<button class="press press-main" type="button" disabled={busy} onclick={askHold}
                >Hold all of it</button
              >{/if}
          </div>
          {#if asking}<p class="small" role="alert">
              Until the hold is lifted nobody may eat, give or send any of it: {forward.all}
              {forward.all === 1 ? 'thing' : 'things'}.
            </p>
            <div class="row">
              <button class="press press-main" type="button" onclick={() => void holdAll()}
                >Yes, hold {forward.all === 1 ? 'it' : `all ${forward.all}`}</button
              ><button class="press" type="button" onclick={() => (asking = false)}>Leave it</button>
            </div>{/if}
        {:else}<p class="small soft">
            Tick off whoever you have reached. <a href="/holds">Lift it</a> when it is over.
          </p>{/if}
        {#if said}<p role="status" class="said">{said}</p>{/if}
        <p class="row">
          <a class="press" href="/api/v1/recall/{forward.subject.id}/list.pdf" target="_blank" rel="noopener"
            >List, PDF</a
          >
          <a class="press" href="/api/v1/recall/{forward.subject.id}/list.csv">CSV</a>
          {#if forward.subject.kind !== 'animal'}<a
              class="press"
              href="/api/v1/trace/epcis/{forward.subject.id}"
              title="EPCIS 2.0, JSON-LD">Events</a
            >{/if}
        </p>
      </div>
    </section>
    <section>
      <h3>{forward.all} {forward.all === 1 ? 'thing' : 'things'} in all</h3>
      <Fold title="All of them, where they are" bind:open={listed}>
        <table>
          <tbody
            >{#each forward.rows as row, i (i)}<tr
                ><td>{row.where}<small>{KINDS[row.kind]}</small></td><td>{row.what}</td><td class="mono"
                  >{#if row.code}<a href="/p/{row.code.replaceAll(' ', '')}">{row.code}</a>{/if}</td
                ><td class="num mono">{format.mass(row.grams, 3)}</td></tr
              >{/each}</tbody
          >
        </table>
        {#if forward.all > forward.rows.length}<p class="soft">
            The first {forward.rows.length}; the file has all {forward.all}.
          </p>{/if}
      </Fold>
    </section>
  </div>
{/if}

<style>
  header {
    display: flex;
    align-items: center;
    gap: 24px;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 1.55rem;
  }
  form {
    flex: 1;
    display: flex;
    gap: 8px;
    min-width: min(100%, 480px);
  }
  form :global(.one) {
    flex: 1;
  }
  form :global(.field) {
    min-height: 56px;
    font-size: 1.15rem;
  }
  form .press {
    min-height: 56px;
  }
  .lead {
    margin-top: 18px;
    max-width: 70ch;
  }
  .several {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 10px;
  }
  .asked {
    font-size: 1.6rem;
    margin-top: 20px;
  }
  .asked span {
    font-family: var(--font-sans);
    font-size: 1rem;
    font-weight: 400;
  }
  .whose {
    font-size: 1.2rem;
    margin: 4px 0 10px;
  }
  .facts {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 26px;
    font-size: 0.93rem;
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  .top {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 20px;
    flex-wrap: wrap;
  }
  .clock strong {
    font-size: 1.5rem;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
    gap: 48px;
    margin-top: 18px;
  }
  h3 {
    font-size: 1.05rem;
    color: var(--soft);
    margin-bottom: 4px;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  td {
    padding: 6px 10px 6px 0;
    border-top: 1px solid var(--line);
    vertical-align: middle;
  }
  td small {
    display: block;
    color: var(--soft);
  }
  .num {
    text-align: right;
    white-space: nowrap;
  }
  .reached {
    color: var(--soft);
  }
  .recall {
    margin-top: 20px;
  }
  .row {
    display: flex;
    gap: 8px;
    margin-top: 10px;
  }
  .row :global(.one) {
    flex: 1;
  }
  .said {
    margin-top: 8px;
    font-weight: 600;
    color: var(--spruce-text);
  }
  @media (max-width: 47.5em) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
    form {
      flex-wrap: wrap;
    }
    form :global(.one) {
      flex: 1 1 100%;
    }
  }
  @media print {
    form,
    .recall {
      display: none;
    }
  }
</style>
