<script lang="ts">
  import { placeWords } from '$lib/words/places';
  import { refresh } from '$lib/device/refresh';
  import { COOLBOX, FIELD } from '$core/hang';
  import type { PageData } from './$types';
  import { PART_NAMES } from '$core/reference';
  import { under } from '$core/units';
  import { bookAll, thenShow } from '$lib/device/post';
  import { Field } from '$lib/ui/fields';
  import type { Formatter } from '$lib/words/formatter';
  import { stateWords } from '$lib/words/window';

  type Part = PageData['parts'][number];
  interface Props {
    animal: string;
    parts: readonly Part[];
    rooms: readonly { key: string; name: string }[];
    now: number;
    hand: string;
    format: Formatter;
  }
  let { animal, parts, rooms, now, hand, format }: Props = $props();

  // svelte-ignore state_referenced_locally
  let chosen = $state(parts[0]?.item ?? '');
  let to = $state(`to:${COOLBOX}`);
  let fault = $state('');
  let said = $state('');
  let busy = $state(false);
  const name = (p: Part) => `${under(PART_NAMES, p.cut) ?? p.cut}${p.side ? `, ${p.side}` : ''}`;
  /** What may be said of one: where it goes, or how it goes. */
  const WAYS = $derived([
    { value: `to:${COOLBOX}`, name: 'into a cool box on ice' },
    { value: 'packed', name: 'shut in: a boot, a bag, stacked' },
    { value: 'hung', name: 'out of it, air all round' },
    ...rooms.map((r) => ({ value: `to:${r.key}`, name: `to the ${r.name.toLowerCase()}` })),
    { value: `to:${FIELD}`, name: 'out of doors' }
  ]);

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const [item, way] = [chosen, to];
    busy = true;
    const moved = way.startsWith('to:');
    const sent = await bookAll(
      [
        {
          intent: {
            kind: 'chill',
            animal,
            item,
            what: moved ? 'moved' : (way as 'packed' | 'hung'),
            ...(moved ? { to: way.slice(3) } : {})
          }
        }
      ],
      hand,
      format
    );
    busy = false;
    fault = sent.ok ? '' : sent.text;
    said = sent.ok ? sent.said || 'Booked.' : '';
    if (sent.ok) await thenShow(sent, () => refresh('larder:cooling'));
  }
</script>

<section data-testid="parts">
  <h2>Off, and cooling by themselves</h2>
  <ul>
    {#each parts as p (p.item)}
      <li>
        <span class="what"
          ><strong>{name(p)}</strong>
          <span class="soft">{format.mass(p.grams)}, {placeWords(p.place, rooms)}</span></span
        >
        {#if p.core !== undefined && p.target !== undefined && p.coldAt !== undefined}
          <span class="modelled"
            ><b>{format.degrees(p.core, 0)}</b> at the bone; {p.never || !Number.isFinite(p.coldAt)
              ? `not ${format.degrees(p.target, 0)} in this air`
              : p.coldAt <= now
                ? 'cold'
                : `${format.degrees(p.target, 0)} by ${format.moment(p.coldAt)}`}</span
          >
          {#if p.window}<span class="soft small">{stateWords(p.window, format, now)}</span>{/if}
          {#each p.warns ?? [] as w (w.text)}<span class="small warn" class:act={w.act}>{w.text}</span>{/each}
        {:else}<span class="soft small">Nobody has said how warm it is there.</span>{/if}
      </li>
    {/each}
  </ul>
  <form onsubmit={(e) => void keep(e)}>
    <Field label="Which" items={parts.map((p) => ({ value: p.item, name: name(p) }))} bind:value={chosen} />
    <Field label="Goes" items={WAYS} bind:value={to} />
    <button class="press" type="submit" disabled={busy}>Say it</button>
  </form>
  {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
  {#if said}<p class="small soft" role="status">{said}</p>{/if}
  <p class="small soft">
    A part goes where its animal goes until something is said of it alone. A cool box counts as {format.degrees(
      2,
      0
    )} inside, with ice in it and its water drained.
  </p>
</section>

<style>
  section {
    margin-top: 22px;
  }
  h2 {
    font-size: 1.08rem;
    margin-bottom: 6px;
  }
  ul {
    list-style: none;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 300px), 1fr));
    gap: 0 28px;
  }
  li {
    display: flex;
    flex-direction: column;
    gap: 2px;
    padding: 8px 0;
    border-top: 1px solid var(--line);
  }
  .warn {
    border-left: 4px solid var(--brass);
    padding-left: 8px;
  }
  .warn.act {
    border-color: var(--rust);
    color: var(--rust);
  }
  form {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 10px;
    margin: 10px 0 4px;
  }
  form :global(.one) {
    flex: 1 1 180px;
  }
</style>
