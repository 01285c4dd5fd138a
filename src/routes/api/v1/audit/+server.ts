import { api, json, textStream } from '$lib/server/http/api';
import { auditLarder } from '$lib/server/repo/audit';
import type { House } from '$lib/server/larder';

/** Each thing that an audit says, as a line of JSON, as soon as it is said. */
async function* lines({ larder, photos }: House): AsyncGenerator<string> {
  for await (const said of auditLarder(larder, photos)) yield `${JSON.stringify(said)}\n`;
}

export const GET = api(async ({ url }, house) =>
  url.searchParams.get('as') === 'lines'
    ? textStream(lines(house), 'application/x-ndjson', 'audit.jsonl')
    : json(await house.book.audit(house.photos))
);
