import type { RequestEvent } from '@sveltejs/kit';
import { reachedBy } from '$lib/server/doors/door';

/**
 * The address that codes on paper carry. Asked once, of a person, where nobody has said it: what is printed is carried
 * about.
 * @returns the address, or the answer that leads to the question
 */
export async function printedBase({
  locals,
  request,
  url
}: Pick<RequestEvent, 'locals' | 'request' | 'url'>): Promise<string | Response> {
  const { base, asks } = await reachedBy(locals);
  return asks && request.headers.get('accept')?.includes('text/html')
    ? new Response(null, {
        status: 303,
        headers: { location: `/settings/address?to=${encodeURIComponent(url.pathname)}` }
      })
    : base;
}
