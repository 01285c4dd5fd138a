<script lang="ts">
  import { untrack } from 'svelte';
  import { refresh } from '$lib/device/refresh';
  import { KITCHEN, KITCHEN_NAMES, PRIORITIES, RESTS, type Kitchen, type Rest } from '$core/plan';
  import { CUTS, PLAN_USES, PLAN_USE_NAMES, TRIM_STANDARDS } from '$core/reference';
  import { under } from '$core/units';
  import { sendJson } from '$lib/device/send';
  import { typedOf, readWish, type Faults } from '$lib/plan/typed-wish';
  import type { Planning } from '$lib/plan/planning.svelte';
  import { Field, Tick } from '$lib/ui/fields';
  import type { Formatter } from '$lib/words/formatter';

  let { planning, format }: { planning: Planning; format: Formatter } = $props();
  // What is typed is its own from here on.
  const draft = untrack(() => planning.draft);
  let typed = $state(untrack(() => draft && typedOf(draft, format.unit)));
  let kitchen = $state<Kitchen[]>(draft ? [...draft.kitchen] : []);
  let rest = $state<Rest>(draft?.rest ?? 'best');
  let faults = $state.raw<Faults>({});
  let said = $state('');
  const at = (path: string) => under(faults, path) ?? '';

  const uses = PLAN_USES.map((use) => ({ value: use, name: PLAN_USE_NAMES[use] }));
  const cuts = Object.values(CUTS)
    .filter((c) => !c.parted)
    .map((c) => ({ value: c.key, name: format.cut(c.key) }));
  const REST_NAMES: Record<Rest, string> = {
    best: 'what suits it best',
    grind: 'the mincer',
    whole: 'stays whole'
  };
  const has = (k: Kitchen) => kitchen.includes(k);
  const set = (k: Kitchen, on: boolean) => (kitchen = on ? [...kitchen, k] : kitchen.filter((x) => x !== k));

  async function keep(): Promise<void> {
    if (!typed || !draft) return;
    const read = readWish(
      $state.snapshot(typed),
      { id: draft.id, kitchen: $state.snapshot(kitchen), rest, at: Date.now() },
      format.unit
    );
    faults = read.ok ? {} : read.faults;
    said = '';
    if (!read.ok) return;
    const sent = await sendJson('/api/v1/wishes', 'POST', read.wish);
    said = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    await refresh('larder:plan');
    planning.only(read.wish.id);
    planning.draft = undefined;
  }
</script>

{#if typed}
  <h2>A wish</h2>
  <form
    novalidate
    onsubmit={(e) => {
      e.preventDefault();
      void keep();
    }}
  >
    <Field label="Whose" bind:value={typed.name} fault={at('name')} limits={{ maxlength: 60 }} />
    <div class="pair">
      <Field
        label="At the table"
        bind:value={typed.people}
        inputmode="numeric"
        unit="people"
        fault={at('people')}
      />
      <Field
        label="Raw, each"
        bind:value={typed.portion}
        inputmode="decimal"
        unit={format.unit}
        fault={at('portion')}
      />
      <Field
        label="Meals a week"
        bind:value={typed.mealsAWeek}
        inputmode="numeric"
        fault={at('mealsAWeek')}
      />
      <Field label="For" bind:value={typed.weeks} inputmode="numeric" unit="weeks" fault={at('weeks')} />
    </div>
    <fieldset>
      <legend>The kitchen has</legend>
      {#each KITCHEN as k (k)}<Tick bind:checked={() => has(k), (on) => set(k, on)}>{KITCHEN_NAMES[k]}</Tick
        >{/each}
    </fieldset>
    {#each typed.rows as row, i (i)}
      <fieldset class="row">
        <legend>Row {i + 1}</legend>
        <div class="pair">
          <Field label="What" bind:value={row.use} items={uses} fault={at(`rows.${i}.use`)} />
          <Field
            label="First, or later"
            bind:value={row.priority}
            items={PRIORITIES.map((p) => ({
              value: String(p),
              name: ['comes first', 'then', 'last'][p - 1] ?? ''
            }))}
          />
          <Field
            label="How much"
            bind:value={row.amount}
            inputmode="decimal"
            unit={row.by === 'weight' ? format.unit : ''}
            fault={at(`rows.${i}.amount`)}
          />
          <Field
            label="Counted in"
            bind:value={row.by}
            items={[
              { value: 'portions', name: 'portions' },
              { value: 'weight', name: format.unit },
              { value: 'share', name: '% of all' }
            ]}
          />
          {#if row.by === 'portions'}<Field
              label="A portion"
              bind:value={row.each}
              inputmode="decimal"
              unit={format.unit}
              fault={at(`rows.${i}.each`)}
            />{/if}
          <Field
            label="Pieces"
            placeholder="25 mm, or 0.7–1.5"
            bind:value={row.size}
            fault={at(`rows.${i}.size`)}
          />
        </div>
        <button class="quiet" type="button" onclick={() => typed?.rows.splice(i, 1)}
          >take row {i + 1} out</button
        >
      </fieldset>
    {/each}
    <button
      class="quiet"
      type="button"
      onclick={() =>
        typed?.rows.push({
          use: 'stew',
          by: 'weight',
          amount: '',
          each: typed.portion,
          size: '',
          priority: '2'
        })}>one row more</button
    >
    {#each typed.cuts as cut, i (i)}
      <fieldset class="row">
        <legend>By cut {i + 1}</legend>
        <div class="pair">
          <Field label="Cut" bind:value={cut.cut} items={cuts} fault={at(`cuts.${i}.cut`)} />
          <Field
            label="On the bone"
            bind:value={cut.bone}
            items={[
              { value: '', name: 'as usual' },
              { value: 'on', name: 'left on' },
              { value: 'off', name: 'taken off' }
            ]}
          />
          <Field label="First choice" bind:value={cut.first} items={uses} />
          <Field label="Else" bind:value={cut.second} items={[{ value: '', name: '–' }, ...uses]} />
          <Field
            label="Pieces"
            placeholder="25 mm, or 0.7–1.5"
            bind:value={cut.size}
            fault={at(`cuts.${i}.size`)}
          />
          <Field
            label="Large ones"
            bind:value={cut.halved}
            items={[
              { value: '', name: 'stay as they are' },
              { value: 'halved', name: 'are halved' }
            ]}
          />
          <Field
            label="Trimmed"
            bind:value={cut.trim}
            items={[
              { value: '', name: 'as usual' },
              ...([1, 2, 3] as const).map((t) => ({
                value: String(t),
                name: TRIM_STANDARDS[t].name.toLowerCase()
              }))
            ]}
          />
          <Field
            label="Silver"
            bind:value={cut.silver}
            items={[
              { value: '', name: 'as it is cooked' },
              { value: 'off', name: 'comes off' },
              { value: 'on', name: 'stays on' }
            ]}
          />
        </div>
        <button class="quiet" type="button" onclick={() => typed?.cuts.splice(i, 1)}
          >take cut {i + 1} out</button
        >
      </fieldset>
    {/each}
    <button
      class="quiet"
      type="button"
      onclick={() =>
        typed?.cuts.push({
          cut: 'topRound',
          first: 'roast',
          second: '',
          bone: '',
          size: '',
          halved: '',
          trim: '',
          silver: ''
        })}>say it of a cut</button
    >
    <Field
      label="All else goes to"
      bind:value={rest}
      items={RESTS.map((value) => ({ value, name: REST_NAMES[value] }))}
    />
    {#if Object.keys(faults).length > 0}<p class="rust" role="alert">
        Something is not as it should be; see the fields.
      </p>{/if}
    {#if said}<p class="rust" role="alert">{said}</p>{/if}
    <div class="acts">
      <button class="press press-main" type="submit">Keep it</button>
      <button class="press" type="button" onclick={() => (planning.draft = undefined)}>Leave it</button>
    </div>
  </form>
{/if}

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 12px;
  }
  h2 {
    margin-top: 16px;
  }
  .pair {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 10px;
    align-items: start;
  }
  fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
  }
  legend {
    font-weight: 600;
  }
  .row .pair {
    width: 100%;
  }
  .row {
    padding-top: 6px;
    border-top: 1px solid var(--line);
  }
  .acts {
    display: flex;
    gap: 10px;
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
</style>
