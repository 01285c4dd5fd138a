import { folded } from '$core/trace';
import { itemName } from '$core/account';
import { handOf } from '$lib/server/actor';
import { meant } from '$lib/server/meant';
import { originsOf } from '$lib/server/origins';
import { begunAt, reached, recallRows, type RecallRow } from '$lib/server/recall';
import { roomsOf, stopsOf } from '$lib/server/warmth';

/** Rows of a recall that a page lists; the file has all. */
const LISTED = 300;

export const load = async ({ locals, url, depends }) => {
  depends('larder:stock');
  const { house } = locals;
  const chosen = await house.settings.read();
  const asked = url.searchParams.get('of') ?? '';
  const found = await meant(house, asked);
  const common = {
    asked,
    several: found.several ?? [],
    hand: handOf(locals, chosen),
    places: Object.fromEntries(chosen.places.map(({ key, name }) => [`at:${key}`, name])),
    now: Date.now()
  };
  if (found.item) {
    const item = await house.trace.item(found.item);
    const name = item ? (item.what ?? itemName(item, chosen.vocabulary)) : '';
    const [whose, graph, steps] = await Promise.all([
      originsOf(house, found.item),
      house.traceGraph.back(found.item, name),
      house.trace.back(found.item)
    ]);
    const batches = graph.nodes.filter((n) => n.kind === 'batch').map((n) => n.id);
    const [rooms, read] = await Promise.all([
      roomsOf(
        house,
        whose.filter((w) => w.kind === 'animal').map((w) => w.origin),
        common.now
      ),
      stopsOf(house, batches)
    ]);
    return {
      ...common,
      back: {
        rooms,
        read,
        id: found.item,
        name,
        whose,
        graph: folded(graph),
        steps: steps.rows
          .slice(0, 60)
          .map(({ seq, kind, at, hand, grams }) => ({ seq, kind, at, hand, grams }))
      }
    };
  }
  if (found.subject) {
    const { subject } = found;
    const made = subject.kind === 'batch';
    const [graph, touched, calls, whose, before] = await Promise.all([
      house.traceGraph.forward(subject.id),
      house.trace.recalled(subject.id),
      reached(house, subject),
      made ? originsOf(house, subject.id) : [],
      made ? house.traceGraph.back(subject.id, subject.name) : { nodes: [], links: [] }
    ]);
    const rows: RecallRow[] = [];
    for await (const row of recallRows(house, subject.id)) {
      rows.push(row);
      if (rows.length === LISTED) break;
    }
    const people = new Map<string, { packs: number; grams: number; kind: 'given' | 'with' }>();
    for (const { party, kind, grams } of await house.trace.recipients(subject.id)) {
      const was = people.get(party) ?? { packs: 0, grams: 0, kind };
      people.set(party, { ...was, packs: was.packs + 1, grams: was.grams + grams });
    }
    const all = graph.nodes.reduce((sum, n) => sum + (n.kind === 'lost' ? 0 : (n.count ?? 0)), 0);
    const origins = made ? whose.filter((w) => w.kind === 'animal').map((w) => w.origin) : [];
    const [rooms, read] = await Promise.all([
      roomsOf(house, subject.kind === 'animal' ? [subject.id] : origins, common.now),
      stopsOf(house, [subject.id, ...touched.map(({ pool }) => pool.id)])
    ]);
    return {
      ...common,
      forward: {
        rooms,
        read,
        subject: { id: subject.id, kind: subject.kind, name: subject.name, condemned: subject.condemned },
        held: subject.holds.map((h) => ({ why: h.why, at: h.at, note: h.note })),
        begun: begunAt(subject),
        batches: touched
          .filter(({ pool }) => pool.id !== subject.id)
          .map(({ pool, left, lastAt }) => ({ id: pool.id, what: pool.what, left, lastAt })),
        people: [...people].map(([party, p]) => ({ party, ...p, reached: calls.has(party) })),
        rows,
        all,
        whose,
        // Of a batch both ways: what it was made of, and what became of it.
        graph: folded({
          nodes: [...graph.nodes, ...before.nodes.filter((n) => !graph.nodes.some((g) => g.id === n.id))],
          links: [...graph.links, ...before.links]
        })
      }
    };
  }
  return common;
};
