import { execFile } from 'node:child_process';
import { createRequire } from 'node:module';
import type { Finding } from '$core/book';
import type { Larder } from './client';

/** Faults of the database that are told. */
const TOLD = 20;

/* Looking at every page takes seconds, and an engine does nothing else meanwhile: a process of its own does it. */
const LOOK = `
const Database = require(process.argv[2]);
const db = new Database(process.argv[1], { readonly: true });
for (const row of db.prepare('PRAGMA integrity_check(${TOLD})').raw(true).all()) console.log(row[0]);
for (const row of db.prepare('PRAGMA foreign_key_check').raw(true).all().slice(0, ${TOLD}))
  console.log('a row of ' + row[0] + ' names one of ' + row[2] + ' that is not there');
db.close();
`;

/** What is damaged in the pages of a larder's file; a server looks after its own. */
export async function integrityOf(larder: Larder): Promise<Finding[]> {
  const { file } = larder;
  if (!file) return [];
  const engine = createRequire(import.meta.url).resolve('libsql');
  return new Promise((done) => {
    execFile(
      process.execPath,
      ['-e', LOOK, file, engine],
      { maxBuffer: 1024 * 1024 },
      (error, out, complaint) => {
        const lines = out.split('\n').filter((line) => line !== '' && line !== 'ok');
        if (error) lines.push((/(?:Sqlite)?Error: (.*)/.exec(complaint)?.[1] ?? error.message).trim());
        done(lines.map((line) => ({ code: 'damaged' as const, text: `the database is damaged: ${line}` })));
      }
    );
  });
}
