<script lang="ts">
  import { onMount } from 'svelte';
  import { refresh } from '$lib/device/refresh';
  import { SPECIES, WRAPS, WRAP_NAMES } from '$core/reference';
  import { isAllOf } from '$core/scale';
  import { asReading } from '$lib/bench/plate.svelte';
  import { freshId } from '$lib/device/ids';
  import { sendJson } from '$lib/device/send';
  import { Station } from '$lib/station/station.svelte';
  import { Field } from '$lib/ui/fields';
  import Letter from '$lib/ui/Letter.svelte';
  import ScaleFoot from '$lib/ui/station/ScaleFoot.svelte';
  import StationPage from '$lib/ui/station/StationPage.svelte';
  import { formatter } from '$lib/words/formatter';
  import { heldWords } from '$lib/words/label';
  import { Wrapping } from '$lib/wrap/wrapping.svelte';
  import Labels from './Labels.svelte';
  import Orders from './Orders.svelte';
  import Rolls from './Rolls.svelte';
  import Seals from './Seals.svelte';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const station = new Station(() => data);
  const wrapping = new Wrapping(() => data);
  const { item, packs, next, bag, body, cuts } = $derived(wrapping);

  onMount(() => {
    wrapping.recall();
    return station.join(press, () => void refresh('larder:stock'));
  });
  $effect(() => {
    if (next !== undefined) station.lay(next);
  });

  /** What is taken of an animal or a batch, one group after another. */
  const groups = $derived.by(() => {
    const by = new Map<string, typeof wrapping.ready>();
    for (const one of wrapping.ready) {
      const key = one.kind === 'batch' ? 'Batches' : (one.code ?? 'Opened packs');
      by.set(key, [...(by.get(key) ?? []), one]);
    }
    return [...by];
  });

  function handIn(weight: number, reading: Parameters<typeof wrapping.pack>[2]): void {
    const id = freshId();
    const intent = wrapping.pack(id, weight, reading);
    if (!intent) return;
    station.book(
      [intent],
      () => void after(id),
      () => wrapping.drop(id)
    );
  }
  /** The pack stands: its label follows, and the list is read anew. */
  async function after(id: string): Promise<void> {
    await refresh('larder:stock');
    wrapping.set(id, 'booked');
    await print([id]);
  }
  async function print(ids: readonly string[]): Promise<void> {
    if (ids.length === 0) return;
    const sent = await sendJson<{ printed: string[]; left: string[] }>('/api/v1/labels/print', 'POST', {
      packs: ids
    });
    for (const id of ids)
      wrapping.set(id, sent.ok && sent.body.printed.includes(id) ? 'printed' : 'unprinted');
    if (!sent.ok || sent.body.left.length > 0)
      station.notice = {
        kind: 'plain',
        text: `${sent.ok ? sent.body.left.length : ids.length} without a label: the printer does not answer. The packs are in the book; print the rest when it is back.`
      };
  }

  function press(): void {
    if (!item || next === undefined) return;
    const { grams: left } = item;
    station.take('pack', (weight) => {
      const net = weight.grams - weight.tare;
      // The last pack is all that is left, whatever a scale's division makes of it.
      if (packs.length === 1 && isAllOf(net, left)) {
        handIn(left, undefined);
        return;
      }
      if (net > left) {
        station.notice = {
          kind: 'plain',
          text: `${format.mass(net, 3)} on the scale, and the book has ${format.mass(left, 3)} of it left. Is something else on it?`
        };
        return;
      }
      handIn(net, asReading(weight));
    });
  }
  /** Where packs go from now on: it is remembered for the whole larder. */
  async function goesTo(place: string): Promise<void> {
    wrapping.place = place;
    await sendJson('/api/v1/wrapping', 'PUT', { place: place === '' ? null : place });
    await refresh('larder:stock');
  }
  const rest = () => station.act('rest', () => item && handIn(item.grams, undefined));
</script>

<StationPage {station} title="Wrap" larder={data.larder.larderName}>
  {#snippet head()}
    <p class="soft">
      Cold and dry, bone ends doubled, the mouth of the bag wiped. Vacuum keeps no germ away: at most {format.degrees(
        3,
        0
      )}, or frozen; opened before it thaws.
    </p>
  {/snippet}
  {#snippet left()}
    <section aria-label="Ready to be wrapped" class="ready">
      <h2>Ready</h2>
      {#each groups as [name, list] (name)}
        <p class="group">
          <span class="mono">{name}</span>
          <small class="soft"
            >{list[0]?.code
              ? list[0].species.map((s) => SPECIES[s].name.toLowerCase()).join(', ')
              : ''}{#if list[0]?.held}
              <span class="held">{heldWords(list[0].held)}</span>{/if}</small
          >
        </p>
        <ul>
          {#each list as one (one.id)}
            <li>
              <button
                type="button"
                class:on={one.id === item?.id}
                aria-pressed={one.id === item?.id}
                onclick={() => wrapping.choose(one.id)}
                ><Letter of={one.class} /><span
                  >{one.name}{one.side && one.side !== 'both' ? `, ${one.side}` : ''}</span
                ><strong class="mono">{format.mass(one.grams)}</strong></button
              >
            </li>
          {/each}
        </ul>
      {:else}<p class="soft">Nothing lies on the table that is in no bag.</p>{/each}
      <p class="small">
        {#if data.all}<a class="more" href="/wrap">Only what was killed lately</a>{:else}<a
            class="more"
            href="/wrap?all">Older, still in the book’s tubs</a
          >{/if}
      </p>
    </section>
  {/snippet}
  {#snippet centre()}
    <section aria-label="In hand" class="hand">
      {#if item}
        <p class="hero">
          <strong>{item.name}</strong>
          <span>{format.mass(item.grams)} left</span>
        </p>
        {#if item.held}<p class="warn rust">
            {heldWords(item.held)}: it may be wrapped and frozen, alone; its label says HELD, and nobody eats
            or gives it before that is lifted.
          </p>{/if}
        {#if wrapping.order}<p class="warn">
            For {wrapping.order.for}: {wrapping.order.packs - wrapping.order.packed} more of {format.mass(
              wrapping.order.each
            )} are asked for.
          </p>{/if}
        {#if wrapping.warm}<p class="warn">
            Cut {format.time(item.bornAt ?? 0)}: a night in the cold first makes it dry and firm, and the seal
            holds.
          </p>{/if}
        <div class="packs" aria-label="Packs of it">
          {#each packs.slice(0, 40) as one, i (i)}<span class:next={i === 0}>{format.mass(one)}</span>{/each}
          {#if packs.length > 40}<span>and {packs.length - 40} more</span>{/if}
        </div>
        <div class="asks">
          <Field
            label="The label says"
            bind:value={wrapping.what}
            placeholder={item.name}
            limits={{ maxlength: 60 }}
          />
          <Field
            label="Packs"
            bind:value={wrapping.count}
            placeholder={String(packs.length)}
            inputmode="numeric"
          />
          <Field
            label="In"
            bind:value={wrapping.wrap}
            items={WRAPS.map((value) => ({ value, name: WRAP_NAMES[value] }))}
          />
          <Field
            label="Goes to"
            bind:value={() => wrapping.place, (place) => void goesTo(place)}
            items={[
              { value: '', name: 'the freezer' },
              ...data.places.map((p) => ({ value: p.key, name: p.name }))
            ]}
          />
          <Field
            label="For"
            bind:value={wrapping.for}
            placeholder="whoever"
            known={data.households}
            limits={{ maxlength: 60 }}
          />
        </div>
        {#if bag && body}
          <div class="bag">
            <svg
              viewBox="-6 -6 {bag.length + 12} {bag.width + 12}"
              role="img"
              aria-label="The bag, {bag.length} by {bag.width} mm, with the piece in it"
            >
              <rect width={bag.length} height={bag.width} rx="4" class="film" />
              <line x1="12" x2="12" y1="0" y2={bag.width} class="seal" />
              <line x1={bag.length - 12} x2={bag.length - 12} y1="0" y2={bag.width} class="seal" />
              <rect
                x={(bag.length - body.body.length - data.wrapping.allowance) / 2}
                y={(bag.width - body.body.width) / 2}
                width={body.body.length}
                height={body.body.width}
                rx={Math.min(body.body.width, body.body.length) / 3}
                class="piece tub-{item.class}"
              />
            </svg>
            <div>
              <p>
                Bag <strong class:modelled={!body.measured}>{bag.length} × {bag.width} mm</strong>
                <span class="soft small"
                  >{body.measured ? 'as measured' : 'by its weight; measure it for a closer one'}</span
                >
              </p>
              <div class="mm">
                <Field
                  label="Long, mm"
                  bind:value={wrapping.measured.length}
                  placeholder={String(body.body.length)}
                  inputmode="numeric"
                />
                <Field
                  label="Wide, mm"
                  bind:value={wrapping.measured.width}
                  placeholder={String(body.body.width)}
                  inputmode="numeric"
                />
                <Field
                  label="Thick, mm"
                  bind:value={wrapping.measured.thickness}
                  placeholder={String(body.body.thickness)}
                  inputmode="numeric"
                />
              </div>
            </div>
          </div>
        {/if}
        <Rolls {wrapping} {cuts} />
        <Orders {wrapping} {format} />
      {:else}<p class="soft empty">Choose what is wrapped, at the left.</p>{/if}
    </section>
  {/snippet}
  {#snippet right()}
    <section aria-label="At the scale">
      <ScaleFoot
        {station}
        {format}
        {press}
        asked={next}
        disabled={next === undefined}
        idle="Look at each seal: no crease, not wet, no blood in it; and again tomorrow."
        label={next === undefined
          ? 'All wrapped'
          : packs.length === 1
            ? 'Last pack of it'
            : `Pack it, ${packs.length} to go`}
      >
        {#snippet second()}<button
            class="press second"
            type="button"
            disabled={!item || !station.awake}
            onclick={rest}>The rest, {format.mass(item?.grams ?? 0)}, as one</button
          >{/snippet}
      </ScaleFoot>
      <Labels
        {wrapping}
        {format}
        {print}
        off={data.printerOff}
        standIn={data.standIn}
        language={data.language}
      />
      <Seals
        toLook={data.toLook}
        seals={data.seals}
        {station}
        {format}
        looked={() => void refresh('larder:stock')}
      />
    </section>
  {/snippet}
</StationPage>

<style>
  .ready {
    max-height: 76vh;
    overflow: auto;
  }
  .group {
    display: flex;
    gap: 10px;
    align-items: baseline;
    margin-top: 10px;
    padding-bottom: 2px;
    border-bottom: 1.5px solid var(--ink);
    font-weight: 700;
  }
  .group small {
    font-weight: 400;
  }
  .held,
  .rust {
    color: var(--rust);
    font-weight: 650;
  }
  li button {
    display: grid;
    grid-template-columns: 30px minmax(0, 1fr) auto;
    gap: 10px;
    align-items: center;
    width: 100%;
    min-height: 46px;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: none;
    color: inherit;
    font: inherit;
    text-align: left;
    padding: 0 6px;
  }
  li button.on {
    background: var(--next);
    box-shadow: inset 4px 0 0 var(--spruce);
  }
  .more {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
  .hand {
    display: flex;
    flex-direction: column;
    gap: 14px;
  }
  .hero {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 16px;
    font-size: 1.25rem;
    color: var(--soft);
  }
  .hero strong {
    font-family: var(--font-head);
    font-size: 1.7rem;
    line-height: 1.1;
    color: var(--ink);
  }
  .warn {
    padding: 8px 12px;
    border-left: 5px solid var(--brass);
    background: var(--card);
    font-weight: 600;
  }
  .warn.rust {
    border-color: var(--rust);
  }
  .packs {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
  .packs span {
    padding: 5px 10px;
    border: 1.5px dashed var(--edge);
    border-radius: 3px;
  }
  .packs .next {
    border-style: solid;
    border-color: var(--spruce);
    font-weight: 700;
  }
  .asks {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
    gap: 12px;
    align-items: end;
  }
  .bag {
    display: grid;
    grid-template-columns: minmax(0, 220px) minmax(0, 1fr);
    gap: 20px;
    align-items: center;
  }
  .bag svg {
    width: 100%;
    max-height: 150px;
  }
  .film {
    fill: color-mix(in oklab, var(--ice) 14%, var(--card));
    stroke: var(--ice);
    stroke-width: 2;
  }
  .seal {
    stroke: var(--ice);
    stroke-width: 4;
    stroke-dasharray: 5 4;
  }
  .piece {
    fill: var(--pig, #7a2e3a);
    opacity: 0.85;
  }
  .mm {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 10px;
    margin-top: 8px;
  }
  .empty {
    padding: 24px 0;
  }
  @media (max-width: 47.5em) {
    .ready {
      max-height: 40vh;
    }
    .bag {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
