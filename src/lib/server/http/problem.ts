import type { ZodError } from 'zod';
import type { Refusal } from '$core/book';
import { asLarderFault, type LarderFaultCode } from '../db/client';
import { log } from '../log';
import { Stopped } from '../work/aside';
import { TooMany } from '../work/turns';

/** A fault at a place in what was sent; the path is a JSON pointer (RFC 6901). */
export interface FieldError {
  path: string;
  message: string;
}

export interface Problem {
  status: number;
  title: string;
  detail?: string;
  errors?: FieldError[];
  refusal?: Refusal;
  /** What is asked before it is kept; sent again with `sure` it is. */
  question?: string;
}

/** An answer in `application/problem+json` (RFC 9457). */
export function problem({ status, ...rest }: Problem): Response {
  return new Response(JSON.stringify({ type: 'about:blank', status, ...rest }), {
    status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' }
  });
}

/** What the book would not take. */
export const refused = (refusal: Refusal): Response =>
  problem({ status: 409, title: 'The book refused it', detail: refusal.code, refusal });

export const pointer = (path: readonly PropertyKey[]): string =>
  path.map((p) => `/${String(p).replace(/~/g, '~0').replace(/\//g, '~1')}`).join('');

/** What a schema found, with the place of each. */
export const fieldErrors = (error: ZodError, prefix: PropertyKey[] = []): FieldError[] =>
  error.issues
    .slice(0, 20)
    .map((issue) => ({ path: pointer([...prefix, ...issue.path]), message: issue.message }));

export const invalid = (error: ZodError): Response =>
  problem({ status: 422, title: 'Some of this cannot be booked as it stands', errors: fieldErrors(error) });

/** What is asked for is not here. */
export const missing = (title: string): Response => problem({ status: 404, title });

/** A problem thrown from inside a handler. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title);
  }
}

/** The answer to an error that came out of a handler: a known problem, a larder that cannot be written, else a 500. */
export function answerTo(error: unknown): Response {
  if (error instanceof ProblemError) return problem(error.problem);
  const fault = asLarderFault(error);
  if (fault) return problem(faultProblem(fault.fault));
  if (error instanceof TooMany)
    return problem({
      status: 503,
      title: 'Too much is asked for at once',
      detail: 'Other long work goes before it. Ask again in a minute.'
    });
  if (error instanceof Stopped)
    return problem({
      status: 422,
      title: 'It is too much for one piece',
      detail: `Part it: ${error.message}.`
    });
  log.error({ err: error }, 'request failed');
  return problem({ status: 500, title: 'Something broke here. Nothing was booked.' });
}

export function faultProblem(fault: LarderFaultCode): Problem {
  if (fault === 'away')
    return {
      status: 503,
      title: 'The larder’s database does not answer',
      detail:
        'Try again in a moment. What was pressed waits on its device; what stands already is not booked twice.'
    };
  if (fault === 'full')
    return {
      status: 507,
      title: 'The larder is full',
      detail:
        'The disk or the set limit has no room left. Make room and send it again: what stands already is not booked twice.'
    };
  if (fault === 'busy')
    return {
      status: 503,
      title: 'The larder is busy',
      detail: 'Another program holds the file. Send it again: what stands already is not booked twice.'
    };
  return {
    status: 503,
    title: 'The larder is read only',
    detail: 'It was opened so that nothing can be written. Nothing was booked.'
  };
}
