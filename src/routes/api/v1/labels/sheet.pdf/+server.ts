import { labelsPdf } from '$lib/server/files/label';
import { pdfAnswer } from '$lib/server/files/pdf';
import { api } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { printedBase } from '$lib/server/http/printed-base';
import { labelsOf } from '$lib/server/labels';
import { sheetQuery } from '../about';

export const GET = api(async (event, house) => {
  const query = sheetQuery.safeParse(Object.fromEntries(event.url.searchParams));
  if (!query.success) return invalid(query.error);
  const base = await printedBase(event);
  if (typeof base !== 'string') return base;
  const labels = await labelsOf(house, query.data.packs, base);
  if (labels.length === 0)
    return problem({ status: 404, title: 'No such packs', detail: 'none of them lies here any more' });
  return pdfAnswer(await labelsPdf(labels, query.data.grid, query.data.from), 'labels.pdf');
});
