import { execFile } from 'node:child_process';
import { createRequire } from 'node:module';
import { z } from 'zod';
import type { Finding } from '$core/book';
import type { Larder } from './client';

/** Faults of the database that are told, and places of spoilt text that are found. */
const TOLD = 20;
const SPOILT = 10_000;

/*
 * Looking at every page takes seconds, and an engine does nothing else meanwhile: a process of its own does it. It also
 * looks whether all text is text: the engine ends the whole process that reads any that is not. Text is read as bytes here.
 */
const LOOK = `
const Database = require(process.argv[2]);
const { isUtf8 } = require('node:buffer');
const db = new Database(process.argv[1], { readonly: true });
const say = (kind, text) => console.log(kind + ' ' + text);
const all = (sql) => db.prepare(sql).raw(true).all();
const safely = (work) => {
  try { work(); } catch (error) { say('damaged', error.message); }
};
safely(() => {
  for (const row of all('PRAGMA integrity_check(${TOLD})')) if (row[0] !== 'ok') say('damaged', row[0]);
});
safely(() => {
  for (const row of all('PRAGMA foreign_key_check').slice(0, ${TOLD}))
    say('damaged', 'a row of ' + row[0] + ' names one of ' + row[2] + ' that is not there');
});
let told = 0;
const quoted = (name) => '"' + name.replace(/"/g, '""') + '"';
safely(() => {
  const tables = all("SELECT cast(name as blob) FROM sqlite_master WHERE type = 'table'").map((row) => Buffer.from(row[0]));
  for (const bytes of tables) {
    const table = bytes.toString();
    safely(() => {
      const columns = all('PRAGMA table_info(' + quoted(table) + ')').filter((row) => row[2].toUpperCase() === 'TEXT');
      if (columns.length === 0) return;
      const read = columns.map((row) => 'cast(' + quoted(row[1]) + ' as blob)').join(', ');
      for (const row of db.prepare('SELECT rowid, ' + read + ' FROM ' + quoted(table)).raw(true).iterate())
        row.slice(1).forEach((value, i) => {
          if (value !== null && !isUtf8(Buffer.from(value)) && (told += 1) <= ${SPOILT})
            say('unreadable', JSON.stringify({ table, row: Number(row[0]), column: columns[i][1] }));
        });
    });
  }
});
db.close();
`;

/** A place of a table whose text is none. */
export interface Spoilt {
  table: string;
  /** Its rowid. */
  row: number;
  column: string;
}
const spoiltSchema = z.object({ table: z.string(), row: z.number(), column: z.string() });
export const saidOfSpoilt = ({ table, row, column }: Spoilt): string => `${column} of row ${row} in ${table}`;

/** What is wrong with a file: pages that are damaged, and text that is none, which nothing may read. */
export interface Looked {
  damaged: string[];
  unreadable: Spoilt[];
}

/** Looks through a larder's file in a process of its own; nothing that it meets ends this one. */
export function lookThrough(file: string): Promise<Looked> {
  const engine = createRequire(import.meta.url).resolve('libsql');
  return new Promise((done) => {
    execFile(
      process.execPath,
      ['-e', LOOK, file, engine],
      { maxBuffer: 4 * 1024 * 1024 },
      (error, out, complaint) => {
        const lines = out.split('\n').filter(Boolean);
        const of = (kind: string) =>
          lines.flatMap((line) => (line.startsWith(`${kind} `) ? [line.slice(kind.length + 1)] : []));
        const damaged = of('damaged');
        if (error) damaged.push((/(?:Sqlite)?Error: (.*)/.exec(complaint)?.[1] ?? error.message).trim());
        done({ damaged, unreadable: of('unreadable').map((line) => spoiltSchema.parse(JSON.parse(line))) });
      }
    );
  });
}

/**
 * What is damaged in the pages of a larder's file; a server looks after its own.
 * @returns findings, and whether the rest may be read: what is no text would end this process
 */
export async function integrityOf(larder: Larder): Promise<{ findings: Finding[]; readable: boolean }> {
  const { file } = larder;
  if (!file) return { findings: [], readable: true };
  const { damaged, unreadable } = await lookThrough(file);
  return {
    findings: [
      ...damaged.map((line): Finding => ({ code: 'damaged', text: `the database is damaged: ${line}` })),
      ...unreadable.slice(0, TOLD).map((place): Finding => ({
        code: 'damaged',
        text: `not readable as text: ${saidOfSpoilt(place)}`
      }))
    ],
    readable: unreadable.length === 0
  };
}
