<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { goto } from '$app/navigation';
  import { refresh } from '$lib/device/refresh';
  import { isReadyMade, readyMadeId, type Plan } from '$core/plan';
  import { sendJson } from '$lib/device/send';
  import { Planning } from '$lib/plan/planning.svelte';
  import StationPage from '$lib/ui/station/StationPage.svelte';
  import { formatter } from '$lib/words/formatter';
  import { provenWords } from '$lib/words/plan';
  import { Planner } from '$lib/workers/planner.svelte';
  import Asked from './Asked.svelte';
  import Becomes from './Becomes.svelte';
  import type DrawnPlan from './Drawn.svelte';
  import Promised from './Promised.svelte';
  import type BesideTable from './Beside.svelte';
  import type CameOffList from './CameOff.svelte';
  import type KnifeList from './Knife.svelte';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const planning = new Planning(() => data);
  const planner = new Planner();
  let said = $state('');
  let kept = $state('');
  let awake = $state(false);
  // What draws comes once there is something to draw.
  let Drawn = $state.raw<typeof DrawnPlan | undefined>();
  let Knife = $state.raw<typeof KnifeList | undefined>();
  let CameOff = $state.raw<typeof CameOffList | undefined>();
  let Beside = $state.raw<typeof BesideTable | undefined>();
  /** A plan that is held beside the one in hand: of these animals, and gone with them. */
  let held = $state.raw<{ name: string; plan: Plan; of: string } | undefined>();
  const ofNow = $derived(data.animals.map((a) => a.id).join(' '));
  const named = $derived(
    `${planning.wishes.map((w) => w.name).join(', ')}${Object.keys(planning.pins).length > 0 ? ', pinned' : ''}`
  );
  function hold(): void {
    if (!answer) return;
    held = { name: named, plan: answer.plan, of: ofNow };
    void import('./Beside.svelte').then((loaded) => (Beside = loaded.default));
  }

  onMount(() => {
    const { inForce } = data;
    const known = inForce?.wishes.filter((w) => isReadyMade(w.id) || data.wishes.some((x) => x.id === w.id));
    planning.chosen = known?.length
      ? known.map((w) => w.id)
      : [data.wishes[0]?.id ?? readyMadeId('steaksAndRoasts')];
    planning.pins = inForce?.pins ?? {};
    awake = true;
    void import('./Drawn.svelte').then((loaded) => (Drawn = loaded.default));
    void import('./Knife.svelte').then((loaded) => (Knife = loaded.default));
    void import('./CameOff.svelte').then((loaded) => (CameOff = loaded.default));
    return () => planner.stop();
  });
  /** What was asked last: the same is not asked twice. */
  let asked = '';
  // Asked again whenever what is on the table, wished for or pinned is another.
  $effect(() => {
    const { wishes, pins } = planning;
    const { muscles } = data;
    if (!awake || wishes.length === 0 || muscles.length === 0) return;
    // What hangs becomes a little more tender by the minute: that is no other question.
    const question = JSON.stringify([
      muscles.map((m) => [m.id, Math.round(m.grams), m.tender.toFixed(2), m.tub]),
      wishes,
      pins
    ]);
    untrack(() => {
      if (question === asked) return;
      asked = question;
      kept = '';
      planner.ask($state.snapshot(muscles) as typeof muscles, $state.snapshot(wishes) as typeof wishes, pins);
    });
  });

  const { answer } = $derived(planner);
  const of = (codes: readonly string[]) =>
    goto(`?of=${codes.join(',')}`, { keepFocus: true, noScroll: true });
  function toggle(code: string): void {
    const now = data.animals.map((a) => a.code);
    const next = now.includes(code) ? now.filter((c) => c !== code) : [...now, code];
    if (next.length > 0 && next.length <= 10) void of(next);
  }
  async function keep(): Promise<void> {
    if (!answer) return;
    const sent = await sendJson('/api/v1/cut-plans', 'POST', planning.saved(answer));
    said = sent.ok ? '' : sent.text;
    kept = sent.ok ? 'The bench goes by this plan now.' : '';
    if (sent.ok) await refresh('larder:plan');
  }
</script>

<StationPage title="Plan" larder={data.larder.larderName}>
  {#snippet head()}
    <p class="soft">
      What becomes of which muscle, for whom. Expected until it is weighed; what lies in a tub stays there.
      <a class="quiet" href="/slice{data.animals[0] ? `?of=${data.animals[0].code}` : ''}">Slice a piece</a>
    </p>
  {/snippet}
  {#snippet left()}
    <section aria-label="Asked">
      <h2>Animals</h2>
      <ul class="animals">
        {#each data.offered as one (one.id)}
          {@const on = data.animals.some((a) => a.id === one.id)}
          <li>
            <button type="button" class="pick" class:on aria-pressed={on} onclick={() => toggle(one.code)}
              ><span class="mono">{one.code}</span>
              <span class="soft">{one.name}{one.work === 'bench' ? ', at the bench' : ''}</span></button
            >
          </li>
        {:else}<li class="soft">Nothing hangs here or lies at the bench.</li>{/each}
      </ul>
      {#if data.animals.some((a) => a.held)}<p class="held">
          Held back: {data.animals
            .filter((a) => a.held)
            .map((a) => a.code)
            .join(', ')}. A plan releases nothing.
        </p>{/if}
      <Asked {planning} {format} wishes={data.wishes} />
    </section>
  {/snippet}
  {#snippet centre()}
    <section aria-label="Plan" class="plan" data-busy={planner.busy || undefined}>
      <p class="proven" role="status">
        {provenWords(answer, planner.busy, planner.broke, format, planner.settled)}
        {#if planner.busy}<button class="quiet" type="button" onclick={() => planner.cancel()}>Stop</button
          >{/if}
      </p>
      {#if answer}
        {#if held && held.of === ofNow && Beside}
          <div class="beside" role="region" aria-label="Two plans">
            <h2>Two plans</h2>
            {#if held.name === named}<p class="soft">
                Held: {held.name}. Choose another wish, or pin something, and what changes stands here.
              </p>
            {:else}<Beside
                first={held}
                second={{ name: named, plan: answer.plan }}
                muscles={data.muscles}
                prices={data.prices}
                meal={planning.table.meal}
                {format}
              />{/if}
          </div>
        {/if}
        {#if Drawn}<Drawn {answer} muscles={data.muscles} animals={data.animals} {format} />{/if}
        <Becomes {planning} {answer} muscles={data.muscles} animals={data.animals} {format} />
      {:else if data.muscles.length === 0}
        <p class="soft">
          Nothing can be planned here yet: an animal is weighed in first, and what is in tubs is already cut.
        </p>
      {/if}
    </section>
  {/snippet}
  {#snippet right()}
    <section aria-label="Promise">
      {#if answer}
        {#if said}<p class="rust" role="alert">{said}</p>{/if}
        {#if kept}<p role="status"><strong>{kept}</strong></p>
        {:else}<button class="press press-main wide" type="button" onclick={() => void keep()}
            >Cut by this plan</button
          >{/if}
        {#if data.inForce && !kept}<p class="soft small">
            In force: {data.inForce.name}.
          </p>{/if}
        {#if data.inForce}<p class="more">
            <a
              class="quiet"
              href="/api/v1/cut-plans/{data.inForce.id}/promise.pdf"
              target="_blank"
              rel="noopener">Its promise, to print</a
            >
          </p>{/if}
        <p class="more">
          {#if held && held.of === ofNow}<button
              class="quiet"
              type="button"
              onclick={() => (held = undefined)}>put the other plan away</button
            >{:else}<button class="quiet" type="button" onclick={hold}>hold this plan beside another</button
            >{/if}
        </p>
        <Promised {planning} {answer} animals={data.animals} {format} />
        {#if CameOff}<CameOff kept={data.kept} before={data.before} {format} />{/if}
        {#if Knife && data.knife.length > 0}<Knife
            rows={data.knife}
            several={data.animals.length > 1}
            {format}
          />{/if}
      {/if}
    </section>
  {/snippet}
</StationPage>

<style>
  .animals {
    max-height: 15rem;
    overflow-y: auto;
    border-top: 1px solid var(--line);
  }
  .pick {
    display: flex;
    align-items: baseline;
    gap: 10px;
  }
  .pick .mono {
    white-space: nowrap;
  }
  .pick.on {
    font-weight: 600;
  }
  .proven {
    min-height: 2.4rem;
  }
  .held,
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  .more {
    min-height: 44px;
    display: flex;
    align-items: center;
  }
  .beside {
    margin-bottom: 20px;
    padding: 10px 14px;
    background: var(--card);
  }
  .wide {
    width: 100%;
    margin-bottom: 14px;
  }
  .small {
    font-size: 0.9rem;
  }
</style>
