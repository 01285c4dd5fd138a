import { api } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';

/** A logger's file as it came. */
export const GET = api(async ({ params }, { loggerFiles }) => {
  const found = await loggerFiles.open(params.sha256 ?? '');
  if (!found) return problem({ status: 404, title: 'No such file was taken in' });
  return new Response(new Uint8Array(found.bytes), {
    headers: {
      'content-type': 'application/octet-stream',
      'content-length': String(found.bytes.byteLength),
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(found.name)}`,
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff'
    }
  });
});
