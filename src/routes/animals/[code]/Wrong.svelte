<script lang="ts">
  import { goto } from '$app/navigation';
  import { refreshAll } from '$lib/device/refresh';
  import type { BookedEntry, Intent } from '$core/book';
  import type { Formatter } from '$lib/words/formatter';
  import { bookAll, thenShow } from '$lib/device/post';
  import type { Limits } from '$lib/forms/limits';
  import { Field } from '$lib/ui/fields';

  interface Props {
    animal: string;
    code: string;
    /** Newest first, those that stand. */
    entries: BookedEntry[];
    /** The entry it came in with. */
    arrival: string | undefined;
    title: (entry: BookedEntry) => string;
    hand: string;
    /** Of an entry, by its schema. */
    limits: Limits;
    format: Formatter;
  }
  let { animal, code, entries, arrival, title, hand, limits, format }: Props = $props();

  /** What would be taken back with an entry, newest first, itself last. */
  let asked = $state.raw<{ id: string; chain: string[] } | undefined>();
  let said = $state('');
  let busy = $state(false);
  let shown = $state(12);
  const whole = $derived(asked !== undefined && asked.id === arrival);
  const word = (id: string) => {
    const entry = entries.find((e) => e.id === id);
    return entry ? title(entry) : 'an entry';
  };

  async function takeBack(id: string, chain: readonly string[] = []) {
    busy = true;
    said = '';
    const intent: Intent = {
      kind: 'void',
      animal,
      entry: id,
      ...(chain.length > 0 ? { chain: [...chain] } : {})
    };
    const sent = await bookAll([{ intent }], hand, format);
    busy = false;
    if (!sent.ok && sent.refusal?.code === 'stands-on') {
      // Somebody else has taken back meanwhile what stood on it.
      if (sent.refusal.chain.length === 0) return takeBack(id);
      asked = { id, chain: sent.refusal.chain };
      return;
    }
    if (!sent.ok) return void (said = sent.text);
    asked = undefined;
    if (sent.kept) return void (said = sent.said);
    if (id === arrival) return void (await goto('/'));
    said = chain.length === 0 ? 'Taken back.' : `${chain.length + 1} entries taken back.`;
    await refreshAll();
  }
  /** An entry is signed for ever; whoever really did it is said beside it. */
  let signing = $state<string | undefined>();
  let who = $state('');
  async function sign(entry: BookedEntry) {
    busy = true;
    const text = `Done by ${who.trim()}, not by ${entry.hand}: ${title(entry)}`;
    const sent = await bookAll([{ intent: { kind: 'note', animal, entry: entry.id, text } }], hand, format);
    busy = false;
    said = sent.ok ? sent.said || 'Said beside the entry.' : sent.text;
    if (!sent.ok) return;
    signing = undefined;
    await thenShow(sent, refreshAll);
  }
  /** The whole animal is asked about even when nothing stands on its arrival yet. */
  function takeWhole() {
    if (!arrival) return;
    const others = entries.filter((e) => e.id !== arrival);
    if (others.length === 0) asked = { id: arrival, chain: [] };
    else void takeBack(arrival);
  }
</script>

<div>
  {#if said}<p class="note" role="status">{said}</p>{/if}
  {#if asked}
    <div class="asked" role="alert">
      <p>
        {#if whole}<strong>{code} was never here?</strong> Its arrival{asked.chain.length > 0
            ? ` and the ${asked.chain.length === 1 ? 'entry' : `${asked.chain.length} entries`} that stand on it are`
            : ' is'} taken back; its code is not given again.
        {:else}<strong>{word(asked.id)}</strong>: {asked.chain.length === 1
            ? 'one later entry stands on it and goes'
            : `${asked.chain.length} later entries stand on it and go`} with it.{/if}
      </p>
      {#if asked.chain.length > 0}<p class="soft small">
          {asked.chain.slice(0, 12).map(word).join('; ')}{asked.chain.length > 12
            ? ` and ${asked.chain.length - 12} more`
            : ''}.
        </p>{/if}
      <div class="row">
        <button
          class="press press-main"
          type="button"
          disabled={busy}
          data-testid="take-back-all"
          onclick={() => asked && void takeBack(asked.id, asked.chain)}
          >{whole ? 'Take the animal back' : `Take all ${asked.chain.length + 1} back`}</button
        >
        <button class="press" type="button" onclick={() => (asked = undefined)}>Leave it</button>
      </div>
    </div>
  {:else}
    {#if arrival}<button class="press" type="button" disabled={busy} onclick={takeWhole}
        >Entered by mistake: take {code} back whole</button
      >{/if}
    <p class="soft small">
      Its first weight is set right beside this, where it is weighed; species, tag and owner under its facts;
      a piece’s tub and side at the bench, under Pieces.
    </p>
    <ul>
      {#each entries.slice(0, shown) as entry (entry.id)}
        <li>
          <span
            >{title(entry)} <span class="soft small when">{format.moment(entry.at)}, {entry.hand}</span></span
          >
          {#if signing === entry.id}<span class="sign"
              ><Field label="Who did it" unseen limits={limits.hand} bind:value={who} /><button
                class="press"
                type="button"
                disabled={busy || who.trim() === ''}
                onclick={() => void sign(entry)}>Did it</button
              ></span
            >{:else}<span class="sign"
              ><button
                class="quiet"
                type="button"
                onclick={() => {
                  signing = entry.id;
                  who = '';
                }}>not {entry.hand}?</button
              ><button class="press" type="button" disabled={busy} onclick={() => void takeBack(entry.id)}
                >Take back</button
              ></span
            >{/if}
        </li>
      {/each}
    </ul>
    {#if entries.length > shown}<button class="quiet" type="button" onclick={() => (shown += 40)}
        >show {Math.min(40, entries.length - shown)} more</button
      >{/if}
  {/if}
</div>

<style>
  ul {
    margin-top: 8px;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 6px 12px;
    padding: 8px 0;
    border-top: 1px solid var(--line);
  }
  .when {
    display: block;
  }
  .sign {
    display: flex;
    align-items: center;
    gap: 10px;
    margin-left: auto;
  }
  .sign button {
    white-space: nowrap;
  }
  .sign :global(.one) {
    width: 11rem;
  }
  p {
    margin: 10px 0;
  }
  .asked {
    border-left: 5px solid var(--rust);
    padding: 4px 0 4px 14px;
  }
  .row {
    display: flex;
    gap: 10px;
    margin-top: 10px;
  }
</style>
