import type { RequestEvent } from '@sveltejs/kit';
import { Turns } from '../work/turns';
import { textStream } from './api';

/** Exports of all there is that are sent at once, those of one caller that wait, and all that wait. */
const exportsInTurn = new Turns(3, 4, 16);
/** The same of backups that are asked for: each is made whole before it is sent. */
export const backupsInTurn = new Turns(1, 2, 6);

/**
 * Streams an export of all there is, in its turn.
 * @throws TooMany
 */
export async function exported(
  { locals, request }: Pick<RequestEvent, 'locals' | 'request'>,
  source: AsyncIterable<string>,
  type: string,
  filename: string
): Promise<Response> {
  const end = await exportsInTurn.enter(locals.address, request.signal);
  // Whoever goes before anything was read ends it too.
  request.signal.addEventListener('abort', end, { once: true });
  const text = async function* () {
    try {
      yield* source;
    } finally {
      end();
    }
  };
  return textStream(text(), type, filename);
}
