import { askedSchema } from '$core/slice';
import { pdfAnswer } from '$lib/server/files/pdf';
import { slicePdf } from '$lib/server/files/slice-pdf';
import { api } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { formatter } from '$lib/words/formatter';

export const GET = api(async ({ url }, { settings }) => {
  const text = url.searchParams.get('asked') ?? '';
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return problem({ status: 422, title: 'What is asked cannot be read', detail: 'it is no JSON' });
  }
  const asked = askedSchema.safeParse(read);
  if (!asked.success) return invalid(asked.error);
  const chosen = await settings.read();
  const bytes = await slicePdf(asked.data, { larder: chosen.larderName, format: formatter(chosen) });
  return pdfAnswer(bytes, 'slices.pdf');
});
