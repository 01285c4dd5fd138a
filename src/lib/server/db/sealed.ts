import { sql, type SQL } from 'drizzle-orm';

/** A table beside the book whose rows are sealed, one by one or those of an hour together. */
export interface SealedTable {
  table: string;
  /** Columns that make the key; of `hour` the whole hours since the epoch. */
  key: readonly (string | { hour: string })[];
  /** What else is sealed of a row. What says only when somebody was seen is not. */
  columns: readonly string[];
}

/** Everything that a larder keeps beside its book and that anybody could want to change past the program. */
export const SEALED: readonly SealedTable[] = [
  { table: 'settings', key: ['key'], columns: ['value', 'version'] },
  { table: 'procedures', key: ['key'], columns: ['value'] },
  { table: 'recipes', key: ['key', 'version'], columns: ['value', 'gone'] },
  { table: 'wishes', key: ['id'], columns: ['value'] },
  { table: 'cut_plans', key: ['id'], columns: ['at', 'value'] },
  { table: 'cut_plan_animals', key: ['animal', 'plan'], columns: ['at'] },
  { table: 'slicings', key: ['id'], columns: ['animal', 'at', 'value'] },
  { table: 'rule_cards', key: ['key'], columns: ['value'] },
  { table: 'cooling_plans', key: ['animal'], columns: ['value'] },
  { table: 'readings', key: ['place', { hour: 'at' }], columns: ['at', 'probe', 'air', 'core', 'rh'] },
  { table: 'logger_files', key: ['sha256', 'place'], columns: ['name', 'at', 'size', 'readings', 'body'] },
  { table: 'forecasts', key: ['at'], columns: ['air', 'rh', 'wind', 'source'] },
  { table: 'parties', key: ['id'], columns: ['name'] },
  { table: 'party_names', key: ['name'], columns: ['party'] },
  { table: 'people', key: ['id'], columns: ['name', 'key', 'role', 'password', 'changed_at', 'made'] },
  { table: 'visits', key: ['id'], columns: ['person', 'made_at'] },
  { table: 'pins', key: ['device', 'person'], columns: ['pin'] },
  { table: 'versions', key: ['scope'], columns: ['number'] }
];

const HOUR_MS = 3_600_000;
const quoted = (name: string): string => `"${name}"`;
const part = (of: string | { hour: string }, row: string): string =>
  typeof of === 'string' ? `${row}.${quoted(of)}` : `${row}.${quoted(of.hour)} / ${HOUR_MS}`;

/** The key of a row, as a part of a statement: a JSON list. */
export const keySql = ({ key }: SealedTable, row = 'r'): string =>
  `json_array(${key.map((of) => part(of, row)).join(', ')})`;

/** A value as JSON holds it: bytes, which no program writes here, as their digits. */
const held = (value: string): string =>
  `case typeof(${value}) when 'blob' then hex(${value}) else ${value} end`;

/** The same key of whatever somebody has put there past the program. */
export const keySqlOfAny = ({ key }: SealedTable, row = 'r'): string =>
  `json_array(${key.map((of) => held(part(of, row))).join(', ')})`;

/** A key as a list; undefined where it is none of that table, as the program writes them. */
export function partsOfKey(of: SealedTable, key: unknown): (string | number)[] | undefined {
  if (typeof key !== 'string') return undefined;
  try {
    const parts: unknown = JSON.parse(key);
    return Array.isArray(parts) &&
      parts.length === of.key.length &&
      parts.every((one) => typeof one === 'string' || Number.isFinite(one))
      ? (parts as (string | number)[])
      : undefined;
  } catch {
    return undefined;
  }
}

/**
 * Rows by their keys, each as JSON, in order; looked up by the table's own key.
 * @param keys  of which each is one, see {@link partsOfKey}
 */
export function rowsByKeys(of: SealedTable, keys: readonly string[]): SQL {
  const on = of.key.map((one, i) => {
    const said = `json_extract(k.value, '$[${i}]')`;
    return typeof one === 'string'
      ? `r.${quoted(one)} = ${said}`
      : `r.${quoted(one.hour)} >= ${said} * ${HOUR_MS} and r.${quoted(one.hour)} < (${said} + 1) * ${HOUR_MS}`;
  });
  const columns = of.columns.map((name) => `r.${quoted(name)}`);
  const bytes = columns.map((name) => `typeof(${name}) = 'blob'`).join(' or ');
  // Bytes are never taken for the text that their digits are.
  return sql`
    select k.value as key,
      json_array(${sql.raw(columns.map(held).join(', '))}) || iif(${sql.raw(bytes)}, ' of bytes', '') as row
    from json_each(${`[${keys.join(',')}]`}) k cross join ${sql.raw(of.table)} r on ${sql.raw(on.join(' and '))}
    order by 1, 2`;
}

/** The triggers that note which rows of a table were changed. */
export function triggersOf(of: SealedTable): { name: string; text: string }[] {
  const watched = of.columns.filter((name) => !(of.table === 'readings' && name === 'at'));
  const columns = [...of.key.map((one) => (typeof one === 'string' ? one : one.hour)), ...watched];
  const note = (row: 'OLD' | 'NEW') =>
    `INSERT INTO unsealed (scope, key) SELECT '${of.table}', ${keySql(of, row)} WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = '${of.table}' AND key = ${keySql(of, row)});`;
  const made = (when: string, on: string, ...notes: string[]) => ({
    name: `seal_${of.table}_${when}`,
    text: `CREATE TRIGGER \`seal_${of.table}_${when}\` AFTER ${on} ON \`${of.table}\`\nBEGIN\n${notes.map((one) => `  ${one}\n`).join('')}END`
  });
  return [
    made('insert', 'INSERT', note('NEW')),
    made('update', `UPDATE OF ${columns.map(quoted).join(', ')}`, note('OLD'), note('NEW')),
    made('delete', 'DELETE', note('OLD'))
  ];
}
