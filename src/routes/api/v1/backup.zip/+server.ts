import { randomUUID } from 'node:crypto';
import { open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { streamOf } from '$lib/server/files/stream-of';
import { api } from '$lib/server/http/api';
import { backupsInTurn } from '$lib/server/http/whole';

/** A backup of now. It is made whole beside, then sent: a slow line holds nothing up. */
export const GET = api(async ({ request, locals: { address } }, { backups, settings }) => {
  const path = join(tmpdir(), `larder-${randomUUID()}.zip`);
  const { larderName } = await settings.read();
  const manifest = await backupsInTurn.take(
    address,
    () => backups.write(path, { signal: request.signal }),
    request.signal
  );
  const house = larderName.replace(/[^A-Za-z0-9]+/g, '-').toLowerCase();
  const name = `${house}-${manifest.made.slice(0, 10)}${manifest.unread ? '-incomplete' : ''}.zip`;
  try {
    const file = await open(path);
    const { size } = await file.stat();
    return new Response(
      streamOf(() => Promise.resolve(file), request.signal),
      {
        headers: {
          'content-type': 'application/zip',
          'content-length': String(size),
          'content-disposition': `attachment; filename="${name}"`,
          'cache-control': 'no-store'
        }
      }
    );
  } finally {
    // Whoever reads it holds it open; its name is not needed any more.
    await rm(path, { force: true });
  }
});
