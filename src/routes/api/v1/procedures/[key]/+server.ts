import { readOwn } from '$core/reference';
import { api, json, readJson } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';

/** Keeps an order of work of the larder's own making; only keys that begin with `own-` can be written. */
export const PUT = api(async ({ request, params }, { procedures }) => {
  const read = readOwn({ ...((await readJson(request)) as object), key: params.key });
  if (!read.ok)
    return problem({
      status: 422,
      title: 'Not an order of work yet',
      detail: read.faults.map((f) => `${f.path}: ${f.message}`).join('; '),
      errors: read.faults
    });
  await procedures.write(read.procedure);
  return json(read.procedure);
});

export const DELETE = api(async ({ params }, { procedures }) => {
  await procedures.remove(params.key ?? '');
  return json({ removed: params.key ?? '' });
});
