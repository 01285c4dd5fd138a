<script lang="ts">
  import { Field } from '$lib/ui/fields';
  import { formatter } from '$lib/words/formatter';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const { a, b } = $derived(data);
  const PARTS = [
    [undefined, 'The whole animal'],
    ['hindLeg', 'A hind leg'],
    ['shoulder', 'A shoulder']
  ] as const;
  const mass = (grams: number | undefined) => format.mass(grams ?? 0);
  type Sided = NonNullable<typeof data.a>;
  const ROWS: [string, (s: Sided) => string, ((s: Sided) => number)?][] = [
    ['Prime', (s) => mass(s.byClass.P), (s) => s.byClass.P ?? 0],
    ['Slow', (s) => mass(s.byClass.S), (s) => s.byClass.S ?? 0],
    ['Jerky', (s) => mass(s.byClass.J), (s) => s.byClass.J ?? 0],
    ['Grind', (s) => mass(s.byClass.G), (s) => s.byClass.G ?? 0],
    ['Boneless, untrimmed', (s) => mass(s.boneless), (s) => s.boneless],
    ['Bone that stays in the meat', (s) => mass(s.bone), (s) => s.bone],
    ['In a shop', (s) => format.money(s.value), (s) => s.value],
    ['Pieces', (s) => String(s.pieces), (s) => s.pieces],
    ['Minutes', (s) => `about ${s.minutes}`, (s) => s.minutes],
    ['Take care', (s) => s.risks.join(', ') || 'knife only']
  ];
  const more = (row: (typeof ROWS)[number], one: Sided, other: Sided) =>
    row[2] && row[2](one) > row[2](other) * 1.02;
</script>

<svelte:head><title>Side by side · {data.larder.larderName}</title></svelte:head>

<p class="small"><a href="/ways">Orders of work</a></p>
<h1>Two orders side by side</h1>
<p class="soft lead">
  By the model, of an adult female that was not hit in the meat, before anything is trimmed; parts that come
  off are gone on with by their usual order. Minutes are yours where you have any.
</p>

<form method="GET" class="asked">
  <Field
    label="Of"
    name="species"
    value={data.species}
    items={data.kinds.map((k) => ({ value: k.key, name: k.name }))}
  />
  <Field
    label="Hanging"
    name="weight"
    inputmode="decimal"
    unit={format.unit}
    value={data.typed || format.figure(data.hanging, 1)}
    {...data.fault ? { fault: data.fault } : {}}
  />
  <Field
    label="One"
    name="a"
    value={a?.key ?? ''}
    items={data.all.map((p) => ({
      value: p.key,
      name: p.name,
      group: PARTS.find(([part]) => part === p.part)?.[1] ?? ''
    }))}
  />
  <Field
    label="The other"
    name="b"
    value={b?.key ?? ''}
    items={data.like.map((p) => ({ value: p.key, name: p.name }))}
  />
  <button class="press press-main">Lay them side by side</button>
</form>

{#if a && b}
  <table>
    <thead>
      <tr>
        <td></td>
        {#each [a, b] as one (one.key)}<th scope="col">
            <a href="/ways/{one.key}">{one.name}</a>
            <span class="why soft">{one.why}</span>
          </th>{/each}
      </tr>
    </thead>
    <tbody>
      {#each ROWS as row (row[0])}<tr>
          <th scope="row">{row[0]}</th>
          <td class="mono" class:more={more(row, a, b)}>{row[1](a)}</td>
          <td class="mono" class:more={more(row, b, a)}>{row[1](b)}</td>
        </tr>{/each}
    </tbody>
  </table>
{:else}<p class="soft">There is only one order of work for that.</p>{/if}

<style>
  h1 {
    font-size: 1.55rem;
  }
  .lead {
    max-width: 68ch;
    margin-top: 0.3rem;
  }
  .asked {
    display: flex;
    flex-wrap: wrap;
    align-items: flex-end;
    gap: 12px 18px;
    margin: 1.1rem 0 0.4rem;
  }
  table {
    width: 100%;
    max-width: 1000px;
    margin-top: 1rem;
    border-collapse: collapse;
    table-layout: fixed;
  }
  thead td,
  tbody th {
    width: 26%;
  }
  th,
  td {
    padding: 9px 14px 9px 0;
    border-top: 1px solid var(--line);
    text-align: left;
    vertical-align: top;
    font-weight: 400;
  }
  thead th {
    border-top: 0;
    font-family: var(--font-head);
    font-size: 1.1rem;
    font-weight: 650;
  }
  thead td {
    border-top: 0;
  }
  .why {
    display: block;
    margin-top: 4px;
    font-family: var(--font-sans);
    font-size: 0.92rem;
    font-weight: 400;
    line-height: 1.35;
  }
  tbody th {
    color: var(--soft);
  }
  .mono {
    font-size: 1.02rem;
  }
  .more {
    font-weight: 700;
  }
  @media (max-width: 47.5em) {
    th,
    td {
      padding-right: 8px;
    }
  }
</style>
