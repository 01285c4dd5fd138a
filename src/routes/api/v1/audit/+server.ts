import { HOUR } from '$core/units';
import { readCode } from '$lib/server/db/seals';
import { api, json, textStream } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';
import { findingsOf } from '$lib/server/repo/upkeep';
import type { AuditSaid } from '$lib/server/repo/audit';
import { asideSaying } from '$lib/server/work/aside';
import { queued } from '$lib/server/work/queued';

/** An audit is at its end within so long, ms: of a hundred thousand entries it takes a minute. */
const WITHIN_MS = HOUR;

export const GET = api(async ({ url, request, locals: { address } }, { larder, photos }) => {
  const written = url.searchParams.get('code');
  const code = written === null ? undefined : readCode(written);
  if (written !== null && code === undefined)
    return problem({
      status: 422,
      title: 'No code of a seal',
      detail: 'Five groups of four letters and figures, as they were written down.',
      errors: [{ path: '/code', message: 'five groups of four letters and figures' }]
    });
  /** What the audit says, as it says it; while others are before it, how many. */
  const said = queued<AuditSaid>((say) =>
    asideSaying(
      'audit',
      { larder: larder.where, photos: photos.folder, code },
      {
        ms: WITHIN_MS,
        caller: address,
        signal: request.signal,
        onPlace: (before) => say({ kind: 'progress', stage: 'waiting', done: 0, total: before })
      },
      say
    )
  );
  if (url.searchParams.get('as') !== 'lines') return json(await findingsOf(said));
  const lines = async function* () {
    for await (const one of said) yield `${JSON.stringify(one)}\n`;
  };
  return textStream(lines(), 'application/x-ndjson', 'audit.jsonl');
});
