import type { LossReason } from '$core/reference';
import { subjectOf, type OfEither } from '../subject';
import { booked, carry, drawOn, sourceOf, type Derived } from '../move';
import { net, type Reading } from '../reading';
import { refuse } from '../refusal';
import { balanceOf, lossId, type BookState, type ItemKind } from '../state';

/** Something weighs less than it did, for a known reason: the difference is lost and keeps its letter. */
export function lighten(
  state: BookState,
  intent: OfEither & { item: string; reading: Reading },
  reason: LossReason,
  ...kinds: ItemKind[]
): Derived {
  const found = sourceOf(state, intent.item, subjectOf(intent), ...kinds);
  if ('refusal' in found) return refuse(found.refusal);
  const { id } = found.item;
  const left = balanceOf(state, id);
  const now = net(intent.reading);
  if (now <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (now === left) return refuse({ code: 'unchanged', item: id });
  if (now > left) return refuse({ code: 'heavier', item: id, reading: now, left });
  return booked(carry(id, lossId(reason, id), drawOn(state, id)(left - now)));
}
