import { under } from '$core/units';
import type { LossReason } from '$core/reference';
import { lossRef, outRef, type Balance, type BookState, type Item, type OutKind } from '../state';

/** What an item was that grams stand on, as far as they keep it. */
export type Nature = Pick<Item, 'cut' | 'boneShare' | 'trimmed'> &
  Partial<Item> & {
    /** It went into a pool. */
    pooled?: true;
  };

/** Grams of an animal at one place: an item of its own, what became of it, or what of it went into a pool. */
export interface Account {
  id: string;
  item: Nature;
  balance: Balance;
  /** Why they are lost. What was lost off a pack keeps its letter, everything else has X. */
  loss?: LossReason;
  /** Whoever has them, or has eaten them. */
  out?: OutKind;
}

/**
 * Every gram of an animal, each once, wherever it lies: what went into a pool as it was then, so that nothing done to the
 * pool changes a figure of the animal.
 */
export function accountsOf(state: BookState, animal: string): Account[] {
  const accounts: Account[] = [];
  for (const [id, balance] of Object.entries(state.balances)) {
    const own = under(state.items, id);
    if (own) {
      if (own.owner === animal) accounts.push({ id, item: own, balance });
      continue;
    }
    const loss = lossRef(id);
    const out = loss ? undefined : outRef(id);
    const item = under(state.items, (loss ?? out)?.owner ?? '');
    if (item?.owner === animal)
      accounts.push({
        id,
        item,
        balance,
        ...(loss ? { loss: loss.reason } : {}),
        ...(out ? { out: out.kind } : {})
      });
  }
  for (const { pool, item: id, class: key, grams, ...nature } of under(state.animals, animal)?.pooled ?? [])
    accounts.push({ id: pool, item: { id, ...nature, pooled: true }, balance: { [key]: grams } });
  return accounts;
}
