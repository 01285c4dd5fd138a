import { api, textStream } from '$lib/server/http/api';

export const GET = api((_, { book }) => textStream(book.lines(), 'application/x-ndjson', 'book.jsonl'));
