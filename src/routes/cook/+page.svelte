<script lang="ts">
  import { onMount } from 'svelte';
  import { invalidate } from '$app/navigation';
  import { driedAt, COOLED, DRIED } from '$core/dry';
  import { GRAINS, GRAIN_NAMES, type Grain } from '$core/reference';
  import { parseDegrees } from '$core/probe';
  import { HOUR, grams, parseFigure, sumGrams } from '$core/units';
  import { asReading } from '$lib/bench/plate.svelte';
  import { freshId } from '$lib/device/ids';
  import { askJson } from '$lib/device/ask';
  import { Station } from '$lib/station/station.svelte';
  import { Field, Tick } from '$lib/ui/fields';
  import Fold from '$lib/ui/Fold.svelte';
  import Letter from '$lib/ui/Letter.svelte';
  import ScaleFoot from '$lib/ui/station/ScaleFoot.svelte';
  import StationPage from '$lib/ui/station/StationPage.svelte';
  import { formatter } from '$lib/words/formatter';
  import { heldWords } from '$lib/words/label';
  import { said } from '$lib/words/said';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const station = new Station(() => data);
  onMount(() => station.join(weigh, () => void invalidate('larder:stock')));

  const WHAT = {
    jerky: 'jerky',
    cooked: 'a cooked dish',
    stock: 'stock',
    rendered: 'rendered fat'
  } as const;
  type What = keyof typeof WHAT;
  /** What is usual, said at the step; the local code decides. */
  const SAYS: Record<What, string> = {
    jerky:
      'Slices of 4–6 mm, every trace of fat off. The meat itself reaches 71 °C before or while it dries, birds 74 °C: a dryer’s air alone does not kill what game carries. No boar is dried.',
    cooked:
      'Browned, a third of liquid, lid on; 88–95 °C in the middle until a fork turns in it. Then from 63 to 20 °C within two hours and to 3 °C within four more, in shallow trays.',
    stock:
      'Roasted bones and silver, 4–8 hours below the boil. No spine, head or nodes of deer, and nothing that is held. Cooled as fast as a dish, at most 3 °C or frozen.',
    rendered:
      'White, sweet fat in small dice, with a little water, below 120 °C until the scraps are pale. Strained, cooled, in the dark.'
  };
  const TAKES: Record<What, readonly string[]> = {
    jerky: ['J', 'P', 'S', 'G'],
    cooked: ['S', 'P', 'G', 'J', 'O'],
    stock: ['K'],
    rendered: ['F']
  };
  let what = $state<What>('jerky');
  let picked = $state<string[]>([]);
  let name = $state('');
  let consent = $state('');
  let core = $state('');
  let mm = $state('');
  let grain = $state<Grain>('with');
  let slabFault = $state('');
  /** What the dryer's own scale has logged of the batch that is shown. */
  let logged = $state.raw<{ batch: string; weighings: { at: number; grams: number }[] } | undefined>();
  let chosen = $state<string | undefined>();
  // svelte-ignore state_referenced_locally
  let beginning = $state(data.batches.length === 0);

  const offered = $derived(
    data.ready.filter((r) => TAKES[what].includes(r.class) && !r.held && !(what === 'jerky' && r.boar))
  );
  const inputs = $derived(offered.filter((r) => picked.includes(r.id)));
  const owners = $derived([...new Set(inputs.map((r) => r.owner))]);
  const batch = $derived(data.batches.find((b) => b.id === chosen) ?? data.batches[0]);

  function begin(): void {
    if (inputs.length === 0 || station.waiting > 0) return;
    const thick = what === 'jerky' && mm.trim() !== '' ? parseFigure(mm) : undefined;
    if (what === 'jerky' && mm.trim() !== '' && (thick === undefined || thick < 1 || thick > 60)) {
      slabFault = 'a thickness from 1 to 60 mm';
      return;
    }
    slabFault = '';
    const pool = freshId();
    station.book(
      [
        {
          kind: 'batch',
          pool,
          what,
          ...(name.trim() ? { name: name.trim() } : {}),
          ...(thick === undefined ? {} : { slab: { mm: Math.round(thick * 10) / 10, grain } }),
          inputs: inputs.map((r) => ({
            item: r.id,
            of: 'animal' in r.of ? r.of.animal : r.of.pool
          })),
          ...(owners.length > 1 ? { consent: consent.trim() } : {})
        }
      ],
      () => {
        picked = [];
        name = '';
        beginning = false;
        chosen = pool;
        void invalidate('larder:stock');
      }
    );
  }
  function weigh(): void {
    const now = batch;
    if (!now) return;
    const typed = core.trim() === '' ? undefined : parseDegrees(core, format.degreesIn);
    if (typed && (!typed.ok || typed.celsius < -40 || typed.celsius > 150)) {
      station.notice = { kind: 'plain', text: `“${core}” is no temperature. It is still there to change.` };
      return;
    }
    station.take('weigh', (weight) => {
      const net = weight.grams - weight.tare;
      if (net >= now.grams) {
        station.notice = {
          kind: 'plain',
          text: `${format.mass(net, 3)} is no less than the ${format.mass(now.grams, 3)} in the book: what dries or cooks loses water. Is the tray on it?`
        };
        return;
      }
      const own = { pool: now.id, item: now.id, reading: asReading(weight) };
      station.book(
        [
          now.what === 'jerky'
            ? { kind: 'dry', ...own }
            : { kind: 'cook', ...own, ...(typed?.ok ? { core: typed.celsius } : {}) }
        ],
        () => {
          if (now.what !== 'jerky') core = '';
          void invalidate('larder:stock');
        }
      );
    });
  }
  /** The middle alone, as it cooks or cools: no weight. */
  function readCore(celsius: number, simulated: boolean): void {
    const now = batch;
    if (!now) return;
    station.book(
      [{ kind: 'core', pool: now.id, item: now.id, celsius, ...(simulated ? { simulated: true } : {}) }],
      () => {
        core = '';
        void invalidate('larder:stock');
      }
    );
  }
  function readTyped(): void {
    const typed = parseDegrees(core, format.degreesIn);
    if (!typed.ok || typed.celsius < -40 || typed.celsius > 150)
      station.notice = { kind: 'plain', text: `“${core}” is no temperature. It is still there to change.` };
    else readCore(typed.celsius, false);
  }
  async function probe(): Promise<void> {
    if (!batch) return;
    const read = await askJson<{ celsius: number }>(`/api/v1/probe?what=core&batch=${batch.id}`);
    if (read.ok) readCore(read.body.celsius, true);
    else station.notice = { kind: 'plain', text: read.text };
  }
  async function readLog(): Promise<void> {
    const now = batch;
    if (!now) return;
    const read = await askJson<{ weighings: { at: number; grams: number }[] }>(`/api/v1/dryer/${now.id}`);
    if (read.ok) logged = { batch: now.id, weighings: read.body.weighings };
    else station.notice = { kind: 'plain', text: read.text };
  }
  const log = $derived(logged && logged.batch === batch?.id ? logged.weighings : []);
  const lastLogged = $derived(log.at(-1));
  /** The dryer's last weight is booked as one of the batch's own. */
  function takeLogged(): void {
    const now = batch;
    if (!now || !lastLogged) return;
    if (lastLogged.grams >= now.grams) {
      station.notice = {
        kind: 'plain',
        text: `The dryer’s last ${format.mass(lastLogged.grams, 3)} is no less than the ${format.mass(now.grams, 3)} in the book.`
      };
      return;
    }
    station.book(
      [
        {
          kind: 'dry',
          pool: now.id,
          item: now.id,
          reading: {
            grams: grams(lastLogged.grams),
            how: 'scale',
            device: 'simulated dryer',
            simulated: true
          }
        }
      ],
      () => void invalidate('larder:stock')
    );
  }
  /** One leg of the way down, in words. */
  function legWords(leg: { by: number; at?: number; late: boolean }, to: number): string {
    const goal = format.degrees(to, 0);
    if (leg.at !== undefined)
      return `${goal} at ${format.time(leg.at)}, ${leg.late ? 'later than' : 'before'} ${format.time(leg.by)}`;
    return leg.late
      ? `${goal} was due at ${format.time(leg.by)} and is not read yet`
      : `${goal} by ${format.time(leg.by)}`;
  }
  /** The stand-in lays on what such a thing weighs a while later. */
  $effect(() => {
    if (batch) station.lay(Math.round((batch.grams * (batch.what === 'jerky' ? 0.93 : 0.7)) / 5) * 5);
  });

  const [W, H, HOURS] = [520, 200, 14];
  const x = (hours: number) => 46 + (Math.min(HOURS, hours) / HOURS) * (W - 56);
  const y = (share: number) => 10 + (1 - share) * (H - 36);
  const curve = (perHour: number) =>
    Array.from(
      { length: 57 },
      (_, i) => `${i === 0 ? 'M' : 'L'}${x(i / 4)} ${y(driedAt(i / 4, perHour))}`
    ).join('');
</script>

<StationPage {station} title="Dry and cook" larder={data.larder.larderName}>
  {#snippet head()}
    <p class="soft">
      Jerky, dishes in portions, stock, fat. What is lost is water; the raw grams count as yield.
    </p>
  {/snippet}
  {#snippet left()}
    <section aria-label="In the making">
      <h2>In the making</h2>
      <ul>
        {#each data.batches as b (b.id)}
          <li>
            <button
              type="button"
              class:on={b.id === batch?.id}
              aria-pressed={b.id === batch?.id}
              onclick={() => (chosen = b.id)}
              ><span
                ><strong>{b.name}</strong><small class="soft">begun {format.moment(b.begun)}</small
                >{#if b.held}<small class="rust">held: {heldWords(b.held)}</small>{/if}</span
              ><span class="num"
                ><strong class="mono">{format.mass(b.grams)}</strong><small class="soft"
                  >{format.percent(b.grams / Math.max(1, b.raw), 0)} of {format.mass(b.raw)}</small
                ></span
              ></button
            >
          </li>
        {:else}<li class="soft">Nothing dries or cooks.</li>{/each}
      </ul>
      <Fold title="Begin another" bind:open={beginning}>
        <form
          novalidate
          onsubmit={(e) => {
            e.preventDefault();
            begin();
          }}
        >
          <Field
            label="What"
            bind:value={what}
            items={Object.entries(WHAT).map(([value, n]) => ({ value, name: n }))}
          />
          <p class="says">{said(SAYS[what], format)}</p>
          <ul class="picks">
            {#each offered as r (r.id)}
              <li>
                <Tick
                  bind:checked={
                    () => picked.includes(r.id),
                    (on) => (picked = on ? [...picked, r.id] : picked.filter((p) => p !== r.id))
                  }
                  ><Letter of={r.class} />
                  {r.name}
                  <small class="soft mono">{r.code ?? ''}</small></Tick
                ><strong class="mono">{format.mass(r.grams)}</strong>
              </li>
            {:else}<li class="soft">Nothing for it lies on the table.</li>{/each}
          </ul>
          {#if what === 'jerky'}<div class="pair">
              <Field
                label="Slabs, thick"
                bind:value={mm}
                inputmode="decimal"
                unit="mm"
                placeholder="5"
                fault={slabFault}
              />
              <Field
                label="Cut"
                bind:value={grain}
                items={GRAINS.map((value) => ({ value, name: GRAIN_NAMES[value] }))}
              />
            </div>{/if}
          <Field label="Name" bind:value={name} placeholder={WHAT[what]} limits={{ maxlength: 60 }} />
          {#if owners.length > 1}<Field
              label="Who agreed that {owners.map((o) => o || 'the house').join(' and ')} are joined"
              bind:value={consent}
              limits={{ maxlength: 200 }}
            />{/if}
          <button
            class="press press-main"
            type="submit"
            disabled={inputs.length === 0 ||
              station.waiting > 0 ||
              (owners.length > 1 && consent.trim() === '')}
            >Begin it with {format.mass(sumGrams(inputs.map((r) => r.grams)))}</button
          >
        </form>
      </Fold>
    </section>
  {/snippet}
  {#snippet centre()}
    <section aria-label="How far it is">
      {#if batch}
        <h2 class="name">{batch.name}</h2>
        <p class="hero">
          <strong>{format.percent(batch.grams / Math.max(1, batch.raw), 0)}</strong> of its raw weight is left
        </p>
        {#if batch.what === 'jerky'}
          <svg
            viewBox="0 0 {W} {H}"
            role="img"
            aria-label="Weight over the hours since it began, against 50 and 40 per cent"
          >
            <rect
              x={x(0)}
              width={x(HOURS) - x(0)}
              y={y(DRIED.from)}
              height={y(DRIED.to) - y(DRIED.from)}
              class="goal"
            />
            {#each [1, 0.75, 0.5, 0.25] as share (share)}<line
                x1={x(0)}
                x2={x(HOURS)}
                y1={y(share)}
                y2={y(share)}
                class="rule"
              /><text x={x(0) - 6} y={y(share) + 5} text-anchor="end">{share * 100}%</text>{/each}
            {#each [0, 4, 8, 12] as h (h)}<text x={x(h)} y={H - 6} text-anchor="middle">{h} h</text>{/each}
            {#if batch.drying?.perHour}<path d={curve(batch.drying.perHour)} class="curve" />{/if}
            {#each log as w (w.at)}<circle
                cx={x((w.at - batch.begun) / HOUR)}
                cy={y(w.grams / Math.max(1, batch.raw))}
                r="3.5"
                class="ring"
              />{/each}
            <circle cx={x(0)} cy={y(1)} r="5" class="dot" />
            {#each batch.weighings as w (w.at)}<circle
                cx={x((w.at - batch.begun) / HOUR)}
                cy={y(w.grams / Math.max(1, batch.raw))}
                r="5"
                class="dot"
              />{/each}
          </svg>
          <p>
            {#if batch.drying?.from !== undefined && batch.drying.to !== undefined}
              {#if batch.drying.share <= DRIED.to}Drier than 40 %: it is done, and brittle soon.
              {:else if batch.drying.share <= DRIED.from}Dry enough: bends and cracks, does not break. 40 %
                about <span class="modelled">{format.moment(batch.drying.to)}</span>.
              {:else}50 % about <strong class="modelled">{format.moment(batch.drying.from)}</strong>, 40 %
                about
                <span class="modelled">{format.moment(batch.drying.to)}</span>, as it has dried so far.{/if}
            {:else}Weigh it after an hour or two: then it says when it is done.{/if}
          </p>
          {#if batch.slab}<p class="soft">
              Slabs of {batch.slab.mm} mm, {GRAIN_NAMES[batch.slab.grain]}.
            </p>{/if}
          {#if data.standIn}<p class="acts">
              <button class="press" type="button" onclick={readLog}>Read the simulated dryer’s log</button>
              {#if lastLogged}<button class="press" type="button" onclick={takeLogged}
                  >Book its last, {format.mass(lastLogged.grams, 3)}</button
                >{:else if logged?.batch === batch.id}<span class="soft"
                  >it weighs its tray every half hour, and has not yet</span
                >{/if}
            </p>{/if}
        {/if}
        {#if batch.cooling && batch.what !== 'rendered'}
          <div class="cooling" class:late={batch.cooling.warm?.late || batch.cooling.cold?.late}>
            {#if batch.cooling.state === 'unread'}<p>
                Its middle was not read at {format.degrees(COOLED.hot, 0)} or more yet: read it when it is done,
                and as it cools.
              </p>
            {:else if batch.cooling.state === 'hot'}<p>
                Hot. From {format.degrees(COOLED.hot, 0)} on it has two hours to {format.degrees(
                  COOLED.warm,
                  0
                )} and four more to {format.degrees(COOLED.cold, 0)}: read it as it cools.
              </p>
            {:else}
              <p>
                <strong
                  >Below {format.degrees(COOLED.hot, 0)} since {format.time(batch.cooling.from ?? 0)}.</strong
                >
                {#if batch.cooling.warm}{legWords(batch.cooling.warm, COOLED.warm)};{/if}
                {#if batch.cooling.cold}{legWords(batch.cooling.cold, COOLED.cold)}.{/if}
              </p>
              {#if batch.cooling.warm?.late || batch.cooling.cold?.late}<p>
                  Too slow by the usual rule: it is not kept. What your local code says about it decides.
                </p>{/if}
            {/if}
          </div>
        {/if}
        <div class="core">
          <Field label="In the middle, now" bind:value={core} inputmode="decimal" unit={format.degreeUnit} />
          <button class="press" type="button" onclick={readTyped}>Log the temperature alone</button>
          {#if data.standIn}<button class="quiet" type="button" onclick={probe}
              >ask the simulated probe</button
            >{/if}
        </div>
        <p class="says">
          {said(SAYS[(batch.what in SAYS ? batch.what : 'cooked') as What], format)} Usual practice; your local
          code decides.
        </p>
        {#if batch.stops.length > 0 || batch.cores.length > 0}<p class="soft">
            Read: {[
              ...batch.stops.map((s) => `${s.what} ${format.degrees(s.celsius)}`),
              ...batch.cores.map(
                (c) =>
                  `middle ${format.degrees(c.celsius)}, ${format.moment(c.at)}${c.simulated ? ' (simulated)' : ''}`
              )
            ].join(' · ')}
          </p>{/if}
        {#if batch.weighings.length > 0}<ol class="weighed">
            {#each batch.weighings as w (w.at)}<li>
                {format.moment(w.at)} <strong class="mono">{format.mass(w.grams, 3)}</strong>
                <span class="soft">{format.percent(w.grams / Math.max(1, batch.raw), 0)}</span>
              </li>{/each}
          </ol>{/if}
      {:else}<p class="soft">Begin something at the left.</p>{/if}
    </section>
  {/snippet}
  {#snippet right()}
    <section aria-label="At the scale">
      <ScaleFoot
        {station}
        {format}
        press={weigh}
        disabled={!batch}
        label={batch ? `Weigh ${batch.name.toLowerCase()}` : 'Nothing to weigh'}
        idle="Without its tray, or tared: each weighing is one press."
      >
        {#snippet second()}{#if batch}<a class="press second" href="/wrap">It is done: wrap it</a
            >{/if}{/snippet}
      </ScaleFoot>
    </section>
  {/snippet}
</StationPage>

<style>
  h2.name {
    font-size: 1.6rem;
    color: var(--ink);
  }
  li button {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    width: 100%;
    min-height: 58px;
    padding: 6px;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: none;
    color: inherit;
    font: inherit;
    text-align: left;
  }
  li button.on {
    background: var(--next);
    box-shadow: inset 4px 0 0 var(--spruce);
  }
  small {
    display: block;
    font-size: 0.85rem;
  }
  .num {
    text-align: right;
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  .picks {
    max-height: 300px;
    overflow: auto;
  }
  .picks li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 8px;
    border-bottom: 1px solid var(--line);
  }
  .picks small {
    display: inline;
  }
  .hero {
    font-size: 1.2rem;
    color: var(--soft);
  }
  .hero strong {
    font-size: 2.2rem;
    color: var(--ink);
  }
  svg {
    width: 100%;
    max-width: 620px;
    margin: 8px 0;
  }
  text {
    font-size: 13px;
    fill: var(--soft);
  }
  .rule {
    stroke: var(--line);
  }
  .goal {
    fill: color-mix(in oklab, var(--spruce) 22%, transparent);
  }
  .curve {
    fill: none;
    stroke: var(--edge);
    stroke-width: 2;
    stroke-dasharray: 6 5;
  }
  .ring {
    fill: none;
    stroke: var(--spruce);
    stroke-width: 1.5;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
    margin-top: 8px;
  }
  .core {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 14px;
    margin: 12px 0;
  }
  .cooling {
    margin: 10px 0;
    padding: 8px 12px;
    border-left: 5px solid var(--spruce);
    background: var(--card);
    max-width: 66ch;
  }
  .cooling.late {
    border-color: var(--rust);
    color: var(--rust);
    font-weight: 600;
  }
  .dot {
    fill: var(--spruce);
  }
  .says {
    margin: 10px 0;
    padding-left: 12px;
    border-left: 4px solid var(--brass);
    max-width: 66ch;
    font-size: 0.95rem;
  }
  .weighed {
    margin-top: 8px;
  }
</style>
