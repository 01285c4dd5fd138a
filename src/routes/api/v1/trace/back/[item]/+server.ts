import { api, json } from '$lib/server/http/api';
import { invalid, missing } from '$lib/server/http/problem';
import { backQuery } from '../../about';

export const GET = api(async ({ params, url }, { trace }) => {
  const query = backQuery.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) return invalid(query.error);
  const item = await trace.item(params.item ?? '');
  if (!item) return missing('No such item');
  const { rows: flows, next } = await trace.back(item.id, query.data.before);
  return json({ item, whose: await trace.whose(item.id), flows, ...(next ? { next } : {}) });
});
