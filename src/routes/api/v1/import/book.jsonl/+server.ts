import { api, json, linesOf, IMPORT_LIMIT } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';

export const POST = api(async ({ request }, { book }) => {
  if (!(request.headers.get('content-type') ?? '').startsWith('application/x-ndjson'))
    return problem({
      status: 415,
      title: 'Send JSON Lines',
      detail: 'content-type must be application/x-ndjson'
    });
  const result = await book.import(linesOf(request.body, IMPORT_LIMIT));
  if (result.ok) return json({ entries: result.entries }, 201);
  if (result.fault === 'not-empty')
    return problem({
      status: 409,
      title: 'The larder is not empty',
      detail: 'a book is taken into an empty larder only; nothing was changed'
    });
  const { line, path, message } = result.fault;
  return problem({
    status: 422,
    title: `Line ${line} cannot be taken; nothing was imported`,
    detail: message,
    errors: [{ path: `/${line}${path ? `/${path.replace(/\./g, '/')}` : ''}`, message }],
    ...(result.refusal ? { refusal: result.refusal } : {})
  });
});
