import { handOf } from '$lib/server/actor';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, missing, problem } from '$lib/server/http/problem';
import { holdAll, subjectNamed } from '$lib/server/recall';
import { forwardQuery } from '../../trace/about';
import { holdAllSchema } from '../about';

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

/** Holds it and every batch that it touched, in one transaction. */
export const POST = api(async ({ params, request, locals }, house) => {
  const body = holdAllSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const subject = await subjectNamed(house, params.subject ?? '');
  if (!subject) return missing('No such animal, batch or store lot');
  const hand = body.data.hand ?? handOf(locals, await house.settings.read());
  const done = await holdAll(house, subject, { hand, device: body.data.device, note: body.data.note });
  return done.ok
    ? json({ subject: subject.id, held: done.held })
    : problem({ status: 409, title: 'Nothing was held', detail: done.why });
});
