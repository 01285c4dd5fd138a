import type { ClassKey } from '$core/reference';
import { net } from './entry';
import { booked, counted, countFault, isNew, itemOf, lose, move, sourceOf, type Derived } from './move';
import { refuse } from './refusal';
import type { IntentOf, Posting } from './schema';
import { balanceOf, classOf, outId, type Balance, type BookState, type OutKind } from './state';

const BODIES = ['carcass', 'lot', 'part', 'piece', 'tub', 'pack'] as const;

/** Opens a hold. One of each kind at a time: a second says nothing new. */
export function hold(state: BookState, intent: IntentOf<'hold'>): Derived {
  const known = state.animals[intent.animal]?.holds ?? [];
  return known.some((h) => h.why === intent.why)
    ? refuse({ code: 'unchanged', item: intent.animal })
    : booked();
}

export function lift(state: BookState, intent: IntentOf<'lift'>): Derived {
  const known = state.animals[intent.animal]?.holds ?? [];
  return known.some((h) => h.entry === intent.hold)
    ? booked()
    : refuse({ code: 'no-hold', entry: intent.hold });
}

/** Everything of the animal that is still in the house is lost as condemned. */
export function condemn(state: BookState, { animal }: IntentOf<'condemn'>): Derived {
  return booked(
    ...Object.values(state.items)
      .filter((item) => item.animal === animal)
      .map((item) => {
        const lost = classesOf(state.balances[item.id]).flatMap(([key, value]) =>
          lose('condemned', item.id, key, value)
        );
        return item.count ? counted(lost, item.count) : lost;
      })
  );
}

const classesOf = (balance: Balance | undefined): [ClassKey, number][] =>
  (Object.entries(balance ?? {}) as [ClassKey, number][]).filter(([, value]) => value > 0);

export function sample(state: BookState, intent: IntentOf<'sample'>): Derived {
  const found = sourceOf(state, intent.from, intent.animal, ...BODIES);
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const value = net(intent.reading);
  const left = balanceOf(state, item.id);
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (value > left) return refuse({ code: 'overdrawn', item: item.id, wanted: value, left });
  return booked(move(item.id, classOf(state, item.id), outId('sample', intent.lab, item.id), 'X', value));
}

/** Out of the house with the class it has: all of it, or what was weighed. */
function leave(state: BookState, intent: IntentOf<'give'> | IntentOf<'send'>, kind: OutKind): Derived {
  const found = sourceOf(state, intent.item, intent.animal, ...BODIES);
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const value = intent.reading ? net(intent.reading) : left;
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (value > left) return refuse({ code: 'overdrawn', item: item.id, wanted: value, left });
  const count = intent.count ?? (intent.reading ? undefined : item.count);
  const tooMany = countFault(item, count);
  if (tooMany) return refuse(tooMany);
  const postings = acrossClasses(state.balances[item.id], value, (key, part) =>
    move(item.id, key, outId(kind, intent.to, item.id), key, part)
  );
  return booked(count ? counted(postings, count) : postings);
}

/** Takes grams out of a balance, the largest class first. */
function acrossClasses(
  balance: Balance | undefined,
  value: number,
  to: (key: ClassKey, part: number) => Posting[]
): Posting[] {
  let rest = value;
  const out: Posting[] = [];
  for (const [key, has] of classesOf(balance).sort((a, b) => b[1] - a[1])) {
    const part = Math.min(rest, has);
    if (part > 0) out.push(...to(key, part));
    rest -= part;
  }
  return out;
}

export const give = (state: BookState, intent: IntentOf<'give'>): Derived => leave(state, intent, 'given');
export const send = (state: BookState, intent: IntentOf<'send'>): Derived => leave(state, intent, 'with');

/**
 * Packs back from whoever had an item. What was bought and mixed in comes from the store; what is not back when nothing
 * more is to come is lost as not returned.
 */
export function returned(state: BookState, intent: IntentOf<'return'>): Derived {
  const found = itemOf(state, intent.item, intent.animal);
  if ('refusal' in found) return refuse(found.refusal);
  const out = (['with', 'given'] as const)
    .map((kind) => outId(kind, intent.from, intent.item))
    .find((id) => balanceOf(state, id) > 0);
  if (!out) return refuse({ code: 'nothing', field: 'from' });
  const seen = new Set<string>();
  for (const pack of intent.packs) {
    const taken = isNew(state, pack.id);
    if (taken || seen.has(pack.id)) return refuse(taken ?? { code: 'item-exists', item: pack.id });
    seen.add(pack.id);
    const value = net(pack.reading);
    if (value <= 0) return refuse({ code: 'nothing', field: 'packs' });
    if ((pack.bought ?? 0) > value)
      return refuse({ code: 'overdrawn', item: pack.id, wanted: pack.bought ?? 0, left: value });
  }
  const own = intent.packs.reduce((sum, p) => sum + net(p.reading) - (p.bought ?? 0), 0);
  const had = balanceOf(state, out);
  if (own > had) return refuse({ code: 'overdrawn', item: out, wanted: own, left: had });
  const left: Balance = { ...state.balances[out] };
  const take = (value: number, to: (key: ClassKey, part: number) => Posting[]) =>
    acrossClasses(left, value, (key, part) => {
      left[key] = ((left[key] ?? 0) - part) as Balance[ClassKey];
      return to(key, part);
    });
  const packs = intent.packs.map((pack) => [
    ...take(net(pack.reading) - (pack.bought ?? 0), (key, part) => move(out, key, pack.id, pack.class, part)),
    ...(pack.bought
      ? move(outId('store', intent.from, intent.item), pack.class, pack.id, pack.class, pack.bought)
      : [])
  ]);
  const rest = intent.more
    ? []
    : take(had - own, (key, part) => move(out, key, `loss:notReturned:${intent.item}`, 'X', part));
  return booked(...packs, rest);
}
