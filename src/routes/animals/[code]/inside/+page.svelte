<script lang="ts">
  import { refreshAll } from '$lib/device/refresh';
  import { CAUTION_CODA, ORGANS_OF, findings, type Said } from '$core/reference';
  import { bookAll, thenShow } from '$lib/device/post';
  import InsideMap from '$lib/ui/InsideMap.svelte';
  import { Field } from '$lib/ui/fields';
  import { formatter } from '$lib/words/formatter';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const organs = $derived(ORGANS_OF[data.group]);

  let said = $state<Record<string, Said>>({});
  // svelte-ignore state_referenced_locally
  let by = $state(data.card.exam?.by ?? data.hand);
  // svelte-ignore state_referenced_locally
  let number = $state(data.card.exam?.number ?? '');
  let chosen = $state('');
  let fault = $state('');
  let trouble = $state('');
  let done = $state('');

  const organ = $derived(
    organs.find((o) => o.key === chosen) ?? organs.find((o) => !said[o.key]) ?? organs[0]
  );
  const found = $derived(findings(data.group, said));
  const marks = $derived(
    Object.fromEntries(
      organs.map((o) => [
        o.key,
        said[o.key] === undefined
          ? undefined
          : said[o.key] === 'fine' || said[o.key] === 'notSeen'
            ? (said[o.key] as 'fine' | 'notSeen')
            : ('wrong' as const)
      ])
    )
  );
  function say(word: Said) {
    if (!organ) return;
    said = { ...said, [organ.key]: word };
    // On to what nobody has spoken of yet.
    chosen = organs.find((o) => !said[o.key])?.key ?? organ.key;
    done = '';
  }
  function rest(word: Said) {
    said = { ...Object.fromEntries(organs.map((o) => [o.key, word])), ...said };
    done = '';
  }
  const textOf = (key: string) => {
    const word = said[key];
    if (word === undefined) return '';
    if (word === 'fine') return 'as it should be';
    if (word === 'notSeen') return 'not seen';
    return organs.find((o) => o.key === key)?.signs.find((s) => s.key === word)?.text ?? '';
  };

  async function keep() {
    fault = by.trim() === '' ? 'say who looked' : '';
    trouble = '';
    if (fault) return;
    const at = Date.now();
    const animal = data.card.id;
    const exam = { by: by.trim(), number: number.trim() || null, at, findings: found.text.slice(0, 300) };
    const booked = await bookAll(
      [
        { intent: { kind: 'amend', animal, facts: { exam } } },
        ...(found.hold && !data.held
          ? [
              {
                intent: {
                  kind: 'hold' as const,
                  animal,
                  why: 'inspection' as const,
                  note: found.text.slice(0, 300)
                }
              }
            ]
          : [])
      ],
      data.hand,
      format
    );
    trouble = booked.ok ? '' : booked.text;
    if (!booked.ok) return;
    done = booked.said || (found.hold ? 'In the book; it is held back.' : 'In the book.');
    await thenShow(booked, refreshAll);
  }
</script>

<svelte:head><title>Inside {data.card.code} · {data.larder.larderName}</title></svelte:head>

<p class="small"><a class="link" href="/animals/{data.card.code}">{data.card.code}</a></p>
<h1>Look inside: {data.card.name}</h1>
<p class="soft lead">
  Organ by organ, from the head to the tail. What is not as it should be holds the animal back until somebody
  who may has looked. {CAUTION_CODA}
</p>

<div class="table">
  <section class="map">
    <InsideMap inside={data.inside} {organs} {marks} chosen={organ?.key} choose={(key) => (chosen = key)} />
  </section>
  <ol class="list">
    {#each organs as o (o.key)}
      <li>
        <button type="button" class:here={o.key === organ?.key} onclick={() => (chosen = o.key)}>
          <span class="dot {marks[o.key] ?? 'open'}" aria-hidden="true"></span>
          <span
            ><strong>{o.name}</strong>{#if textOf(o.key)}<small class="soft">{textOf(o.key)}</small
              >{/if}</span
          >
        </button>
      </li>
    {/each}
  </ol>
  {#if organ}<section class="card" aria-label={organ.name}>
      {#key organ.key}<h2>{organ.name}</h2>
        <p class="look">{organ.look}.</p>
        {#if organ.handle}<p class="handle">{organ.handle}</p>{/if}{/key}
      <button class="press press-main" type="button" onclick={() => say('fine')}>As it should be</button>
      <div class="signs">
        {#each organ.signs as sign (sign.key)}
          <button
            class="press sign"
            class:holds={sign.asks === 'hold'}
            type="button"
            aria-pressed={said[organ.key] === sign.key}
            onclick={() => say(sign.key)}
            >{sign.text}<small>{sign.asks === 'hold' ? 'holds it back: ask' : 'this goes'}</small></button
          >
        {/each}
        <button
          class="press sign"
          type="button"
          aria-pressed={said[organ.key] === 'notSeen'}
          onclick={() => say('notSeen')}>Not seen<small>it is said with the meat</small></button
        >
      </div>
    </section>{/if}
</div>

<section class="end">
  <p class="found" class:holds={found.hold} role="status">
    {#if found.text}{found.text}.{:else}Nothing said yet.{/if}
    {#if found.open.length > 0 && found.text}<span class="soft"
        >Still to look at: {found.open
          .map((key) => organs.find((o) => o.key === key)?.name.toLowerCase())
          .join(', ')}.</span
      >{/if}
  </p>
  <div class="who">
    <Field label="Who looked" bind:value={by} maxlength={60} {fault} />
    <Field label="Number" hint="of a trained person" bind:value={number} maxlength={40} />
    {#if found.open.length > 0}<button class="press" type="button" onclick={() => rest('notSeen')}
        >The others: not seen</button
      >{/if}
    <button class="press press-main" type="button" disabled={found.open.length > 0} onclick={keep}
      >{found.hold ? 'Write it down and hold it back' : 'Write it down'}</button
    >
  </div>
  {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
  {#if done}<p role="status">
      <strong>{done}</strong> <a class="link" href="/animals/{data.card.code}">Its page</a>
    </p>{/if}
  {#if data.card.exam?.findings}<p class="small soft">
      In the book: {data.card.exam.findings} ({data.card.exam.by}, {format.moment(data.card.exam.at)}).
    </p>{/if}
</section>

<style>
  h1 {
    font-size: 1.6rem;
  }
  .lead {
    max-width: 76ch;
  }
  .table {
    display: grid;
    grid-template: 'map card' auto 'list card' 1fr / minmax(0, 1fr) 360px;
    gap: 12px 18px;
    margin-top: 14px;
  }
  .map {
    grid-area: map;
    padding: 14px;
    background: var(--card);
    border: 1px solid var(--line);
    border-radius: 3px;
  }
  .list {
    grid-area: list;
    display: grid;
    align-content: start;
    grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
    gap: 0 10px;
  }
  .list button {
    display: flex;
    align-items: center;
    gap: 10px;
    width: 100%;
    min-height: 52px;
    padding: 4px 8px;
    border: 0;
    border-radius: 3px;
    background: none;
    color: var(--ink);
    font: inherit;
    line-height: 1.2;
    text-align: left;
  }
  .list small {
    display: block;
    font-size: 0.83rem;
  }
  .here {
    background: var(--next) !important;
  }
  .dot {
    flex: none;
    width: 16px;
    height: 16px;
    border: 2px solid var(--edge);
    border-radius: 50%;
  }
  .dot.fine {
    background: var(--spruce);
    border-color: var(--spruce);
  }
  .dot.wrong {
    background: var(--rust);
    border-color: var(--rust);
  }
  .dot.notSeen {
    background: repeating-linear-gradient(45deg, var(--edge) 0 2px, transparent 2px 5px);
  }
  .card {
    grid-area: card;
    display: flex;
    flex-direction: column;
    gap: 8px;
    padding: 16px 18px;
    background: var(--card);
    border: 1px solid var(--ink);
    border-radius: 3px;
  }
  h2 {
    font-size: 1.35rem;
  }
  .look {
    font-size: 1.1rem;
    line-height: 1.35;
    min-height: 2.7em;
  }
  .handle {
    color: var(--brass);
    font-weight: 600;
  }
  .press-main {
    min-height: 64px;
  }
  .signs {
    display: grid;
    gap: 8px;
  }
  .sign {
    min-height: 56px;
    flex-direction: column;
    align-items: flex-start;
    gap: 0;
    text-align: left;
    white-space: normal;
    line-height: 1.25;
  }
  .sign small {
    font-weight: 500;
    color: var(--soft);
  }
  .sign.holds {
    border-color: var(--rust);
  }
  .sign[aria-pressed='true'] {
    background: var(--next);
    border-width: 2px;
  }
  .end {
    margin-top: 16px;
    max-width: 900px;
  }
  .found {
    min-height: 1.5em;
  }
  .found::first-letter {
    text-transform: uppercase;
  }
  .found.holds {
    color: var(--rust);
    font-weight: 600;
  }
  .who {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 12px;
    margin: 10px 0;
  }
  .who .press {
    min-height: 52px;
  }
  @media (max-width: 60em) {
    .table {
      grid-template: 'map' auto 'card' auto 'list' auto / minmax(0, 1fr);
    }
  }
</style>
