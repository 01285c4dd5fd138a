import { api } from '$lib/server/http/api';
import { exported } from '$lib/server/http/whole';

export const GET = api((event, { book }) =>
  exported(event, book.lines(), 'application/x-ndjson', 'book.jsonl')
);
