<script lang="ts">
  import { sendJson } from '$lib/device/send';
  import { refreshAll } from '$lib/device/refresh';
  import { onMount } from 'svelte';
  import { CAUTION_CODA, GLANDS, JOINTS, KIT, kitFor, type KitItem, type KitKey } from '$core/reference';
  import { groupWords } from '$lib/words/groups';

  let { data } = $props();
  const { procedure } = $derived(data);
  const kit = $derived(kitFor(procedure, data.kitMissing));
  const item = (key: KitKey): KitItem => KIT[key];
  const { cautions } = $derived(data);

  /** Ticks of the day, for what is done away from any animal: on this device. */
  let done = $state.raw<readonly string[]>([]);
  const day = () => new Date().toLocaleDateString('sv');
  const kept = $derived(`yonder-day ${procedure.key}`);
  onMount(() => {
    try {
      const had = JSON.parse(localStorage.getItem(kept) ?? '{}') as { day?: string; done?: string[] };
      if (had.day === day()) done = had.done ?? [];
    } catch {
      done = [];
    }
  });
  function toggle(key: string) {
    done = done.includes(key) ? done.filter((k) => k !== key) : [...done, key];
    localStorage.setItem(kept, JSON.stringify({ day: day(), done }));
  }
  let failed = $state<string | undefined>();
  async function has(key: KitKey, there: boolean) {
    const rest = data.kitMissing.filter((k) => k !== key);
    const sent = await sendJson('/api/v1/kit', 'PUT', { missing: there ? rest : [...rest, key] });
    failed = sent.ok ? undefined : sent.text;
    await refreshAll();
  }
</script>

<svelte:head><title>{procedure.name} · {data.larder.larderName}</title></svelte:head>

<p class="small"><a href="/ways">Orders of work</a></p>
<div class="head">
  <div>
    <h1>{procedure.name}</h1>
    <p class="soft">
      {groupWords(procedure.groups)} · {procedure.steps.length} steps
    </p>
  </div>
  {#if !procedure.apart && !procedure.pieces}
    <p class="acts">
      <a class="press" href="/ways/side-by-side?a={procedure.key}">Beside another</a>
      <a class="press" href="/api/v1/procedures/{procedure.key}" download>As a file</a>
      <a class="press" href="/ways/{procedure.key}/edit">{procedure.own ? 'Change it' : 'Make it your own'}</a
      >
    </p>
  {/if}
</div>
<p class="why">{procedure.why}</p>
{#if failed}<p class="fault" role="alert">{failed}</p>{/if}

<div class="two">
  <ol>
    {#each procedure.steps as step, i (step.key)}
      <li>
        {#if procedure.apart}
          <button
            type="button"
            class="tick-off mono"
            aria-pressed={done.includes(step.key)}
            aria-label="{step.title}: {done.includes(step.key) ? 'done' : 'not done yet'}"
            onclick={() => toggle(step.key)}>{done.includes(step.key) ? '✓' : ''}</button
          >
        {:else}<span class="no mono soft">{i + 1}</span>{/if}
        <div>
          <h2>{step.title}</h2>
          <p>{step.doing}</p>
          {#if step.look}<p class="look">{step.look}</p>{/if}
          {#each [['Feel', step.feel], ['Wrong', step.wrong], ['Why now', step.why], ['Drops', step.drops]] as [word, text] (word)}
            {#if text}<p class="note"><b>{word}</b> {text}</p>{/if}
          {/each}
          {#if step.answers}<p class="soft small">
              {step.answers.map((a) => a.name).join(' · ')}
            </p>{/if}
          {#each step.bones ?? [] as key (key)}
            {@const joint = JOINTS[key]}
            {#if joint}<p class="small soft">
                <strong>{joint.name}.</strong>
                {joint.feel.charAt(0).toUpperCase()}{joint.feel.slice(1)}.{#if joint.knife}{' '}Knife {joint.knife}.{/if}
              </p>{/if}
          {/each}
          {#each step.glands ?? [] as key (key)}
            {@const gland = GLANDS[key]}
            {#if gland}<p class="small soft">
                <strong>{gland.name}</strong>
                {gland.where}: {gland.why}.
              </p>{/if}
          {/each}
        </div>
      </li>
    {/each}
  </ol>
  <aside>
    {#if kit.length > 0}
      <h2>Kit</h2>
      <ul>
        {#each kit as { key, missing } (key)}
          <li>
            <button type="button" aria-pressed={!missing} onclick={() => has(key, missing)}>
              <span class="mark mono" class:missing>{missing ? '–' : '✓'}</span>
              <span
                >{item(key).name}{#if missing}<small class="missing"
                    >{item(key).instead ? `instead: ${item(key).instead}` : 'nothing does instead'}</small
                  >{/if}</span
              >
            </button>
          </li>
        {/each}
      </ul>
    {/if}
    {#if cautions.length > 0}
      <h2>Take care</h2>
      {#each cautions as caution (caution.key)}<p class="small">{caution.text}</p>{/each}
      <p class="small soft">{CAUTION_CODA}</p>
    {/if}
  </aside>
</div>

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: flex-start;
    gap: 20px;
    margin-top: 4px;
  }
  h1 {
    font-size: 1.55rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
  }
  .why {
    max-width: 64ch;
    margin: 0.6rem 0 1rem;
    font-size: 1.06rem;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 330px;
    gap: 44px;
    align-items: start;
  }
  ol > li {
    display: grid;
    grid-template-columns: 44px 1fr;
    border-top: 1px solid var(--line);
    padding: 12px 0;
  }
  ol h2 {
    font-size: 1.06rem;
  }
  ol p {
    max-width: 62ch;
  }
  .no {
    padding-top: 2px;
  }
  .tick-off {
    width: 30px;
    height: 30px;
    margin: 2px 0;
    border: 1.5px solid var(--edge);
    border-radius: 4px;
    background: var(--card);
    color: var(--spruce-text);
    font-weight: 700;
    position: relative;
  }
  .tick-off::after {
    content: '';
    position: absolute;
    inset: -8px;
  }
  .look {
    margin-top: 3px;
    color: var(--brass);
    font-weight: 600;
  }
  .note b {
    margin-right: 4px;
    color: var(--spruce-text);
  }
  ol .small {
    margin-top: 4px;
  }
  aside h2 {
    font-size: 1.06rem;
    color: var(--soft);
    margin: 10px 0 4px;
  }
  aside button {
    display: grid;
    grid-template-columns: 28px 1fr;
    width: 100%;
    min-height: 44px;
    align-items: center;
    border: 0;
    border-top: 1px solid var(--line);
    padding: 6px 0;
    background: none;
    color: var(--ink);
    font: inherit;
    font-size: 0.94rem;
    line-height: 1.3;
    text-align: left;
  }
  aside p {
    padding: 6px 0;
    border-top: 1px solid var(--line);
  }
  .mark {
    color: var(--spruce-text);
    font-weight: 700;
  }
  .missing {
    color: var(--brass);
    font-weight: 600;
  }
  small.missing {
    display: block;
  }
  @media (max-width: 53.75em) {
    .two {
      grid-template-columns: minmax(0, 1fr);
      gap: 20px;
    }
  }
</style>
