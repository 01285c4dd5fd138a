import { under } from '$core/units';
import { z } from 'zod';
import { countSchema, partySchema } from '../fields';
import { subjectOf, type OfEither } from '../subject';
import { BODIES, booked, carry, counted, countFault, drawOn, sourceOf, type Derived } from '../move';
import { net, readingSchema, type Reading } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, outId, type BookState, type OutKind } from '../state';
import { toCount, toDoor, type Effects } from './kind';

/** What giving and sending say. */
export const leavingFields = /* @__PURE__ */ schemaOf(() => ({
  item: z.string(),
  to: partySchema,
  /** What left, where it was not all of it. */
  reading: readingSchema.optional(),
  count: countSchema.optional()
}));
export interface Leaving {
  item: string;
  to: string;
  reading?: Reading | undefined;
  count?: number | undefined;
}

/** Out of the house with the class it has: all of it, or what was weighed. */
export function leave(state: BookState, intent: Leaving & OfEither, kind: OutKind): Derived {
  const found = sourceOf(state, intent.item, subjectOf(intent), ...BODIES);
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const value = intent.reading ? net(intent.reading) : left;
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (value > left) return refuse({ code: 'overdrawn', item: item.id, wanted: value, left });
  const count = intent.count ?? (intent.reading ? undefined : item.count);
  const tooMany = countFault(item, count);
  if (tooMany) return refuse(tooMany);
  const postings = carry(item.id, outId(kind, intent.to, item.id), drawOn(state, item.id)(value));
  return booked(count ? counted(postings, count) : postings);
}

/** A lot has fewer animals; a whole carcass or part that leaves is closed. */
export function leftBehind({ item, reading, count }: Leaving, state: BookState): Effects {
  const whole = under(state.items, item);
  const gone = count ?? (reading ? 0 : (whole?.count ?? 0));
  const shuts = !reading && (whole?.door !== undefined || whole?.kind === 'part');
  return {
    changes: [...(shuts ? [toDoor(item, 'closed')] : []), ...(gone > 0 ? [toCount(item, -gone)] : [])]
  };
}
