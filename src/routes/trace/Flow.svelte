<script lang="ts">
  import { sankey, sankeyJustify, sankeyLinkHorizontal } from 'd3-sankey';
  import type { TraceGraph, TraceNode } from '$core/trace';
  import { under } from '$core/units';
  import type { Formatter } from '$lib/words/formatter';
  import { heldWords } from '$lib/words/label';

  /** What went where, from left to right, as wide as it is heavy. */
  interface Props {
    graph: TraceGraph;
    format: Formatter;
    /** Names of freezers and shelves, by `at:<key>`. */
    places: Readonly<Record<string, string>>;
  }
  let { graph, format, places }: Props = $props();
  const WIDE = 1180;
  const PAD = 22;

  interface Box extends TraceNode {
    x0?: number;
    x1?: number;
    y0?: number;
    y1?: number;
    value?: number;
  }
  interface Way {
    source: Box;
    target: Box;
    value: number;
    width?: number;
  }
  const laid = $derived.by(() => {
    if (graph.links.length === 0) return undefined;
    const rows = Math.max(3, ...[...countBy(graph.nodes)].map(([, n]) => n));
    const height = Math.min(680, Math.max(220, rows * 62));
    const layout = sankey<Box, { value: number; source: string; target: string }>()
      .nodeId((n) => n.id)
      .nodeAlign(sankeyJustify)
      .nodeWidth(12)
      .nodePadding(PAD)
      .extent([
        [4, 8],
        [WIDE - 4, height - 8]
      ]);
    const drawn = layout({
      nodes: graph.nodes.map((n) => ({ ...n })),
      links: graph.links.map((l) => ({ source: l.from, target: l.to, value: l.grams }))
    });
    return { height, nodes: drawn.nodes as Box[], links: drawn.links as unknown as Way[] };
  });
  function countBy(nodes: readonly TraceNode[]): Map<string, number> {
    const by = new Map<string, number>();
    for (const n of nodes) by.set(n.kind, (by.get(n.kind) ?? 0) + 1);
    return by;
  }
  const path = sankeyLinkHorizontal();
  const placeName = (name: string) => under(places, name) ?? (name.split(/:(.*)/s)[1] || 'unplaced');
  const things = (count: number | undefined, one: string, many: string) =>
    count === 1 ? `1 ${one}` : `${count ?? 0} ${many}`;
  function nameOf(node: TraceNode): string {
    switch (node.kind) {
      case 'packs':
        return node.name === '' && node.count
          ? things(node.count, 'pack', 'packs')
          : `${things(node.count, 'pack', 'packs')} in ${placeName(node.name)}`;
      case 'given':
        return node.name ? `given to ${node.name}` : `${node.count} more people`;
      case 'with':
        return `sent to ${node.name}`;
      case 'eaten':
        return 'eaten here';
      case 'lost':
        return 'bone, drip, lost';
      case 'table':
        return 'on the table';
      default:
        return node.name || `${node.count ?? 0} more`;
    }
  }
  const hrefOf = (node: TraceNode): string | undefined =>
    node.kind === 'animal' && node.name
      ? `/trace?of=${node.name}`
      : node.kind === 'batch' || node.kind === 'store'
        ? `/trace?of=${node.id}`
        : undefined;
  const words = $derived(
    graph.links
      .slice(0, 40)
      .map((l) => {
        const [from, to] = [l.from, l.to].map((id) => graph.nodes.find((n) => n.id === id));
        return from && to ? `${nameOf(from)} to ${nameOf(to)}, ${format.mass(l.grams)}` : '';
      })
      .join('; ')
  );
</script>

{#if laid}
  <figure>
    <svg viewBox="0 0 {WIDE} {laid.height}" role="group" aria-label="What went where: {words}">
      {#each laid.links as link, i (i)}
        <path
          d={path(link as never) ?? ''}
          class="way {link.source.kind === 'store' ? 'bought' : ''} {link.target.kind === 'lost'
            ? 'lost'
            : ''}"
          stroke-width={Math.max(1.5, link.width ?? 0)}
          ><title>{nameOf(link.source)} → {nameOf(link.target)}, {format.mass(link.value)}</title></path
        >
      {/each}
      {#each laid.nodes as node (node.id)}
        {@const left = (node.x0 ?? 0) > WIDE * 0.72}
        {@const href = hrefOf(node)}
        <rect
          class="node {node.kind}"
          class:asked={node.asked}
          class:held={node.held !== undefined}
          x={node.x0}
          y={node.y0}
          width={(node.x1 ?? 0) - (node.x0 ?? 0)}
          height={Math.max(3, (node.y1 ?? 0) - (node.y0 ?? 0))}
        />
        {#snippet label()}
          <text
            x={left ? (node.x0 ?? 0) - 8 : (node.x1 ?? 0) + 8}
            y={((node.y0 ?? 0) + (node.y1 ?? 0)) / 2}
            text-anchor={left ? 'end' : 'start'}
            ><tspan class="name">{nameOf(node)}</tspan><tspan class="mass" dx="7"
              >{format.mass(node.value ?? 0)}</tspan
            >{#if node.held}<tspan class="why" dx="7">{heldWords(node.held)}</tspan>{/if}</text
          >
        {/snippet}
        {#if href}<a {href}>{@render label()}</a>{:else}{@render label()}{/if}
      {/each}
    </svg>
  </figure>
{:else}<p class="soft none">Nothing has gone anywhere yet.</p>{/if}

<style>
  figure {
    margin: 14px 0;
    overflow-x: auto;
  }
  svg {
    width: 100%;
    min-width: 720px;
    display: block;
  }
  .way {
    fill: none;
    stroke: var(--spruce);
    stroke-opacity: 0.22;
  }
  .way:hover {
    stroke-opacity: 0.42;
  }
  .bought {
    stroke: var(--brass);
    stroke-opacity: 0.3;
  }
  .lost {
    stroke: var(--edge);
  }
  .node {
    fill: var(--ink);
  }
  .animal {
    fill: #7a2e3a;
  }
  .store {
    fill: var(--brass);
  }
  .batch {
    fill: #b77f85;
  }
  .packs,
  .pack {
    fill: var(--ice);
  }
  .given,
  .with {
    fill: var(--rust);
  }
  .eaten,
  .lost.node {
    fill: var(--edge);
  }
  .asked {
    stroke: var(--ink);
    stroke-width: 3;
  }
  .held {
    stroke: var(--rust);
    stroke-width: 3;
  }
  text {
    fill: var(--ink);
    dominant-baseline: middle;
    font-size: 15px;
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
    stroke-linejoin: round;
  }
  .name {
    font-weight: 650;
  }
  .mass {
    fill: var(--soft);
  }
  .why {
    fill: var(--rust);
    font-weight: 650;
  }
  a:hover .name {
    text-decoration: underline;
  }
  .none {
    padding: 20px 0;
  }
</style>
