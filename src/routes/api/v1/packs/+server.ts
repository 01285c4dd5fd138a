import { api, json } from '$lib/server/http/api';
import { packAnswer } from '$lib/server/http/packs';
import { invalid } from '$lib/server/http/problem';
import { plainFormatter } from '$lib/words/format';
import { packsQuery } from './about';

export const GET = api(async ({ url }, { packs, settings }) => {
  const query = packsQuery.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) return invalid(query.error);
  const { in: place, limit, offset } = query.data;
  const format = plainFormatter(await settings.read());
  const rows = await packs.oldest({ place, limit, offset });
  return json({ packs: rows.map((p) => packAnswer(p, format)) });
});
