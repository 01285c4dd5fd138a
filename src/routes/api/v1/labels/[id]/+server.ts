import { labelPng } from '$lib/server/files/label';
import { api } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';
import { labelsOf } from '$lib/server/labels';
import { reachedBy } from '$lib/server/doors/door';

export const GET = api(async ({ params, locals }, house) => {
  const { base } = await reachedBy(locals);
  const [label] = await labelsOf(house, [params.id ?? ''], base);
  if (!label) return problem({ status: 404, title: 'No such pack', detail: 'it does not lie here any more' });
  return new Response(new Uint8Array(await labelPng(label)), {
    headers: { 'content-type': 'image/png', 'cache-control': 'no-store' }
  });
});
