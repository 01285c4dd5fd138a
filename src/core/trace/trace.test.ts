import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { folded, forwardOnly, type NodeKind, type TraceGraph } from '.';

const graphs: fc.Arbitrary<TraceGraph> = fc
  .record({
    kinds: fc.array(fc.constantFrom<NodeKind>('animal', 'batch', 'packs', 'given'), {
      minLength: 2,
      maxLength: 40
    }),
    links: fc.array(
      fc.record({ from: fc.nat(39), to: fc.nat(39), grams: fc.integer({ min: 1, max: 9_000 }) }),
      { maxLength: 80 }
    )
  })
  .map(({ kinds, links }) => ({
    nodes: kinds.map((kind, i) => ({
      id: `n${i}`,
      kind,
      name: `n${i}`,
      ...(i === 0 ? { asked: true } : {})
    })),
    links: links
      .filter((l) => l.from < kinds.length && l.to < kinds.length)
      .map((l) => ({ from: `n${l.from}`, to: `n${l.to}`, grams: l.grams }))
  }));

/** Depth-first colours: a link back to what is still open closes a circle. */
function hasCircle({ nodes, links }: TraceGraph): boolean {
  const state = new Map<string, 'open' | 'done'>();
  const visit = (id: string): boolean => {
    if (state.get(id)) return state.get(id) === 'open';
    state.set(id, 'open');
    const round = links.some((l) => l.from === id && visit(l.to));
    state.set(id, 'done');
    return round;
  };
  return nodes.some((n) => visit(n.id));
}

describe('a trace to be drawn', () => {
  it('runs one way, whatever went round through a machine, and leads between nodes that are there', () => {
    fc.assert(
      fc.property(graphs, (graph) => {
        for (const drawn of [forwardOnly(graph), folded(graph, 3)]) {
          expect(hasCircle(drawn)).toBe(false);
          const ids = new Set(drawn.nodes.map((n) => n.id));
          expect(drawn.links.every((l) => ids.has(l.from) && ids.has(l.to))).toBe(true);
          expect(new Set(drawn.links.map((l) => `${l.from} ${l.to}`)).size).toBe(drawn.links.length);
          expect(ids.has('n0')).toBe(true);
        }
      })
    );
  });
  it('keeps the way that most went', () => {
    const nodes = ['a', 'b'].map((id) => ({ id, kind: 'batch' as const, name: id }));
    const links = [
      { from: 'b', to: 'a', grams: 120 },
      { from: 'a', to: 'b', grams: 6_900 }
    ];
    expect(forwardOnly({ nodes, links }).links).toEqual([{ from: 'a', to: 'b', grams: 6_900 }]);
  });
  it('of three thousand packs is a few lines, and loses no gram of them', () => {
    const packs = Array.from({ length: 3_000 }, (_, i) => ({
      id: `p${i}`,
      kind: 'packs' as const,
      name: `p${i}`
    }));
    const graph: TraceGraph = {
      nodes: [{ id: 'a', kind: 'animal', name: '26-001', asked: true }, ...packs],
      links: packs.map((p, i) => ({ from: 'a', to: p.id, grams: 100 + (i % 7) }))
    };
    const drawn = folded(graph);
    expect(drawn.nodes.length).toBeLessThan(20);
    expect(drawn.nodes.find((n) => n.id === 'more packs')?.count).toBe(3_000 - 13);
    const sum = (g: TraceGraph) => g.links.reduce((s, l) => s + l.grams, 0);
    expect(sum(drawn)).toBe(sum(graph));
  });
});
