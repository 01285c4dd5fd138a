import { eq, inArray, sql } from 'drizzle-orm';
import { classesOf, balanceOf, type BookState, type Item, type ItemKind, type Place } from '$core/book';
import { under } from '$core/units';
import type { Tx } from '../db/client';
import { insertRows, type Put } from '../db/rows';
import { stock } from '../db/schema';

/** Kinds of items that lie somewhere as stock: what hangs or lies whole has stations of its own. */
const LYING: ReadonlySet<ItemKind> = new Set(['piece', 'tub', 'pack', 'batch', 'store', 'equipment']);

/** A place as one text, to be asked for: `tub:grind`, `at:chest`, `shelf:cold`, `person:…`. */
export function placeText(item: Pick<Item, 'place' | 'tub'>): string | null {
  const place: Place | undefined = item.place ?? (item.tub ? { tub: item.tub } : undefined);
  if (!place) return null;
  const [[kind, name] = ['', '']] = Object.entries(place) as [string, string][];
  return `${kind}:${name}`;
}

/** What is kept of an item as stock; nothing where it is none, or empty. */
export function stockRow(state: BookState, id: string): typeof stock.$inferInsert | undefined {
  const item = under(state.items, id);
  if (!item || !LYING.has(item.kind)) return undefined;
  const grams = balanceOf(state, id);
  if (grams <= 0) return undefined;
  const [main] = classesOf(under(state.balances, id)).sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1));
  return {
    item: id,
    owner: item.owner,
    kind: item.kind,
    grams,
    class: main?.[0] ?? '-',
    place: placeText(item),
    what: item.what ?? null,
    cut: item.cut ?? null,
    packedAt: item.packedAt ?? null,
    thawedAt: item.thawedAt ?? null
  };
}

/** Brings the stock of one subject to what it is between two states of it. */
export function writeStock(tx: Tx, put: Put, before: BookState, after: BookState): void {
  const moved = [...new Set([...Object.keys(before.items), ...Object.keys(after.items)])].filter(
    (id) =>
      under(before.items, id) !== under(after.items, id) ||
      under(before.balances, id) !== under(after.balances, id)
  );
  const rows: (typeof stock.$inferInsert)[] = [];
  const gone: string[] = [];
  for (const id of moved) {
    const [was, now] = [stockRow(before, id), stockRow(after, id)];
    if (now) {
      if (JSON.stringify(was) !== JSON.stringify(now)) rows.push(now);
    } else if (was) gone.push(id);
  }
  if (rows.length > 0) {
    const anew = sql`on conflict (item) do update set grams = excluded.grams, class = excluded.class,
      place = excluded.place, what = excluded.what, cut = excluded.cut, packed_at = excluded.packed_at,
      thawed_at = excluded.thawed_at`;
    put(tx.run(sql`${insertRows(stock, rows)} ${anew}`));
  }
  const [one] = gone;
  if (gone.length === 1 && one) put(tx.delete(stock).where(eq(stock.item, one)));
  else if (gone.length > 0) put(tx.delete(stock).where(inArray(stock.item, gone)));
}
