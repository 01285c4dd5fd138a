<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { refresh } from '$lib/device/refresh';
  import type { Intent } from '$core/book';
  import { FREEZER, THAWED, WRAP_NAMES } from '$core/reference';
  import { HOUR, parseMass } from '$core/units';
  import { shortCode } from '$core/wrap';
  import { freshId } from '$lib/device/ids';
  import { sendJson } from '$lib/device/send';
  import { Station } from '$lib/station/station.svelte';
  import { Field } from '$lib/ui/fields';
  import StationNotice from '$lib/ui/station/StationNotice.svelte';
  import { formatter } from '$lib/words/formatter';
  import { heldWords } from '$lib/words/label';
  import { eatOf } from '$lib/store/acts';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const { item, lying, whose } = $derived(data);
  const station = new Station(() => data);
  onMount(() =>
    station.join(
      () => undefined,
      () => void refresh('larder:stock')
    )
  );

  type Act = 'return' | 'eat' | 'thaw' | 'give' | 'move' | 'freeze' | 'open' | 'discard';
  /** What is left over of a meal, as typed. */
  let over = $state('');
  const left = $derived(over.trim() === '' ? undefined : parseMass(over, format.unit));
  /** Grams that stay in the pack; undefined where what is typed is no less than all of it. */
  const rest = $derived(
    left === undefined ? 0 : left.ok && lying && left.grams < lying.grams ? left.grams : undefined
  );
  /** Whoever has most of it; what of that is back, undefined where what is typed is more than was given. */
  const out = $derived(data.outside[0]);
  const back = $derived(
    out === undefined
      ? undefined
      : left === undefined
        ? out.grams
        : left.ok && left.grams > 0 && left.grams <= out.grams
          ? left.grams
          : undefined
  );
  /** What it is called when it is back. */
  const again = freshId();
  /** The first press chooses, the second does. */
  let act = $state<Act | undefined>();
  let to = $state('');
  let place = $state('');
  let done = $state('');
  const base = $derived(item.of as { animal?: string; pool?: string });
  const frozen = $derived(item.packedAt !== undefined && item.thawedAt === undefined);

  const SAID: Record<Act, string> = {
    return: 'Back, under a code of its own: print its label.',
    eat: 'Eaten. What was left of it is closed in the book.',
    thaw: 'Thawing: in the fridge, opened if it was in vacuum, on a plate.',
    give: 'Given.',
    move: 'Moved.',
    freeze: 'Back in the cold, marked as once thawed.',
    open: 'Opened: it is a piece again.',
    discard: 'Thrown away.'
  };
  function intentOf(): Intent | undefined {
    const here = { ...base, item: item.id };
    switch (act) {
      case 'eat':
        return lying ? eatOf(here, lying, rest) : undefined;
      case 'return':
        return out && back
          ? {
              kind: 'return',
              ...here,
              from: out.party,
              // What is missing is said above the press.
              ...(back < out.grams ? { sure: ['writeOff' as const] } : {}),
              packs: [
                {
                  id: again,
                  what: item.name.slice(0, 60),
                  class: out.class as 'P',
                  reading: { grams: back, how: over.trim() === '' ? 'model' : 'typed' }
                }
              ]
            }
          : undefined;
      case 'thaw':
        return { kind: 'thaw', ...here };
      case 'give':
        return to.trim() ? { kind: 'give', ...here, to: to.trim() } : undefined;
      case 'move':
        return place ? { kind: 'place', ...here, place: { at: place } } : undefined;
      case 'freeze':
        return { kind: 'place', ...here, place: place ? { at: place } : { shelf: 'freezer' } };
      case 'open':
        return { kind: 'unpack', ...here, id: freshId() };
      case 'discard':
        return lying
          ? {
              kind: 'discard',
              ...base,
              from: item.id,
              reason: 'spoiled',
              reading: { grams: lying.grams, how: 'model' }
            }
          : undefined;
      default:
        return undefined;
    }
  }
  function go(): void {
    const intent = intentOf();
    const chosen = act;
    if (!intent || !chosen) return;
    station.act(`do ${chosen}`, () =>
      station.book([intent], () => {
        done = SAID[chosen];
        act = undefined;
        if (chosen === 'return') void goto(`/p/${shortCode(again)}`);
        else void refresh('larder:stock');
      })
    );
  }
  async function label(): Promise<void> {
    const sent = await sendJson<{ printed: string[] }>('/api/v1/labels/print', 'POST', { packs: [item.id] });
    done = sent.ok && sent.body.printed.length > 0 ? 'Label printed.' : 'The label printer does not answer.';
  }
  const placeWords = $derived.by(() => {
    const [kind, name = ''] = (lying?.place ?? '').split(/:(.*)/s);
    if (kind === 'at') return data.places.find((p) => p.key === name)?.name ?? name;
    if (kind === 'person') return `with ${name}`;
    return kind === 'tub' ? `${name} tub` : name;
  });
</script>

<svelte:head><title>{item.name} {item.code} · {data.larder.larderName}</title></svelte:head>

<div class="page">
  <section>
    <p class="code mono">{item.code}</p>
    <h1>{item.name}</h1>
    {#if lying}
      <p class="hero"><strong>{format.mass(lying.grams)}</strong> <span class="soft">{placeWords}</span></p>
      {#if lying.held}<p class="held" role="status">
          HELD: {heldWords(lying.held)}. Not eaten, given or sent before that is lifted.
        </p>{/if}
      <dl>
        {#if item.packedAt}<div>
            <dt>Packed</dt>
            <dd>{format.day(item.packedAt)}{lying.wrap ? `, ${WRAP_NAMES[lying.wrap]}` : ''}</dd>
          </div>{/if}
        {#if lying.eatBy}<div>
            <dt>Best by, at {format.degrees(FREEZER, 0)}</dt>
            <dd>{format.day(lying.eatBy)}</dd>
          </div>{/if}
        {#if item.thawedAt}<div>
            <dt>Thawed</dt>
            <dd>{format.moment(item.thawedAt)}</dd>
          </div>{/if}
        {#if lying.for}<div>
            <dt>For</dt>
            <dd>{lying.for}</dd>
          </div>{/if}
      </dl>
    {:else if out}
      <p class="hero">
        <strong>{format.mass(out.grams)}</strong>
        <span class="soft">{out.how === 'given' ? 'given to' : 'sent to'} {out.party}</span>
      </p>
      {#if act === 'return'}
        <div class="sure">
          <p class="rust">
            Only if it never came over {format.degrees(THAWED.celsius, 0)} it goes back into the freezer. It gets
            a label of its own: print it, the old one is void.
          </p>
          <Field
            label="Weighs now"
            hint="all of it, where nothing is gone"
            bind:value={over}
            inputmode="decimal"
            unit={format.unit}
            fault={back === undefined ? 'a weight no more than was given' : ''}
          />
          {#if back !== undefined && back < out.grams}<p>
              {format.mass(out.grams - back, 3)} of it are not back: the book writes them off as not returned.
            </p>{/if}
          <button
            class="press press-main"
            onclick={go}
            disabled={!station.awake || station.waiting > 0 || back === undefined}
            >{format.mass(back ?? 0)} is back in the freezer</button
          >
          <button class="press" onclick={() => (act = undefined)}>Leave it</button>
        </div>
      {:else}<button class="press" onclick={() => (act = 'return')}>It came back</button>{/if}
    {:else}<p class="hero soft">Used up: nothing of it lies here any more.</p>{/if}
    {#if done}<p class="done" role="status">{done}</p>{/if}
    <StationNotice {station} {format} idle="" />
    {#if lying && (lying.kind === 'pack' || lying.kind === 'piece' || lying.kind === 'batch')}
      <div class="acts">
        {#if lying.kind === 'pack' && frozen}<button
            class="press"
            class:press-main={act === 'thaw'}
            aria-pressed={act === 'thaw'}
            onclick={() => (act = 'thaw')}>Thaw it</button
          >{/if}
        <button class="press" aria-pressed={act === 'eat'} onclick={() => (act = 'eat')}>Eaten</button>
        <button class="press" aria-pressed={act === 'give'} onclick={() => (act = 'give')}>Give it</button>
        <button class="press" aria-pressed={act === 'move'} onclick={() => (act = 'move')}>Move it</button>
        {#if lying.kind === 'pack' && item.thawedAt}<button
            class="press"
            aria-pressed={act === 'freeze'}
            onclick={() => (act = 'freeze')}>Back into the freezer</button
          >{/if}
        <button class="press" aria-pressed={act === 'discard'} onclick={() => (act = 'discard')}
          >Spoiled</button
        >
        {#if lying.kind === 'pack'}<button
            class="press"
            aria-pressed={act === 'open'}
            onclick={() => (act = 'open')}>Open it</button
          ><button class="press" onclick={() => void label()}>Label</button>{/if}
      </div>
      {#if act}
        <div class="sure">
          {#if act === 'give'}<Field
              label="To whom"
              bind:value={to}
              known={data.parties}
              limits={{ maxlength: 40 }}
            />
            <p class="soft small">Many places allow neither sale nor service of meat nobody has inspected.</p>
          {:else if act === 'move' || act === 'freeze'}<Field
              label="Where to"
              bind:value={place}
              items={[
                { value: '', name: act === 'freeze' ? 'the freezer' : 'choose' },
                ...data.places.map((p) => ({ value: p.key, name: p.name }))
              ]}
            />{/if}
          {#if act === 'freeze'}<p class="rust">
              Only if it never came over {format.degrees(THAWED.celsius, 0)} and lay thawed for less than {THAWED.ms /
                HOUR} hours: the eating is worse, and what grew in it stays. Otherwise cook it first. The mark “thawed”
              stays on it.
            </p>{/if}
          {#if act === 'eat'}<Field
              label="Left over"
              hint="nothing, where it was all eaten"
              bind:value={over}
              inputmode="decimal"
              unit={format.unit}
              fault={rest === undefined ? 'a weight below that of the pack' : ''}
            />{/if}
          {#if act === 'discard'}<p class="rust">
              Smell, slime, green or sour: gone, whatever the date says.
            </p>{/if}
          <button
            class="press press-main"
            onclick={go}
            disabled={!station.awake ||
              station.waiting > 0 ||
              (act === 'give' && to.trim() === '') ||
              (act === 'eat' && rest === undefined) ||
              (act === 'move' && place === '')}
            >{act === 'eat'
              ? rest
                ? `${format.mass(lying.grams - rest)} of it is eaten`
                : `All ${format.mass(lying.grams)} of it is eaten`
              : act === 'thaw'
                ? 'Into the fridge to thaw'
                : act === 'give'
                  ? 'It is given'
                  : act === 'discard'
                    ? 'Thrown away'
                    : act === 'open'
                      ? 'Opened, to be cut or packed anew'
                      : 'It lies there now'}</button
          >
          <button class="press" onclick={() => (act = undefined)}>Leave it</button>
        </div>
      {/if}
    {/if}
    {#if lying?.kind === 'pack'}<img
        class="label"
        src="/api/v1/labels/{item.id}"
        alt="Its label"
        width="400"
        height="250"
      />{/if}
  </section>

  <section>
    <h2>Whose meat it is</h2>
    <ul class="whose">
      {#each whose as one (one.origin)}
        <li>
          <span class="bar" style:width="{Math.max(1, one.share * 100)}%" class:bought={one.kind !== 'animal'}
          ></span>
          <span
            >{#if one.kind === 'animal'}<a href="/animals/{one.name}"
                ><strong class="mono">{one.name}</strong> {one.who}</a
              >{:else}{one.name || 'bought'}{/if}
            <small class="soft"
              >{#if one.killedAt}killed {format.day(one.killedAt)}{one.place
                  ? ` at ${one.place}`
                  : ''}{/if}{one.owner ? `, ${one.owner}` : ''}</small
            >{#if one.held}<small class="rust">held: {heldWords(one.held)}</small>{/if}</span
          >
          <strong class="mono">{format.mass(one.grams)}</strong>
        </li>
      {:else}<li class="soft">Nobody has booked anything into it.</li>{/each}
    </ul>
    {#if data.batch}
      <dl>
        <div>
          <dt>Out of</dt>
          <dd>{data.batch.recipe ?? data.batch.what}, {format.day(data.batch.at)}</dd>
        </div>
        {#if data.batch.nitrite}<div>
            <dt>Nitrite put in</dt>
            <dd>{data.batch.nitrite.toFixed(0)} ppm</dd>
          </div>{/if}
        {#if data.batch.stops?.length}<div>
            <dt>Read while it was made</dt>
            <dd>{data.batch.stops.map((s) => `${s.what} ${format.degrees(s.celsius)}`).join(', ')}</dd>
          </div>{/if}
        {#if data.batch.consent}<div>
            <dt>Agreed</dt>
            <dd>{data.batch.consent}</dd>
          </div>{/if}
      </dl>
    {/if}
    <p><a class="press" href="/trace?of={item.id}">Trace it, step by step</a></p>
    {#if data.others.length > 0}<p class="soft">
        Another thing has this code: {#each data.others as o (o.id)}<a href="/p/{o.id}">{o.name}</a>
        {/each}
      </p>{/if}
  </section>
</div>

<style>
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 56px;
  }
  .code {
    color: var(--soft);
    font-size: 1.1rem;
  }
  h1 {
    font-size: 1.9rem;
  }
  h2 {
    font-size: 1.15rem;
    margin-bottom: 10px;
  }
  .hero {
    font-size: 1.3rem;
    margin-top: 6px;
  }
  .hero strong {
    font-size: 2rem;
  }
  .held,
  .done {
    margin: 10px 0;
    padding: 8px 12px;
    border-left: 5px solid var(--rust);
    background: var(--card);
    font-weight: 650;
    color: var(--rust);
  }
  .done {
    border-color: var(--spruce);
    color: var(--spruce-text);
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  dl {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 30px;
    margin: 14px 0;
  }
  dt {
    color: var(--soft);
    font-size: 0.88rem;
  }
  dd {
    font-weight: 650;
  }
  .acts {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
    gap: 8px;
  }
  .acts .press {
    min-height: 56px;
  }
  .acts [aria-pressed='true'] {
    background: var(--next);
    border-color: var(--spruce);
  }
  .sure {
    display: flex;
    flex-direction: column;
    gap: 10px;
    margin-top: 12px;
    padding: 14px;
    background: var(--card);
    border: 1.5px solid var(--ink);
    border-radius: 4px;
  }
  .sure .press {
    min-height: 60px;
  }
  .label {
    margin-top: 20px;
    max-width: 100%;
    height: auto;
    border: 1px solid var(--line);
  }
  .whose li {
    position: relative;
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 12px;
    padding: 8px 10px 12px;
    border-bottom: 1px solid var(--line);
  }
  .whose small {
    display: block;
  }
  .bar {
    position: absolute;
    left: 0;
    bottom: 2px;
    height: 5px;
    background: var(--spruce);
  }
  .bought {
    background: var(--brass);
  }
  @media (max-width: 47.5em) {
    .page {
      grid-template-columns: minmax(0, 1fr);
      gap: 26px;
    }
  }
</style>
