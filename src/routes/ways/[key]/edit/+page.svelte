<script lang="ts">
  import { sendJson } from '$lib/device/send';
  import { goto } from '$app/navigation';
  import {} from '$lib/device/refresh';
  import { copyOf, cutOf, cutsOf, readOwn, type Asks, type Procedure, type Step } from '$core/reference';
  import { Field } from '$lib/ui/fields';

  let { data } = $props();
  // A copy to change; the one it came from stays as it is.
  // svelte-ignore state_referenced_locally
  const from = data.procedure;
  const fresh = () => `own-${Date.now().toString(36)}`;
  let own = $state<Procedure>(from.own ? structuredClone(from) : copyOf(from, fresh(), `${from.name}, ours`));
  let adding = $state('');
  let faults = $state.raw<{ path: string; message: string }[]>([]);
  let failed = $state('');
  const at = (path: string) => faults.find((f) => f.path === path)?.message;
  const stepFault = (i: number) => faults.find((f) => f.path.startsWith(`steps.${i}`))?.message;

  /** Cuts that may be added: of the part, or straight off the animal. */
  const cuts = $derived(
    (own.part ? cutsOf(own.part, own.groups[0] ?? 'deer') : allCuts()).filter(
      (c) => !own.steps.some((s) => s.takes.some((t) => t.cut === c.key))
    )
  );
  function allCuts() {
    const group = own.groups[0] ?? 'deer';
    const parts = [
      'strap',
      'tenderloin',
      'neck',
      'flank',
      'flankRib',
      'brisket',
      'ribs',
      'belly',
      'breast',
      'leg'
    ];
    return parts.flatMap((part) => cutsOf(part, group));
  }
  const ASKS: [Asks, string][] = [
    ['check', 'A look: hair, pellets, splinters, smell'],
    ['hygiene', 'Hands, board, knife'],
    ['edge', 'The edge'],
    ['do', 'A turn of the hand, in your words']
  ];

  const addItems = $derived([
    { value: '', name: 'choose one' },
    ...cuts.map((cut) => ({
      value: `cut:${cut.key}`,
      name: cut.names[data.larder.vocabulary],
      group: 'A piece, weighed'
    })),
    ...ASKS.map(([key, name]) => ({ value: `asks:${key}`, name, group: 'Attention, no weight' }))
  ]);

  function move(i: number, by: -1 | 1) {
    const steps = [...own.steps];
    const [step] = steps.splice(i, 1);
    if (step) steps.splice(i + by, 0, step);
    own.steps = steps;
  }
  const fixed = (step: Step) => step.closes === true;
  function add(what: string) {
    adding = '';
    const [kind, key = ''] = what.split(':');
    if (!key) return;
    const count = own.steps.length;
    const cut = cutOf(key);
    const step: Step =
      kind === 'cut' && cut
        ? {
            key,
            title: cut.names.plain,
            doing: '',
            cautions: ['knife'],
            takes: [{ kind: 'piece', cut: key }]
          }
        : {
            key: `${key}-${count}${Date.now().toString(36).slice(-3)}`,
            title: ASKS.find(([k]) => k === key)?.[1].split(':')[0] ?? 'A look',
            doing: '',
            asks: key as Asks,
            cautions: [],
            takes: []
          };
    const end = own.steps.findIndex(fixed);
    own.steps = end < 0 ? [...own.steps, step] : [...own.steps.slice(0, end), step, ...own.steps.slice(end)];
  }

  async function save() {
    const { own: _own, ...plain } = $state.snapshot(own) as Procedure;
    const read = readOwn(plain);
    faults = read.ok ? [] : read.faults;
    if (!read.ok) return;
    const sent = await sendJson(`/api/v1/procedures/${own.key}`, 'PUT', plain);
    if (sent.ok) await goto(`/ways/${own.key}`, { invalidateAll: true });
    else failed = `It was not kept; it is still here. ${sent.text}`;
  }
  async function remove() {
    const sent = await sendJson(`/api/v1/procedures/${own.key}`, 'DELETE');
    if (sent.ok) await goto('/ways', { invalidateAll: true });
    else failed = `It is still there. ${sent.text}`;
  }
</script>

<svelte:head><title>{own.name} · {data.larder.larderName}</title></svelte:head>

<p class="small"><a href="/ways/{from.key}">{from.name}</a></p>
<h1>{from.own ? 'Change your order of work' : 'An order of work of your own'}</h1>

<form
  onsubmit={(e) => {
    e.preventDefault();
    void save();
  }}
>
  <div class="top">
    <Field
      id="name"
      name="name"
      label="Name"
      limits={data.limits.name}
      bind:value={own.name}
      fault={at('name')}
    />
    <Field
      id="why"
      name="why"
      label="Why one would"
      hint="for whoever chooses"
      limits={data.limits.why}
      bind:value={own.why}
      fault={at('why')}
    />
  </div>
  <h2>Steps</h2>
  {#if at('steps')}<p class="fault">{at('steps')}</p>{/if}
  <ol>
    {#each own.steps as step, i (step.key)}
      <li>
        <span class="no mono soft">{i + 1}</span>
        <div class="words">
          <Field
            label="Title of step {i + 1}"
            unseen
            limits={data.limits['steps.title']}
            bind:value={step.title}
          />
          <Field
            label="What to do in step {i + 1}"
            unseen
            limits={data.limits['steps.doing']}
            placeholder="what to do"
            bind:value={step.doing}
          />
          {#if stepFault(i)}<p class="fault">{stepFault(i)}</p>{/if}
        </div>
        <span class="what soft small"
          >{step.closes
            ? 'closes'
            : step.glands
              ? 'glands'
              : step.takes[0]
                ? step.takes[0].kind === 'part'
                  ? 'a part off'
                  : 'weighed'
                : step.weighs
                  ? 'weighed'
                  : 'said done'}</span
        >
        <span class="moves">
          <button
            class="press"
            type="button"
            disabled={i === 0 || fixed(step)}
            onclick={() => move(i, -1)}
            aria-label="{step.title}: one up">↑</button
          >
          <button
            class="press"
            type="button"
            disabled={i >= own.steps.length - 1 || fixed(step) || fixed(own.steps[i + 1] ?? step)}
            onclick={() => move(i, 1)}
            aria-label="{step.title}: one down">↓</button
          >
          <button
            class="press"
            type="button"
            disabled={fixed(step)}
            onclick={() => (own.steps = own.steps.filter((s) => s !== step))}
            aria-label="{step.title}: out of the list">×</button
          >
        </span>
      </li>
    {/each}
  </ol>
  <div class="add">
    <Field id="add" label="Add a step" items={addItems} bind:value={adding} onchange={() => add(adding)} />
  </div>
  {#if failed}<p class="fault">{failed}</p>{/if}
  <div class="end">
    <button class="press press-main" type="submit">Keep it</button>
    <a class="press" href="/ways/{from.key}">Leave it</a>
    {#if from.own}<button class="press press-quiet" type="button" onclick={remove}
        >Take it out of the list</button
      >{/if}
  </div>
</form>

<style>
  h1 {
    font-size: 1.55rem;
    margin-bottom: 0.8rem;
  }
  h2 {
    font-size: 1.1rem;
    color: var(--soft);
    margin: 1.2rem 0 0.2rem;
  }
  .top {
    display: grid;
    grid-template-columns: 320px minmax(0, 1fr);
    gap: 20px;
  }
  ol li {
    display: grid;
    grid-template-columns: 36px minmax(0, 1fr) 90px 152px;
    gap: 10px;
    align-items: start;
    border-top: 1px solid var(--line);
    padding: 8px 0;
  }
  .no,
  .what {
    padding-top: 12px;
  }
  .words {
    display: grid;
    grid-template-columns: 260px minmax(0, 1fr);
    gap: 8px;
  }
  .words .fault {
    grid-column: 1 / -1;
  }
  .moves {
    display: flex;
    gap: 6px;
  }
  .moves .press {
    width: 46px;
    padding: 0;
    font-size: 1.1rem;
  }
  .add {
    max-width: 420px;
    margin-top: 12px;
  }
  .fault {
    color: var(--rust);
    font-weight: 600;
    font-size: 0.92rem;
    padding-top: 4px;
  }
  .end {
    display: flex;
    gap: 12px;
    margin-top: 20px;
    padding-bottom: 30px;
  }
  @media (max-width: 53.75em) {
    .top,
    .words {
      grid-template-columns: minmax(0, 1fr);
    }
    ol li {
      grid-template-columns: 30px minmax(0, 1fr);
    }
    .what {
      display: none;
    }
    .moves {
      grid-column: 2;
    }
    .end {
      flex-wrap: wrap;
    }
  }
</style>
