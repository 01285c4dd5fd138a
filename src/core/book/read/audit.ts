import { under } from '$core/units';
import { applyEntry, sliceOf, unfollowed } from '../apply';
import { canonical } from '../entry';
import { subjectOf } from '../subject';
import { sumsByOrigin } from '../posting';
import type { BookedEntry } from '../schema';
import {
  balanceOf,
  emptyState,
  isBoundary,
  lossRef,
  mayBeNegative,
  outRef,
  type Balance,
  type BookState
} from '../state';
import { fold, playOnto, voidedIn } from '../play';

export type FindingCode =
  | 'sum'
  | 'origins'
  | 'negative'
  | 'orphan'
  | 'not-derived'
  | 'unfollowed'
  | 'closed'
  | 'order'
  | 'projection'
  | 'unreadable'
  /** The chain of hashes is broken: an entry is another than was booked, or one before it is gone. */
  | 'chain'
  /** What refuses changes of the book is missing, or another. */
  | 'guard'
  /** A row that no entry speaks of. */
  | 'stray'
  /** A running number is lower than one that was given. */
  | 'counter'
  | 'photograph'
  /** Something beside the book was changed past the program. */
  | 'beside'
  /** The seals of what stands beside the book are not as they were made. */
  | 'seal'
  /** The database itself is damaged. */
  | 'damaged'
  /** Figures that an older version of the program has left. */
  | 'outdated';

/** One thing that is wrong with the book. */
export interface Finding {
  code: FindingCode;
  entry?: string;
  item?: string;
  text: string;
}

/**
 * Goes through the entries that speak of one subject: each sums to zero by origin, touches only what exists, follows from its
 * intent as it was booked and still does as things stand, leaves no balance below zero that must not be, and nothing on what
 * is closed.
 * @param history  the subject's entries in the book's order, and those of whatever they take from
 * @param subject  that of the first entry unless said
 * @returns what is wrong, what the history makes of the subject, and how many entries are its own
 */
export function auditSubject(
  history: readonly BookedEntry[],
  subject = history[0] ? subjectOf(history[0].intent) : ''
): { findings: Finding[]; state: BookState; entries: number } {
  const findings: Finding[] = [];
  const own = (entry: BookedEntry): boolean => subjectOf(entry.intent) === subject;
  let state = emptyState();
  let seq = 0;
  let stale = false;
  let followed = true;
  for (const [i, entry] of history.entries()) {
    // What others did is taken as it stands: it is looked at with them. What they took back is played again once it is asked for.
    if (!own(entry)) {
      stale ||= entry.intent.kind === 'void';
      if (!stale) playOnto(state, entry);
      continue;
    }
    if (stale) state = fold(history.slice(0, i));
    stale = false;
    if (entry.seq <= seq)
      findings.push({ code: 'order', entry: entry.id, text: `number ${entry.seq} follows ${seq}` });
    seq = entry.seq;
    for (const [origin, sum] of sumsByOrigin(entry.postings))
      if (sum !== 0)
        findings.push({
          code: 'sum',
          entry: entry.id,
          text: `postings${origin && ` of ${origin}`} add up to ${sum} g, not to 0`
        });
    const applied = applyEntry(state, entry, {
      history: history.slice(0, i),
      asBooked: true,
      own: true
    });
    if (applied.ok) state = applied.state;
    else {
      followed = false;
      findings.push({
        code: 'not-derived',
        entry: entry.id,
        text: `postings do not follow from the intent (${applied.refusal.code})`
      });
      state = fold(history.slice(0, i + 1));
    }
    if (entry.code && entry.intent.kind === 'intake')
      state = withCode(state, entry.intent.animal, entry.code);
  }
  const mine = history.filter(own);
  // Where nothing was taken back and all followed when it was booked, nothing else can come of playing it again.
  const anew = !followed || history.some((entry) => entry.intent.kind === 'void');
  const ids = new Set(mine.map((entry) => entry.id));
  for (const id of anew ? unfollowed(history).filter((id) => ids.has(id)) : [])
    findings.push({
      code: 'unfollowed',
      entry: id,
      text: 'its postings do not follow any more from what stands before it'
    });
  const gone = voidedIn(history);
  const whole = anew ? fold(history.filter((e) => !gone.has(e.id))) : state;
  const final = sliceOf(whole, [subject]);
  // What nobody owns is in no slice: it is looked for on what the subject's own entries have touched.
  const touched = new Set(mine.flatMap((entry) => entry.postings.map((p) => p.item)));
  for (const id of Object.keys(whole.balances).filter((id) => touched.has(id))) {
    const owner = lossRef(id)?.owner ?? outRef(id)?.owner;
    if (!isBoundary(id) && !under(whole.items, id))
      findings.push({ code: 'orphan', item: id, text: `${id} was never born` });
    if (owner && !under(whole.items, owner))
      findings.push({ code: 'orphan', item: id, text: `nobody owns ${id}` });
  }
  for (const [id, balance] of Object.entries(final.balances)) {
    if (!mayBeNegative(id) && Object.values(balance).some((g) => g < 0))
      findings.push({ code: 'negative', item: id, text: `${id} is below zero` });
    const origins = under(final.origins, id);
    if (origins && !sameByOrigin(balance, origins))
      findings.push({
        code: 'origins',
        item: id,
        text: `the origins of ${id} do not add up to what it holds`
      });
    if (under(final.items, id)?.door === 'closed')
      findings.push({
        code: 'closed',
        item: id,
        text: `${id} is closed and holds ${balanceOf(final, id)} g`
      });
  }
  return { findings, state: final, entries: mine.length };
}

/** Whether what an item holds by origin adds up to what it holds. */
function sameByOrigin(balance: Balance, origins: Readonly<Record<string, Balance>>): boolean {
  const sums: Record<string, number> = {};
  for (const own of Object.values(origins))
    for (const [key, grams] of Object.entries(own)) sums[key] = (under(sums, key) ?? 0) + grams;
  return canonical(sums) === canonical(balance);
}

function withCode(state: BookState, id: string, code: string): BookState {
  const animal = under(state.animals, id);
  return animal ? { ...state, animals: { ...state.animals, [id]: { ...animal, code } } } : state;
}

/** Compares stored projections of one subject with what its entries lead to. */
export function compareProjection(stored: BookState, derived: BookState): Finding[] {
  const findings: Finding[] = [];
  const keys = (a: object, b: object) => [...new Set([...Object.keys(a), ...Object.keys(b)])].sort();
  for (const id of keys(stored.balances, derived.balances))
    if (canonical(under(stored.balances, id) ?? {}) !== canonical(under(derived.balances, id) ?? {}))
      findings.push({
        code: 'projection',
        item: id,
        text: `stored ${canonical(under(stored.balances, id) ?? {})}, entries give ${canonical(under(derived.balances, id) ?? {})}`
      });
  for (const id of keys(stored.origins, derived.origins))
    if (canonical(under(stored.origins, id) ?? {}) !== canonical(under(derived.origins, id) ?? {}))
      findings.push({ code: 'projection', item: id, text: 'stored origins are not those of the entries' });
  for (const id of keys(stored.pools, derived.pools))
    if (canonical(under(stored.pools, id) ?? null) !== canonical(under(derived.pools, id) ?? null))
      findings.push({
        code: 'projection',
        item: id,
        text: 'the stored pool is not the one its entries give'
      });
  for (const id of keys(stored.items, derived.items))
    if (canonical(under(stored.items, id) ?? null) !== canonical(under(derived.items, id) ?? null))
      findings.push({
        code: 'projection',
        item: id,
        text: 'the stored item is not the one its entries give'
      });
  for (const id of keys(stored.animals, derived.animals))
    if (canonical(under(stored.animals, id) ?? null) !== canonical(under(derived.animals, id) ?? null))
      findings.push({
        code: 'projection',
        item: id,
        text: 'stored facts or marks are not those of the entries'
      });
  return findings;
}
