<script lang="ts">
  import { onMount } from 'svelte';
  import { subjectOf, type Draft, type Doubted } from '$core/book';
  import { animalName } from '$core/reference';
  import { outbox } from '$lib/device/outbox.svelte';
  import { DOUBT_YES } from '$lib/words/doubts';
  import { entryGrams, entryTitle } from '$lib/words/entries';
  import { formatter } from '$lib/words/formatter';
  import { refusalText } from '$lib/words/messages';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  /** Whether the browser has promised not to throw away what is kept here. */
  let promised = $state<boolean | undefined>();
  let codes = $state.raw<Record<string, string>>({});

  onMount(() => {
    outbox.start();
    void navigator.storage?.persisted?.().then((yes) => (promised = yes));
  });
  // Which animals they are of, as far as this device knows.
  $effect(() => {
    const subjects = new Set([...outbox.rows, ...outbox.conflicts].map((row) => subjectOf(row.draft.intent)));
    for (const subject of subjects)
      if (codes[subject] === undefined)
        void codeOf(subject).then((code) => {
          if (code) codes = { ...codes, [subject]: code };
        });
  });
  /** From what this device has seen of it, else from the larder. */
  async function codeOf(subject: string): Promise<string | undefined> {
    const seen = (await outbox.book(subject)).find((entry) => entry.code)?.code;
    if (seen || outbox.state === 'away') return seen;
    const asked = await fetch(`/api/v1/animals/${subject}`).catch(() => undefined);
    return asked?.ok ? ((await asked.json()) as { code: string }).code : undefined;
  }
  /** Whose presses wait for them, and how many. */
  const others = $derived(
    [...new Set(outbox.others)].map(
      (name) => [name, outbox.others.filter((one) => one === name).length] as const
    )
  );
  const it = () => 'It';
  function title(draft: Draft): string {
    const { intent } = draft;
    if (intent.kind === 'intake' && intent.facts) {
      const tag = intent.facts.tag ? `, tag ${intent.facts.tag}` : '';
      return `${animalName(intent.facts)}${tag}`;
    }
    return entryTitle(draft, () => 'it', format);
  }
  const weight = (draft: Draft): string => {
    const grams = entryGrams({ intent: draft.intent, postings: draft.postings ?? [] });
    return grams ? format.mass(grams, 3) : '';
  };
  async function insist(id: string, why: Doubted) {
    await outbox.again(id, why);
  }
</script>

<svelte:head><title>Kept on this device · {data.larder.larderName}</title></svelte:head>

<h1>Kept on this device</h1>
<p class="soft lead">
  What was pressed and is not in the book yet. It is sent by itself as soon as the server is back, in this
  order, each once; a page of the larder must be open.
</p>
{#if !outbox.lasting}<p class="fault" role="alert">
    This device has no room left: what you press now lasts as long as this page. Leave it open, and make room.
  </p>{:else if promised === false && outbox.waiting > 0}<p class="soft">
    The browser may throw it away when the device runs short of room; putting the larder on the home screen
    usually keeps it from that.
  </p>{/if}

{#snippet line(draft: Draft)}
  <span class="what"
    ><strong>{title(draft)}</strong>{#if codes[subjectOf(draft.intent)]}{' '}<span class="mono"
        >{codes[subjectOf(draft.intent)]}</span
      >{/if}<small class="soft">{format.moment(draft.at)}, {draft.hand}, {draft.device}</small></span
  >
  <span class="mono">{weight(draft)}</span>
{/snippet}

{#if outbox.conflicts.length > 0}
  <h2>Not booked</h2>
  <ul>
    {#each outbox.conflicts as { draft, refusal } (draft.id)}
      {@const asked = refusal.code === 'doubt' ? refusal.why : undefined}
      <li>
        {@render line(draft)}
        <p class="why">{refusalText(refusal, format, it)}</p>
        <span class="acts">
          {#if asked}<button
              class="press press-main"
              type="button"
              onclick={() => void insist(draft.id, asked)}>{DOUBT_YES[asked]}</button
            >{/if}
          <button class="press" type="button" onclick={() => void outbox.dismiss(draft.id)}
            >{asked ? 'Drop it' : 'I have seen it'}</button
          >
        </span>
      </li>
    {/each}
  </ul>
{/if}
<h2>Waits</h2>
<ul>
  {#each outbox.rows as { draft } (draft.id)}
    <li>{@render line(draft)}</li>
  {:else}
    <li class="soft none">
      {outbox.others.length > 0
        ? 'Nothing of yours waits.'
        : 'Nothing waits: all that was pressed here has been answered.'}
    </li>
  {/each}
</ul>
{#if others.length > 0}
  <h2>Waits for others</h2>
  <ul>
    {#each others as [name, count] (name)}
      <li>
        <span class="what"
          ><strong>{count === 1 ? 'One press' : `${count} presses`} of {name}</strong><small class="soft"
            >Sent when {name} signs in at this device; nobody else sends or sees them.</small
          ></span
        >
      </li>
    {/each}
  </ul>
{/if}

<style>
  h1 {
    font-size: 1.55rem;
  }
  h2 {
    margin: 22px 0 4px;
    font-size: 1.05rem;
    color: var(--soft);
  }
  .lead {
    max-width: 72ch;
  }
  ul {
    max-width: 860px;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    align-items: center;
    gap: 4px 18px;
    min-height: 62px;
    padding: 8px 0;
    border-top: 1px solid var(--line);
  }
  li:last-child {
    border-bottom: 1px solid var(--line);
  }
  li.none {
    display: block;
    padding: 18px 0;
  }
  .what small {
    display: block;
    font-size: 0.88rem;
  }
  .why,
  .acts {
    grid-column: 1 / -1;
  }
  .why {
    color: var(--brass);
    font-weight: 600;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
</style>
