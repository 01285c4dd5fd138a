import { pdfAnswer } from '$lib/server/files/pdf';
import { recallPdf } from '$lib/server/files/recall-pdf';
import { api } from '$lib/server/http/api';
import { missing } from '$lib/server/http/problem';
import { begunAt, reached, recallRows, subjectNamed, type RecallRow } from '$lib/server/recall';
import { formatter } from '$lib/words/formatter';

/** The same on paper: people first, each with a box to tick, then what lies here. */
export const GET = api(async ({ params }, house) => {
  const subject = await subjectNamed(house, params.subject ?? '');
  if (!subject) return missing('No such animal, batch or store lot');
  const chosen = await house.settings.read();
  const rows: RecallRow[] = [];
  for await (const row of recallRows(house, subject.id)) rows.push(row);
  const touched = await house.trace.recalled(subject.id);
  const bytes = await recallPdf({
    larder: chosen.larderName,
    name: subject.name,
    batches: touched.length,
    begun: begunAt(subject),
    now: Date.now(),
    rows,
    reached: await reached(house, subject),
    format: formatter(chosen)
  });
  return pdfAnswer(bytes, `recall-${subject.name.replace(/[^\w-]+/g, '-')}.pdf`);
});
