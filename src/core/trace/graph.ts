/** What a node of a trace is. */
export type NodeKind =
  | 'animal'
  | 'store'
  | 'batch'
  | 'equipment'
  | 'pack'
  | 'packs'
  | 'table'
  | 'given'
  | 'with'
  | 'eaten'
  | 'lost'
  | 'other';

/** Somewhere grams come from, are, or go to. */
export interface TraceNode {
  id: string;
  kind: NodeKind;
  /** What is shown of it; of folded packs where they lie, of people their name. */
  name: string;
  /** Packs, or things, that are folded into it. */
  count?: number;
  /** The one that is asked about. */
  asked?: boolean;
  held?: string;
}

export interface TraceLink {
  from: string;
  to: string;
  grams: number;
}

export interface TraceGraph {
  nodes: TraceNode[];
  links: TraceLink[];
}

/**
 * A graph that runs one way: links that lead back (a rest in a machine that goes into the batch it came from) are left out,
 * nodes that nothing touches too, and links between the same two are one.
 *
 * @param graph  as it was read
 * @returns the same without circles; the heaviest way is kept
 */
export function forwardOnly({ nodes, links }: TraceGraph): TraceGraph {
  const sums = new Map<string, TraceLink>();
  for (const link of links) {
    if (link.from === link.to || link.grams <= 0) continue;
    const key = `${link.from} ${link.to}`;
    const known = sums.get(key);
    sums.set(key, known ? { ...known, grams: known.grams + link.grams } : link);
  }
  const next = new Map<string, Set<string>>();
  const kept: TraceLink[] = [];
  for (const link of [...sums.values()].sort((a, b) => b.grams - a.grams)) {
    if (reaches(next, link.to, link.from)) continue;
    const own = next.get(link.from) ?? new Set<string>();
    own.add(link.to);
    next.set(link.from, own);
    kept.push(link);
  }
  const touched = new Set(kept.flatMap(({ from, to }) => [from, to]));
  return { nodes: nodes.filter((n) => touched.has(n.id) || n.asked), links: kept };
}

/** Whether one node leads to another. */
function reaches(next: ReadonlyMap<string, ReadonlySet<string>>, from: string, to: string): boolean {
  const seen = new Set<string>([from]);
  const queue = [from];
  for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
    if (at === to) return true;
    for (const n of next.get(at) ?? [])
      if (!seen.has(n)) {
        seen.add(n);
        queue.push(n);
      }
  }
  return false;
}

/** Most nodes of one kind that are drawn by themselves. Own choice: more are lines one above another. */
export const DRAWN = 14;

/**
 * Folds what is too much to be read: of each kind the heaviest stay, the others become one node with their number.
 * What is asked about is never folded.
 */
export function folded({ nodes, links }: TraceGraph, most = DRAWN): TraceGraph {
  const weight = new Map<string, number>();
  for (const { from, to, grams } of links) {
    weight.set(from, Math.max(weight.get(from) ?? 0, 0) + grams);
    weight.set(to, (weight.get(to) ?? 0) + grams);
  }
  const into = new Map<string, string>();
  const kept: TraceNode[] = [];
  const kinds = new Map<NodeKind, TraceNode[]>();
  for (const node of nodes) kinds.set(node.kind, [...(kinds.get(node.kind) ?? []), node]);
  for (const [kind, own] of kinds) {
    const free = own
      .filter((n) => !n.asked)
      .sort((a, b) => (weight.get(b.id) ?? 0) - (weight.get(a.id) ?? 0));
    kept.push(...own.filter((n) => n.asked));
    if (free.length <= most) {
      kept.push(...free);
      continue;
    }
    const rest = free.slice(most - 1);
    kept.push(...free.slice(0, most - 1));
    const id = `more ${kind}`;
    kept.push({ id, kind, name: '', count: rest.reduce((sum, n) => sum + (n.count ?? 1), 0) });
    for (const n of rest) into.set(n.id, id);
  }
  const moved = links.map(({ from, to, grams }) => ({
    from: into.get(from) ?? from,
    to: into.get(to) ?? to,
    grams
  }));
  return forwardOnly({ nodes: kept, links: moved });
}
