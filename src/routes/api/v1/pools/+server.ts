import { api, json } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { querySchema } from './about';

export const GET = api(async ({ url }, { trace }) => {
  const query = querySchema.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) return invalid(query.error);
  const cards = await trace.pools(query.data.limit, query.data.offset);
  return json({
    pools: cards.map(({ pool, held, lastSeq, left }) => ({
      id: pool.id,
      kind: pool.kind,
      what: pool.what,
      held,
      lastSeq,
      left
    }))
  });
});
