<script lang="ts">
  import { goto } from '$app/navigation';
  import { FileField } from '$lib/ui/fields';
  import { groupWords } from '$lib/words/groups';

  let { data } = $props();
  let faults = $state.raw<readonly string[]>([]);
  /** Reads an order of work that somebody has sent; it becomes one of the larder's own. */
  async function take([file]: File[]) {
    if (!file) return;
    const { default: takeIn } = await import('$lib/device/order-in');
    const taken = await takeIn(file);
    faults = taken.ok ? [] : taken.faults;
    if (taken.ok) await goto(`/ways/${taken.key}`);
  }
  const CHAPTERS = [
    ['own', 'Your own'],
    ['before', 'Before anything is cut'],
    ['field', 'Where it fell'],
    ['skin', 'Skinned, plucked, drawn'],
    ['hook', 'Taken apart'],
    ['table', 'A part on the table'],
    ['board', 'A piece on the board']
  ] as const;
  const chapters = $derived(
    CHAPTERS.map(([key, name]) => ({ name, rows: data.rows.filter((r) => r.chapter === key) })).filter(
      (c) => c.rows.length > 0
    )
  );
</script>

<svelte:head><title>Orders of work · {data.larder.larderName}</title></svelte:head>

<h1>Orders of work</h1>
<p class="lead soft">
  What comes off in which order, and why one would. Each can be read here, followed at the bench, and copied
  into one of your own. The book never depends on the order: anything can be weighed at any time.
</p>

<p class="ways">
  <a class="press" href="/ways/side-by-side">Two side by side</a>
  <a class="press" href="/kitchen">Kitchen cards</a>
</p>
<FileField
  label="An order somebody has sent"
  hint="a JSON file"
  accept="application/json,.json"
  onchosen={take}
/>
{#if faults.length > 0}<div class="fault" role="alert">
    <p>Not taken in:</p>
    {#each faults as fault (fault)}<p>{fault}</p>{/each}
  </div>{/if}

{#each chapters as chapter (chapter.name)}
  <h2>{chapter.name}</h2>
  <ul>
    {#each chapter.rows as row (row.key)}
      <li>
        <a href="/ways/{row.key}">
          <span class="name"
            ><strong>{row.name}</strong><small class="soft">{groupWords(row.groups)}</small></span
          >
          <span class="why soft">{row.why}</span>
          <span class="num mono soft"
            >{row.steps}
            {row.steps === 1 ? 'step' : 'steps'}{#if row.missing > 0}<small class="missing"
                >{row.missing} tools missing</small
              >{/if}</span
          >
        </a>
      </li>
    {/each}
  </ul>
{/each}

<style>
  h1 {
    font-size: 1.55rem;
  }
  .lead {
    max-width: 62ch;
    margin-top: 0.3rem;
  }
  .ways {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    margin: 1rem 0;
  }
  h2 {
    font-size: 1.1rem;
    color: var(--soft);
    margin: 1.5rem 0 0.3rem;
  }
  li {
    border-top: 1px solid var(--line);
  }
  li:last-child {
    border-bottom: 1px solid var(--line);
  }
  a {
    display: grid;
    grid-template-columns: 260px minmax(0, 1fr) 120px;
    gap: 20px;
    align-items: center;
    min-height: 60px;
    padding: 8px 4px;
    text-decoration: none;
  }
  a:hover {
    background: var(--next);
  }
  .name {
    display: flex;
    flex-direction: column;
    line-height: 1.25;
  }
  .why {
    font-size: 0.94rem;
    line-height: 1.35;
  }
  .num {
    text-align: right;
    font-size: 0.9rem;
  }
  .missing {
    display: block;
    color: var(--brass);
    font-family: var(--font-sans);
    font-weight: 600;
  }
  @media (max-width: 47.5em) {
    a {
      grid-template-columns: 1fr auto;
      gap: 2px 12px;
    }
    .why {
      grid-column: 1 / -1;
      order: 3;
    }
  }
</style>
