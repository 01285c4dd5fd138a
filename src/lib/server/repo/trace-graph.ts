import { sql } from 'drizzle-orm';
import { forwardOnly, type NodeKind, type TraceGraph, type TraceLink, type TraceNode } from '$core/trace';
import type { Larder } from '../db/client';
import type { TraceRepository } from './trace';

/** A trace as it is drawn: subjects with what went between them, packs folded by where they are. */
export class TraceGraphRepository {
  constructor(
    private readonly larder: Larder,
    private readonly trace: TraceRepository
  ) {}

  /** Back from one item to the animals and the shop: each subject on its way is one node. */
  async back(item: string, name: string): Promise<TraceGraph> {
    const rows = await this.larder.db.all<{
      from: string;
      fromKind: string | null;
      to: string;
      toKind: string | null;
      asked: number;
      grams: number;
    }>(sql`
      with recursive up (item, upto) as (
        select ${item}, 9007199254740991
        union
        select f.from_item, f.seq from up join flows f on f.to_item = up.item and f.seq < up.upto
      ),
      went as (
        select distinct f.seq, f.line, f.from_item, f.to_item, f.grams
        from up join flows f on f.to_item = up.item and f.seq < up.upto
      )
      select coalesce(a.owner, w.from_item) as "from", a.kind as fromKind, coalesce(b.owner, w.to_item) as "to",
        b.kind as toKind, w.to_item = ${item} as asked, sum(w.grams) as grams
      from went w left join items a on a.id = w.from_item left join items b on b.id = w.to_item
      group by 1, 3, 5`);
    const links: TraceLink[] = rows.map((row) => ({
      from: row.from,
      to: row.asked ? item : row.to,
      grams: row.grams
    }));
    const subjects = [...new Set(links.flatMap(({ from, to }) => [from, to]))].filter((id) => id !== item);
    const known = await this.#subjects(subjects);
    const nodes: TraceNode[] = [
      { id: item, kind: 'pack', name, asked: true },
      ...subjects.flatMap((id) => known.get(id) ?? [])
    ];
    const there = new Set(nodes.map((n) => n.id));
    // What came in from the field or the shop is the animal or the lot itself.
    return forwardOnly({ nodes, links: links.filter((l) => there.has(l.from) && there.has(l.to)) });
  }

  /** Forward from an animal, a batch or a store lot: the batches it went into, and where all of them are or who has them. */
  async forward(subject: string): Promise<TraceGraph> {
    const { db } = this.larder;
    const touched = (await this.trace.recalled(subject)).map(({ pool }) => pool.id);
    const whole = [...new Set([subject, ...touched])];
    const list = sql.join(
      whole.map((id) => sql`${id}`),
      sql`, `
    );
    const between = await db.all<TraceLink>(sql`
      select a.owner as "from", b.owner as "to", sum(f.grams) as grams
      from items a join flows f on f.from_item = a.id join items b on b.id = f.to_item
      where a.owner in (${list}) and b.owner in (${list}) and a.owner <> b.owner group by 1, 2`);
    const ends = await db.all<{ owner: string; end: string; grams: number; count: number }>(sql`
      select b.owner, case
          when b.item like 'given:%' then 'given:' || substr(b.item, 7, instr(substr(b.item, 7), ':') - 1)
          when b.item like 'with:%' then 'with:' || substr(b.item, 6, instr(substr(b.item, 6), ':') - 1)
          when b.item like 'eaten:%' then 'eaten:'
          when b.item like 'loss:%' then 'lost:'
          when b.item like 'sample:%' then 'other:laboratory'
          when s.kind = 'pack' then 'packs:' || coalesce(s.place, '')
          else 'table:' end as end,
        sum(b.grams) as grams, count(distinct b.item) as count
      from balances b left join stock s on s.item = b.item
      where b.owner in (${list}) and b.item not like 'field:%' and b.item not like 'store:%' and b.grams > 0
      group by 1, 2`);
    const known = await this.#subjects(whole);
    const nodes: TraceNode[] = whole.flatMap((id) => {
      const node = known.get(id);
      return node ? [{ ...node, ...(id === subject ? { asked: true } : {}) }] : [];
    });
    const endNodes = new Map<string, TraceNode>();
    const links: TraceLink[] = [...between];
    for (const { owner, end, grams, count } of ends) {
      const [kind = '', name = ''] = end.split(/:(.*)/s);
      const was = endNodes.get(end);
      endNodes.set(end, { id: end, kind: kind as NodeKind, name, count: (was?.count ?? 0) + count });
      links.push({ from: owner, to: end, grams });
    }
    return forwardOnly({ nodes: [...nodes, ...endNodes.values()], links });
  }

  /** Animals, batches, lots and machines as nodes. */
  async #subjects(ids: readonly string[]): Promise<Map<string, TraceNode>> {
    if (ids.length === 0) return new Map();
    const text = JSON.stringify(ids);
    const rows = await this.larder.db.all<{
      id: string;
      kind: NodeKind;
      name: string;
      held: string | null;
    }>(sql`
      select id, 'animal' as kind, code as name, held from animals where id in (select value from json_each(${text}))
      union all
      select p.id, p.kind, coalesce(json_extract(i.record, '$.what'), p.what), p.held
        from pools p left join items i on i.id = p.id where p.id in (select value from json_each(${text}))`);
    return new Map(
      rows.map(({ held, ...node }) => [node.id, { ...node, ...(held ? { held } : {}) }] as const)
    );
  }
}
