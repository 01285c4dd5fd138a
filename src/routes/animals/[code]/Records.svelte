<script lang="ts">
  import { refreshAll } from '$lib/device/refresh';
  import { onMount } from 'svelte';
  import type { BookedEntry, IntentOf } from '$core/book';
  import { bookAll, thenShow, type Booked } from '$lib/device/post';
  import { sendFile } from '$lib/device/send';
  import type { Limits } from '$lib/forms/limits';
  import { Field, FileField, Tick } from '$lib/ui/fields';
  import { KEPT } from '$lib/words/away';
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    animal: string;
    hand: string;
    entries: BookedEntry[];
    /** Notes that were taken back. */
    gone: ReadonlySet<string>;
    /** Items that something may be said of, and the newest entries. */
    items: { id: string; name: string }[];
    recent: { id: string; name: string }[];
    /** Of a note, by its schema. */
    limits: Limits;
    name: (id: string) => string;
    format: Formatter;
  }
  let { animal, hand, entries, gone, items, recent, limits, name, format }: Props = $props();

  const ofItems = $derived([
    { value: '', name: 'the whole animal' },
    ...items.map(({ id, name: what }) => ({ value: id, name: what, group: 'a part or piece' })),
    ...recent.map(({ id, name: what }) => ({ value: id, name: what, group: 'an entry of the book' }))
  ]);

  const notes = $derived(
    entries.flatMap((e) => (e.intent.kind === 'note' && !gone.has(e.id) ? [{ ...e, intent: e.intent }] : []))
  );
  let of = $state('');
  let text = $state('');
  let files = $state.raw<File[]>([]);
  let keepPlace = $state(false);
  let busy = $state('');
  let fault = $state('');
  let said = $state('');
  let picker = $state<{ empty: () => void }>();

  onMount(() => {
    const asked = new URL(location.href).searchParams.get('of');
    if (asked && items.some((i) => i.id === asked)) of = asked;
  });

  /** Books something that was seen. */
  const book = (intent: Pick<IntentOf<'note'>, 'text' | 'photo' | 'item' | 'entry'>): Promise<Booked> =>
    bookAll([{ intent: { kind: 'note', animal, ...intent } }], hand, format);

  async function save() {
    fault = '';
    said = '';
    let waits = false;
    const chosen = files;
    if (chosen.length === 0 && text.trim() === '') {
      fault = 'Say something, or choose a photograph.';
      return;
    }
    const item = of === '' ? {} : items.some((i) => i.id === of) ? { item: of } : { entry: of };
    const words = text.trim() === '' ? {} : { text: text.trim() };
    for (const [i, file] of chosen.entries()) {
      busy = `${i + 1} of ${chosen.length}`;
      const kept = await sendFile<{ photo: string }>(
        `/api/v1/photos${keepPlace ? '?keepPlace=1' : ''}`,
        file
      );
      const sent = kept.ok
        ? await book({ photo: kept.body.photo, ...item, ...(i === 0 ? words : {}) })
        : kept;
      busy = '';
      if (!sent.ok) return void (fault = `${file.name}: ${sent.text}`);
      if ('kept' in sent) waits ||= sent.kept;
    }
    if (chosen.length === 0) {
      const sent = await book({ ...words, ...item });
      if (!sent.ok) return void (fault = sent.text);
      waits = sent.kept;
    }
    said = waits ? KEPT : '';
    text = '';
    files = [];
    picker?.empty();
    await thenShow({ kept: waits }, refreshAll);
  }

  async function takeBack(entry: string) {
    const sent = await bookAll([{ intent: { kind: 'void', animal, entry } }], hand, format);
    fault = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    said = sent.said;
    await thenShow(sent, refreshAll);
  }
</script>

<section class="records" id="records" aria-label="Photographs and notes">
  <h2>Photographs and notes</h2>
  <div class="two">
    <form
      onsubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <Field id="record-of" label="Of what" items={ofItems} bind:value={of} />
      <Field id="record-text" label="What was seen" limits={limits.text} bind:value={text} />
      <FileField
        id="record-photo"
        label="Photograph"
        hint="from the camera or a file, up to 24 MB"
        accept="image/*"
        multiple
        bind:this={picker}
        onchosen={(chosen) => (files = chosen)}
      />
      <Tick bind:checked={keepPlace}>keep where it was taken, if the camera wrote it down</Tick>
      {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
      {#if said}<p role="status">{said}</p>{/if}
      <button class="press press-main" type="submit" disabled={busy !== ''}
        >{busy === '' ? 'Keep it' : `Sending ${busy}`}</button
      >
    </form>
    <ul class="shown">
      {#each notes as { id, intent, at, hand: by } (id)}
        <li>
          {#if intent.photo}<a href="/api/v1/photos/{intent.photo}" target="_blank" rel="noopener"
              ><img
                src="/api/v1/photos/{intent.photo}?size=small"
                alt={intent.text ??
                  `Photograph of ${intent.item ? name(intent.item).toLowerCase() : 'the animal'}`}
                loading="lazy"
              /></a
            >{/if}
          <p>
            {#if intent.text}{intent.text}{/if}
            <small class="soft"
              >{intent.item
                ? `${name(intent.item)}, `
                : intent.entry
                  ? `${recent.find((r) => r.id === intent.entry)?.name ?? 'an entry'}; `
                  : ''}{format.moment(at)}, {by}
              <button type="button" class="quiet" onclick={() => takeBack(id)}>Take it back</button></small
            >
          </p>
        </li>
      {:else}
        <li class="soft none">
          The bare frame, a wound, a spot on a liver: what was seen is kept here with the animal.
        </li>
      {/each}
    </ul>
  </div>
</section>

<style>
  .records {
    margin-top: 24px;
    padding-top: 14px;
    border-top: 1px solid var(--line);
  }
  h2 {
    font-size: 1rem;
    color: var(--soft);
    margin-bottom: 8px;
  }
  .two {
    display: grid;
    grid-template-columns: 330px minmax(0, 1fr);
    gap: 40px;
    align-items: start;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 12px;
  }
  .shown {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
    gap: 18px;
  }
  .shown a {
    display: block;
    border: 1px solid var(--edge);
    border-radius: 3px;
    overflow: hidden;
    background: var(--card);
  }
  img {
    width: 100%;
    height: 140px;
    object-fit: cover;
    display: block;
  }
  .shown p {
    line-height: 1.3;
    padding-top: 6px;
  }
  .shown small {
    display: block;
  }
  .quiet {
    min-height: 32px;
  }
  .none {
    grid-column: 1 / -1;
  }
  @media (max-width: 53.75em) {
    .two {
      grid-template-columns: minmax(0, 1fr);
      gap: 18px;
    }
  }
</style>
