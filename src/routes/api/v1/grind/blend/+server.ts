import { blend } from '$core/grind';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { blendAskSchema } from '../about';

/** What goes into a grind for a share of fat: it reckons, and keeps nothing. */
export const POST = api(async ({ request }) => {
  const body = blendAskSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const answer = blend(body.data);
  return answer
    ? json(answer)
    : problem({ status: 422, title: 'Nothing to grind', detail: 'no lot has anything in it' });
});
