import { z } from 'zod';
import { ofEither } from '../fields';
import { subjectOf } from '../subject';
import { BODIES, booked, carry, drawOn, keepsLetter, sourceOf, type Derived } from '../move';
import { gramsSchema, net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, eatenId, lossId, type BookState } from '../state';
import type { KindRules } from './kind';

/** Eaten at home: all of it, or what was weighed. Its drip and its bone are lost. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('eat'),
    item: z.string().max(80),
    /** What was taken of it, drip and bone with it, where it was not all. */
    reading: readingSchema.optional(),
    drip: gramsSchema.optional(),
    bone: gramsSchema.optional()
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.item, subjectOf(intent), ...BODIES);
  if ('refusal' in found) return refuse(found.refusal);
  const { id } = found.item;
  const left = balanceOf(state, id);
  const { drip = 0, bone = 0 } = intent;
  const value = intent.reading ? net(intent.reading) : left;
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (value > left) return refuse({ code: 'overdrawn', item: id, wanted: value, left });
  if (drip + bone > value) return refuse({ code: 'parts-differ', item: id, sum: drip + bone, whole: value });
  const lost = keepsLetter(state, found.item) ? undefined : 'X';
  const draw = drawOn(state, id);
  return booked(
    carry(id, eatenId(id), draw(value - drip - bone)),
    carry(id, lossId('drip', id), draw(drip), lost),
    carry(id, lossId('bone', id), draw(bone), lost)
  );
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item],
  derive,
  leaves: true
};
