import { UUID7 } from '$core/units';
import { folded } from '$core/trace';
import { itemName } from '$core/account';
import { readCode } from '$core/wrap';
import { handOf } from '$lib/server/actor';
import type { House } from '$lib/server/larder';
import { originsOf } from '$lib/server/origins';
import { begunAt, reached, recallRows, subjectNamed, type RecallRow, type Subject } from '$lib/server/recall';

/** Rows of a recall that a page lists; the file has all. */
const LISTED = 300;

/** What is meant by what somebody typed or scanned. */
async function meant(
  house: House,
  asked: string
): Promise<{ item?: string; subject?: Subject; several?: { id: string; name: string; about: string }[] }> {
  // A scanned tag or label carries an address: its last piece says what it is.
  const text = /^https?:/i.test(asked.trim())
    ? decodeURIComponent(asked.trim().split(/[?#]/)[0]?.split('/').filter(Boolean).at(-1) ?? '')
    : asked.trim();
  if (text === '') return {};
  const subject = await subjectNamed(house, text);
  if (subject) return { subject };
  if (UUID7.test(text)) return (await house.trace.item(text)) ? { item: text } : {};
  const code = readCode(text);
  if (code.ok) {
    const [first] = await house.packs.byTail(code.tail);
    if (first) {
      const own = first.id === first.owner ? await subjectNamed(house, first.id) : undefined;
      return own ? { subject: own } : { item: first.id };
    }
  }
  const [tagged, lots] = await Promise.all([
    house.animals.search({ words: text, limit: 8, offset: 0 }),
    house.trace.lotsNamed(text)
  ]);
  const several = [
    ...tagged.cards.map((a) => ({
      id: a.code,
      name: a.code,
      about: a.facts.tag ? `tag ${a.facts.tag}` : a.facts.species
    })),
    ...lots.map(({ pool }) => ({
      id: pool.id,
      name: pool.what,
      about: pool.supplierLot ?? pool.supplier ?? ''
    }))
  ];
  const [only] = several;
  if (several.length === 1 && only)
    return { subject: await subjectNamed(house, only.id) } as { subject: Subject };
  return several.length > 0 ? { several } : {};
}

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
    return {
      ...common,
      back: {
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
    return {
      ...common,
      forward: {
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
