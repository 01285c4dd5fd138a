import { api, json, readBytes } from '$lib/server/http/api';
import { heard } from '$lib/server/heard';
import { missing, problem } from '$lib/server/http/problem';
import { RESTORE_BOUNDS } from '$lib/server/archive/bounds';
import { PIECE_BYTES } from '$lib/server/archive/restores';

const NONE = 'No such restore';

export const GET = api(({ params }, { restores }) => {
  const restore = restores.of(params.id ?? '');
  return restore ? json(restore.state) : missing(NONE);
});

/** The next piece of the file. */
export const PUT = api(async ({ params, request, url }, { restores }) => {
  const restore = restores.of(params.id ?? '');
  if (!restore) return missing(NONE);
  const at = Number(url.searchParams.get('at') ?? 0);
  const bytes = await readBytes(request, PIECE_BYTES);
  if (at + bytes.byteLength > RESTORE_BOUNDS.bytes)
    return problem({ status: 413, title: 'The file is too large to be restored' });
  if (!(await restore.take(at, bytes)))
    return problem({
      status: 409,
      title: 'This piece does not follow',
      detail: `${restore.received} bytes have come`
    });
  return json(restore.state);
});

/** All of it has come: goes on by itself. */
export const POST = api(({ params }, { restores, ...house }) => {
  const restore = restores.of(params.id ?? '');
  if (!restore) return missing(NONE);
  if (restore.state.state !== 'coming') return problem({ status: 409, title: 'It is under way already' });
  heard(restore.run(house), 'a restore broke');
  return json(restore.state, 202);
});

export const DELETE = api(async ({ params }, { restores }) => {
  const restore = restores.of(params.id ?? '');
  if (!restore) return missing(NONE);
  await restore.stop();
  return json(restore.state);
});
