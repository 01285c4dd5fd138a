import { api, json } from '$lib/server/http/api';
import { invalid, missing } from '$lib/server/http/problem';
import { forwardQuery } from '../../trace/about';

export const GET = api(async ({ params, url }, { animals, trace }) => {
  const query = forwardQuery.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) return invalid(query.error);
  const asked = params.subject ?? '';
  const subject = (await animals.find(asked))?.id ?? (await trace.pool(asked))?.pool.id;
  if (!subject) return missing('No such animal, batch or store lot');
  const touched = await trace.recalled(subject);
  const page = await trace.recall(
    subject,
    touched.map(({ pool }) => pool.id),
    query.data.after
  );
  return json({
    subject,
    batches: touched.map(({ pool, left }) => ({ id: pool.id, kind: pool.kind, what: pool.what, left })),
    ...page
  });
});
