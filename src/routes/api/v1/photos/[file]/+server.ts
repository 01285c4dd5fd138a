import { api } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';

export const GET = api(async ({ params, url }, { photos }) => {
  const found = await photos.open(
    params.file ?? '',
    url.searchParams.get('size') === 'small' ? 'small' : 'kept'
  );
  if (!found) return problem({ status: 404, title: 'No such photograph' });
  // Named after its contents: it never changes.
  return new Response(found.stream, {
    headers: {
      'content-type': 'image/jpeg',
      'content-length': String(found.length),
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff'
    }
  });
});
