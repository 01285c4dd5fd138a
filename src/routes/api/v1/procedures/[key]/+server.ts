import { orderFile, readOwn } from '$core/reference';
import { api, json, readJson } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';

/** An order of work as a file, to be sent to somebody else. */
export const GET = api(async ({ params }, { procedures }) => {
  const found = (await procedures.orders()).find((p) => p.key === params.key && !p.apart && !p.pieces);
  if (!found)
    return problem({ status: 404, title: 'No such order of work', detail: 'none goes by that key' });
  return new Response(orderFile(found), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="order-of-work-${found.key}.json"`
    }
  });
});

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
