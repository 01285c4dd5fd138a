import { env } from 'node:process';
import type { RequestEvent } from '@sveltejs/kit';
import { answersTo, type Caller } from '../doors/reach';
import { BODY_LIMIT, IMPORT_LIMIT, READINGS_LIMIT, readBytes } from './api';
import { PIECE_BYTES } from '../archive/restores';
import { PHOTO_BYTES } from '../files/photos';
import { ProblemError, problem } from './problem';

/** What may be larger than the rest. */
const LIMITS: readonly [path: RegExp, limit: number][] = [
  [/^\/api\/v1\/import\/book\.jsonl$/, IMPORT_LIMIT],
  [/^\/api\/v1\/photos$/, PHOTO_BYTES],
  [/^\/api\/v1\/readings\/import$/, READINGS_LIMIT],
  [/^\/api\/v1\/restores\/[^/]+$/, PIECE_BYTES]
];

/** How long a body to an address may be, bytes. */
const limitOf = (pathname: string): number => LIMITS.find(([path]) => path.test(pathname))?.[1] ?? BODY_LIMIT;

/**
 * Turns away what must not come in: a host name that is not ours (a page elsewhere that rebinds its name to this
 * machine), what a proxy sends to a larder that asks nobody who they are, writing requests from other sites, and bodies
 * that say they are past the limit.
 * @param open     nobody is asked for a name here
 * @param address  how the larder says that it is reached
 */
export function guard(
  { request, url }: Pick<RequestEvent, 'request' | 'url'>,
  { host, unnamed }: Pick<Caller, 'host'> & { unnamed: boolean },
  { open, address = '' }: { open: boolean; address?: string | undefined }
): Response | undefined {
  if (!answersTo(host, env, address))
    return problem({
      status: 421,
      title: 'Not this larder',
      detail: 'the host name is not one this server answers to'
    });
  if (open && unnamed)
    return problem({
      status: 421,
      title: 'It came through a proxy',
      detail:
        'This larder is open to its own machine alone. LARDER_PROXY names a proxy, and then asks who comes in.'
    });
  if (request.method === 'GET' || request.method === 'HEAD' || request.method === 'OPTIONS') return undefined;
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const foreignOrigin = origin !== null && origin !== `http://${host}` && origin !== `https://${host}`;
  if (foreignOrigin || (site !== null && site !== 'same-origin' && site !== 'none'))
    return problem({ status: 403, title: 'Refused: sent from another site' });
  const length = request.headers.get('content-length');
  const limit = limitOf(url.pathname);
  if (length !== null && Number(length) > limit)
    return problem({
      status: 413,
      title: 'Too much at once',
      detail: `at most ${Math.round(limit / 1024 / 1024)} MB`
    });
  // A page's actions are kept in an object: what every object has is none of them.
  const action = /^\?\/([^&=]*)/.exec(url.search)?.[1];
  if (action !== undefined && action in Object.prototype)
    return problem({ status: 404, title: 'There is no such action' });
  return undefined;
}

/**
 * Reads what is sent to a page, whatever type it says it is, and counts it as it comes; a page's actions get it whole. A
 * form that cannot be read is refused before a page looks at it: what pages make of it is none of their faults.
 * @returns the refusal, or nothing
 */
export async function takeForm(event: Pick<RequestEvent, 'request' | 'url'>): Promise<Response | undefined> {
  const { request, url } = event;
  if (request.method !== 'POST' || url.pathname.startsWith('/api/')) return undefined;
  try {
    const bytes = await readBytes(request, BODY_LIMIT);
    const { method, headers, signal } = request;
    const again = () => new Request(request.url, { method, headers, signal, body: new Uint8Array(bytes) });
    await again().formData();
    event.request = again();
    return undefined;
  } catch (error) {
    if (error instanceof ProblemError) return problem(error.problem);
    return problem({
      status: 400,
      title: 'The form could not be read',
      detail: 'it came in part, or is none'
    });
  }
}
