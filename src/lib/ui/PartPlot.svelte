<script lang="ts">
  import type { Account, PartRow } from '$core/account';
  import type { Formatter } from '$lib/words/formatter';

  let { parts, frame, format }: { parts: PartRow[]; frame: Account['frame']; format: Formatter } = $props();

  const rows = $derived([
    ...parts.map((p) => ({
      key: `${p.part}${p.side ?? ''}`,
      name: p.name,
      expected: p.expectedBoneless,
      found: p.boneless,
      settled: p.settled,
      // Less is a question; more is none.
      odd: p.verdict === 'below'
    })),
    ...(frame
      ? [
          {
            key: 'frame',
            name: 'Bare frame',
            expected: frame.expected,
            found: frame.weighed,
            settled: frame.weighed !== undefined,
            odd: frame.weighed !== undefined && frame.weighed > frame.expected.high
          }
        ]
      : [])
  ]);
  const most = $derived(Math.max(1, ...rows.flatMap((r) => [r.expected?.high ?? 0, r.found ?? 0])) * 1.02);
  const x = (grams: number) => (grams / most) * 100;
</script>

<table>
  <thead class="sr-only"><tr><th>Part</th><th>Expected</th><th>Found</th></tr></thead>
  <tbody>
    {#each rows as row (row.key)}
      <tr>
        <th scope="row">{row.name}</th>
        <td
          class="plot"
          aria-label={row.expected ? `expected ${format.range(row.expected)}` : 'no expectation'}
        >
          <span class="ground"></span>
          {#if row.expected}<span
              class="box"
              style:left="{x(row.expected.low)}%"
              style:width="{x(row.expected.high) - x(row.expected.low)}%"
            ></span>{/if}
          {#if row.found !== undefined}<span
              class="dot"
              class:odd={row.odd}
              class:open={!row.settled}
              style:left="{x(Math.max(0, row.found))}%"
            ></span>{/if}
        </td>
        <td class="num mono" class:odd={row.odd} class:soft={!row.settled}
          >{row.found === undefined
            ? row.expected
              ? `~${format.figure(row.expected.mean)}`
              : ''
            : format.figure(row.found)}</td
        >
      </tr>
    {/each}
  </tbody>
</table>

<style>
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    font-weight: 400;
    white-space: nowrap;
    padding: 5px 10px 5px 0;
    width: 1%;
  }
  .plot {
    position: relative;
    height: 30px;
  }
  .ground {
    position: absolute;
    left: 0;
    right: 0;
    bottom: 0;
    border-bottom: 1px solid var(--line);
  }
  .box {
    position: absolute;
    top: 8px;
    bottom: 8px;
    min-width: 8px;
    border: 1.5px dashed var(--edge);
    border-radius: 3px;
  }
  .dot {
    position: absolute;
    top: 50%;
    width: 13px;
    height: 13px;
    margin: -6.5px 0 0 -6.5px;
    border-radius: 50%;
    background: var(--ink);
  }
  .dot.open {
    background: var(--card);
    border: 2.5px solid var(--ink);
  }
  .dot.odd {
    background: var(--rust);
    border-color: var(--rust);
  }
  .num {
    text-align: right;
    width: 74px;
    font-weight: 600;
  }
  .num.odd {
    color: var(--rust);
  }
  .num.soft {
    font-weight: 400;
  }
</style>
