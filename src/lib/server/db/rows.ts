import { under } from '$core/units';
import { getTableColumns, getTableName, sql, type SQL } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';

/** Sends a statement of a transaction off, whose outcome is looked at with all the others when it ends. */
export type Put = (statement: { execute: () => Promise<unknown> }) => void;

interface Shape {
  keys: readonly string[];
  text: string;
}
const shapes = new Map<SQLiteTable, Shape>();

/** Columns of a table, and the statement that puts rows of them in; made once. */
function shapeOf(table: SQLiteTable): Shape {
  const known = shapes.get(table);
  if (known) return known;
  const columns = Object.entries(getTableColumns(table));
  const picked = columns.map((_, i) => `json_extract(value, '$[${i}]')`).join(', ');
  const names = columns.map(([, column]) => `"${column.name}"`).join(', ');
  const shape = {
    keys: columns.map(([key]) => key),
    text: `insert into "${getTableName(table)}" (${names}) select ${picked} from json_each(`
  };
  shapes.set(table, shape);
  return shape;
}

/**
 * Puts rows of whole numbers and text into a table: the same statement however many there are, and one value to bind, which
 * costs a third of writing each value out. Fractions lose their last figures on the way.
 */
export function insertRows<T extends SQLiteTable>(table: T, rows: readonly T['$inferInsert'][]): SQL {
  const { keys, text } = shapeOf(table);
  const values = rows.map((row) => keys.map((key) => under(row as Record<string, unknown>, key) ?? null));
  // The where keeps what may follow, a conflict clause, from being read as a join.
  return sql`${sql.raw(text)}${JSON.stringify(values)}) where true`;
}
