import { csvOf } from '$lib/server/files/csv';
import { api, textStream } from '$lib/server/http/api';
import { missing } from '$lib/server/http/problem';
import { recallRows, subjectNamed } from '$lib/server/recall';

/** What a recall takes, a line a thing: where it is or who has it. */
export const GET = api(async ({ params }, house) => {
  const subject = await subjectNamed(house, params.subject ?? '');
  if (!subject) return missing('No such animal, batch or store lot');
  const { id, name } = subject;
  async function* lines() {
    yield csvOf([['where', 'state', 'what', 'code', 'grams']]);
    for await (const row of recallRows(house, id))
      yield csvOf([[row.where, row.kind, row.what, row.code, row.grams]]);
  }
  return textStream(lines(), 'text/csv; charset=utf-8', `recall-${name.replace(/[^\w-]+/g, '-')}.csv`);
});
