import { subjectOf } from '$core/book';
import { csvOf } from '$lib/server/files/csv';
import { api } from '$lib/server/http/api';
import { exported } from '$lib/server/http/whole';
import type { BookRepository } from '$lib/server/repo/book';

const COLUMNS = [
  'seq',
  'entry',
  'at',
  'hand',
  'device',
  'kind',
  'animal',
  'line',
  'item',
  'class',
  'grams',
  'count',
  'pool',
  'origin'
];

async function* rows(book: BookRepository): AsyncGenerator<string> {
  yield csvOf([COLUMNS]);
  for await (const piece of book.all()) {
    const lines = piece.flatMap((e) =>
      e.postings.map((p, line) => [
        e.seq,
        e.id,
        new Date(e.at).toISOString(),
        e.hand,
        e.device,
        e.intent.kind,
        e.intent.animal ?? '',
        line,
        p.item,
        p.class === '-' ? '' : p.class,
        p.grams,
        p.count ?? '',
        e.intent.pool ?? '',
        p.origin ?? subjectOf(e.intent)
      ])
    );
    if (lines.length > 0) yield csvOf(lines);
  }
}

export const GET = api((event, { book }) =>
  exported(event, rows(book), 'text/csv; charset=utf-8', 'postings.csv')
);
