import { UUID7 } from '$core/units';
import { readCode } from '$core/wrap';
import { api, json } from '$lib/server/http/api';
import { packAnswer } from '$lib/server/http/packs';
import { missing, problem } from '$lib/server/http/problem';
import { plainFormatter } from '$lib/words/format';

export const GET = api(async ({ params }, { packs, settings }) => {
  const asked = params.id ?? '';
  const read = UUID7.test(asked) ? undefined : readCode(asked);
  if (read && !read.ok)
    return problem({
      status: 404,
      title: read.fault === 'check' ? 'One sign of that code is wrong' : 'That is no code',
      detail: 'nine signs such as 9Z21ZKSD9, or an id'
    });
  const ids = read?.ok ? (await packs.byTail(read.tail)).map((item) => item.id) : [asked];
  const [pack] = await packs.byIds(ids);
  return pack
    ? json(packAnswer(pack, plainFormatter(await settings.read())))
    : missing('No such pack lies here');
});
