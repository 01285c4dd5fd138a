import { randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { api } from '$lib/server/http/api';

/** A backup of now. It is made whole beside, then sent: a slow line holds nothing up. */
export const GET = api(async ({ request }, { backups, settings }) => {
  const path = join(tmpdir(), `larder-${randomUUID()}.zip`);
  const manifest = await backups.write(path, { signal: request.signal });
  const { size } = await stat(path);
  const file = createReadStream(path);
  file.once('close', () => void rm(path, { force: true }));
  const { larderName } = await settings.read();
  const name = `${larderName.replace(/[^A-Za-z0-9]+/g, '-').toLowerCase()}-${manifest.made.slice(0, 10)}.zip`;
  return new Response(Readable.toWeb(file) as ReadableStream, {
    headers: {
      'content-type': 'application/zip',
      'content-length': String(size),
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store'
    }
  });
});
