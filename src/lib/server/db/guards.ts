import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

const BREAK = '--> statement-breakpoint';
let made: ReadonlyMap<string, string> | undefined;

/** Triggers that guard the book, by name, with their text: as the migrations have made them. */
export function guardsOf(folder = resolve('drizzle')): ReadonlyMap<string, string> {
  made ??= readGuards(folder);
  return made;
}

function readGuards(folder: string): Map<string, string> {
  const journal = JSON.parse(readFileSync(join(folder, 'meta', '_journal.json'), 'utf8')) as {
    entries: { tag: string }[];
  };
  const guards = new Map<string, string>();
  for (const { tag } of journal.entries)
    for (const statement of readFileSync(join(folder, `${tag}.sql`), 'utf8').split(BREAK)) {
      const text = statement.trim().replace(/;$/, '');
      const dropped = /^DROP TRIGGER `(\w+)`/.exec(text)?.[1];
      const created = /^CREATE TRIGGER `(\w+)`/.exec(text)?.[1];
      if (dropped) guards.delete(dropped);
      if (created) guards.set(created, text);
    }
  return guards;
}
