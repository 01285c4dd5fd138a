import { env } from 'node:process';
import type { RequestEvent } from '@sveltejs/kit';
import { BODY_LIMIT, IMPORT_LIMIT, READINGS_LIMIT } from './api';
import { PIECE_BYTES } from '../archive/restores';
import { PHOTO_BYTES } from '../files/photos';
import { problem } from './problem';

const hostname = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

/** Names this server answers to: loopback, the address it was bound to, and those in `LARDER_HOSTS`. */
function knownHosts(): Set<string> {
  const extra = (env.LARDER_HOSTS ?? '')
    .split(',')
    .map((h) => h.trim().toLowerCase())
    .filter(Boolean);
  const bound = env.HOST && env.HOST !== '0.0.0.0' && env.HOST !== '::' ? [env.HOST.toLowerCase()] : [];
  return new Set(['127.0.0.1', 'localhost', '[::1]', ...bound, ...extra]);
}

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
 * machine), writing requests from other sites, and bodies past the limit.
 */
export function guard({ request, url }: Pick<RequestEvent, 'request' | 'url'>): Response | undefined {
  const host = request.headers.get('host') ?? '';
  if (!knownHosts().has(hostname(host)))
    return problem({
      status: 421,
      title: 'Not this larder',
      detail: 'the host name is not one this server answers to'
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
  const isForm = /^(multipart\/form-data|application\/x-www-form-urlencoded)/i.test(
    request.headers.get('content-type') ?? ''
  );
  if (isForm && length === null)
    return problem({ status: 411, title: 'Say how long it is', detail: 'a form needs a content-length' });
  return undefined;
}

/**
 * Refuses a form that cannot be read before a page looks at it; what pages make of it is none of their faults.
 * @returns the refusal, or nothing
 */
export async function guardForm({
  request,
  url
}: Pick<RequestEvent, 'request' | 'url'>): Promise<Response | undefined> {
  if (request.method !== 'POST' || url.pathname.startsWith('/api/')) return undefined;
  try {
    await request.clone().formData();
    return undefined;
  } catch {
    return problem({
      status: 400,
      title: 'The form could not be read',
      detail: 'it came in part, or is none'
    });
  }
}
