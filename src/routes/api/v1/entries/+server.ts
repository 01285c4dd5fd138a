import { draftSchema, type Draft } from '$core/book';
import { api, json, readJson } from '$lib/server/http/api';
import { signed } from '$lib/server/doors/door';
import { fieldErrors, invalid, problem, refused, type FieldError } from '$lib/server/http/problem';
import { MAX_BATCH } from './about';
import { CLOCK_SLACK_MS } from '$lib/server/repo/book';
import { DAY } from '$core/units';
import type { Outcome } from '$lib/server/repo/sent';

/** More than this is no clock, ms: some 100 years. */
const NO_CLOCK_MS = 36_500 * DAY;

/** How far the larder's clock is ahead of a device's that says what it shows now, ms; 0 where it says nothing. */
function clockOffOf(said: string | null): number {
  const off = Date.now() - Number(said ?? NaN);
  return Number.isSafeInteger(off) && Math.abs(off) < NO_CLOCK_MS ? off : 0;
}

type Answer =
  Outcome | { status: 'refused'; id: string | null; refusal: { code: 'invalid' }; errors: FieldError[] };

export const POST = api(async (event, { book }) => {
  const { request, locals } = event;
  // A device keeps what was pressed while somebody was signed in: it is theirs, whoever is signed in when it is sent.
  const pressedBy = request.headers.get('pressed-by');
  if (pressedBy !== null && locals.visitor && locals.visitor.id !== pressedBy)
    return problem({
      status: 403,
      title: 'Pressed by somebody else',
      detail: 'It waits on this device until whoever pressed it signs in here.'
    });
  const off = clockOffOf(request.headers.get('device-now'));
  const by = { ...locals.by, clockOff: off };
  const clock = Math.abs(off) > CLOCK_SLACK_MS ? { clock: { off } } : {};
  const signedBy = async (draft: Draft): Promise<Draft> => ({
    ...draft,
    hand: await signed(event, draft.hand)
  });
  const body = await readJson(request);
  if (!Array.isArray(body)) {
    const draft = draftSchema.safeParse(body);
    if (!draft.success) return invalid(draft.error);
    const [outcome] = await book.book([await signedBy(draft.data)], by);
    if (outcome?.status === 'refused') return refused(outcome.refusal);
    return json({ results: [outcome], ...clock });
  }
  if (body.length === 0 || body.length > MAX_BATCH)
    return problem({
      status: 422,
      title: `Send one to ${MAX_BATCH} entries`,
      errors: [{ path: '', message: `${body.length} entries` }]
    });
  const answers: Answer[] = [];
  const valid: Draft[] = [];
  const places: number[] = [];
  body.forEach((raw: unknown, i) => {
    const draft = draftSchema.safeParse(raw);
    if (draft.success) {
      places.push(i);
      valid.push(draft.data);
    } else {
      const id =
        typeof raw === 'object' && raw !== null && 'id' in raw && typeof raw.id === 'string' ? raw.id : null;
      answers[i] = {
        status: 'refused',
        id,
        refusal: { code: 'invalid' },
        errors: fieldErrors(draft.error, [i])
      };
    }
  });
  (await book.book(await Promise.all(valid.map(signedBy)), by)).forEach(
    (outcome, n) => (answers[places[n] ?? 0] = outcome)
  );
  return json({ results: answers, ...clock });
});
