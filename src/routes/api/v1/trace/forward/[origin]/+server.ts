import { api, json } from '$lib/server/http/api';
import { invalid, missing } from '$lib/server/http/problem';
import { forwardQuery } from '../../about';

export const GET = api(async ({ params, url }, { animals, trace }) => {
  const query = forwardQuery.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) return invalid(query.error);
  const asked = params.origin ?? '';
  const origin = (await animals.find(asked))?.id ?? (await trace.pool(asked))?.pool.id;
  if (!origin) return missing('No such animal or store lot');
  return json({ origin, ...(await trace.forward(origin, query.data.after)) });
});
