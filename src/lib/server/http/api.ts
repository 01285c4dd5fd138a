import type { RequestEvent } from '@sveltejs/kit';
import { JSON_DEPTH, jsonOf } from '$core/book';
import type { House } from '../larder';
import { LineTooLong, NotText, linesIn } from '../lines';
import type { AnimalCard } from '../repo/animals';
import { ProblemError, answerTo } from './problem';

/** Bodies of the API and of forms, in bytes; only the import of a book may be larger. */
export const BODY_LIMIT = 2 * 1024 * 1024;
export const IMPORT_LIMIT = 1024 * 1024 * 1024;
/** A logger’s file: a season of minutes is some 20 MB. */
export const READINGS_LIMIT = 48 * 1024 * 1024;

export const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' }
  });

/** Of a request that was broken off; it is sent to nobody. */
const GONE = 499;

/** Wraps a handler of the API: opens the house, and turns every error into a problem. */
export function api<E extends RequestEvent>(
  handler: (event: E, house: House) => Promise<Response> | Response
): (event: E) => Promise<Response> {
  return async (event) => {
    try {
      return await handler(event, event.locals.house);
    } catch (error) {
      // Whoever asked has gone: that the work was broken off is no fault, and nobody reads the answer.
      return event.request.signal.aborted ? new Response(null, { status: GONE }) : answerTo(error);
    }
  };
}

/** Reads a body as it is, up to a limit; what is longer is refused before it has all come. */
export async function readBytes(request: Request, limit: number): Promise<Uint8Array> {
  const tooMuch = () =>
    new ProblemError({
      status: 413,
      title: 'Too large',
      detail: `at most ${Math.round(limit / 1024 / 1024)} MB`
    });
  if (Number(request.headers.get('content-length') ?? 0) > limit) {
    await drain(request.body?.getReader(), limit * 8);
    throw tooMuch();
  }
  const reader = request.body?.getReader();
  const pieces: Uint8Array[] = [];
  let size = 0;
  for (let piece = await reader?.read(); piece && !piece.done; piece = await reader?.read()) {
    size += piece.value.byteLength;
    if (size > limit) {
      await drain(reader, limit * 8);
      throw tooMuch();
    }
    pieces.push(piece.value);
  }
  return Buffer.concat(pieces);
}

/** Reads a JSON body up to the limit. */
export async function readJson(request: Request): Promise<unknown> {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/(?:[\w.-]+\+)?json\b/i.test(type))
    throw new ProblemError({
      status: 415,
      title: 'Send JSON',
      detail: 'content-type must be application/json'
    });
  const reader = request.body?.getReader();
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let text = '';
  let size = 0;
  try {
    for (let chunk = await reader?.read(); chunk && !chunk.done; chunk = await reader?.read()) {
      size += chunk.value.byteLength;
      if (size > BODY_LIMIT)
        throw new ProblemError({
          status: 413,
          title: 'Too much at once',
          detail: `at most ${BODY_LIMIT} bytes; send it in several pieces`
        });
      text += decoder.decode(chunk.value, { stream: true });
    }
    const json = jsonOf(text + decoder.decode());
    if (json !== undefined) return json;
    throw new SyntaxError('no JSON');
  } catch (error) {
    await drain(reader, BODY_LIMIT * 8);
    if (error instanceof ProblemError) throw error;
    throw new ProblemError({
      status: 400,
      title: 'Not JSON',
      detail: `the body could not be read as JSON in UTF-8, of at most ${JSON_DEPTH} levels`
    });
  }
}

/** The animal named in the path by id or code, or a 404. */
export async function animalOf(house: House, idOrCode: string): Promise<AnimalCard> {
  const found = await house.animals.find(idOrCode);
  if (!found)
    throw new ProblemError({
      status: 404,
      title: 'No such animal',
      detail: 'neither an id nor a code of this larder'
    });
  return found;
}

/** Streams text that is made as it goes. */
export function textStream(source: AsyncIterable<string>, type: string, filename: string): Response {
  const encoder = new TextEncoder();
  const iterator = source[Symbol.asyncIterator]();
  const stream = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { done, value } = await iterator.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await iterator.return?.(undefined);
    }
  });
  return new Response(stream, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${filename}"`,
      'cache-control': 'no-store'
    }
  });
}

/**
 * Splits a byte stream into lines of text. Whoever stops listening early still lets the other side finish sending, so
 * that it gets the answer instead of a broken line.
 */
export async function* linesOf(
  body: ReadableStream<Uint8Array> | null,
  limit: number
): AsyncGenerator<string> {
  const reader = body?.getReader();
  let size = 0;
  const pieces = async function* () {
    for (let chunk = await reader?.read(); chunk && !chunk.done; chunk = await reader?.read()) {
      size += chunk.value.byteLength;
      if (size > limit) throw new ProblemError({ status: 413, title: 'The file is too large' });
      yield chunk.value;
    }
  };
  try {
    yield* linesIn(pieces(), BODY_LIMIT);
  } catch (error) {
    if (error instanceof LineTooLong) throw new ProblemError({ status: 413, title: 'A line is too long' });
    if (error instanceof NotText)
      throw new ProblemError({ status: 400, title: 'Not text', detail: 'the file is not UTF-8' });
    throw error;
  } finally {
    await drain(reader, limit - size);
  }
}

/** Reads what is left of a body and forgets it, up to a limit. */
export async function drain(
  reader: ReadableStreamDefaultReader<Uint8Array> | undefined,
  limit: number
): Promise<void> {
  try {
    for (let left = limit; left > 0;) {
      const chunk = await reader?.read();
      if (!chunk || chunk.done) return;
      left -= chunk.value.byteLength;
    }
  } catch {
    // the other side has gone
  } finally {
    await reader?.cancel().catch(() => undefined);
  }
}
