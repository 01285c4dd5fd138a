import { applyEntry, unfollowed } from '../apply';
import { canonical } from '../entry';
import { sumOf } from '../posting';
import type { BookedEntry } from '../schema';
import { balanceOf, emptyState, isBoundary, lossRef, mayBeNegative, outRef, type BookState } from '../state';
import { fold, voidedIn } from '../step';

export type FindingCode =
  | 'sum'
  | 'negative'
  | 'orphan'
  | 'not-derived'
  | 'unfollowed'
  | 'closed'
  | 'order'
  | 'projection'
  | 'unreadable';

/** One thing that is wrong with the book. */
export interface Finding {
  code: FindingCode;
  entry?: string;
  item?: string;
  text: string;
}

/**
 * Goes through one animal's entries: each sums to zero, touches only what exists, follows from its intent as it was booked
 * and still does as things stand, leaves no balance below zero that must not be, and nothing on what is closed.
 * @param history  the animal's entries in the book's order
 * @returns what is wrong, and the state the history leads to
 */
export function auditAnimal(history: readonly BookedEntry[]): { findings: Finding[]; state: BookState } {
  const findings: Finding[] = [];
  let state = emptyState();
  let seq = 0;
  for (const [i, entry] of history.entries()) {
    if (entry.seq <= seq)
      findings.push({ code: 'order', entry: entry.id, text: `number ${entry.seq} follows ${seq}` });
    seq = entry.seq;
    if (sumOf(entry.postings) !== 0)
      findings.push({
        code: 'sum',
        entry: entry.id,
        text: `postings add up to ${sumOf(entry.postings)} g, not to 0`
      });
    const applied = applyEntry(
      state,
      { ...entry, postings: entry.postings },
      { history: history.slice(0, i), asBooked: true }
    );
    if (applied.ok) state = applied.state;
    else {
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
  for (const id of unfollowed(history))
    findings.push({
      code: 'unfollowed',
      entry: id,
      text: 'its postings do not follow any more from what stands before it'
    });
  const gone = voidedIn(history);
  const final = fold(history.filter((e) => !gone.has(e.id)));
  for (const [id, balance] of Object.entries(final.balances)) {
    if (!mayBeNegative(id) && Object.values(balance).some((g) => g < 0))
      findings.push({ code: 'negative', item: id, text: `${id} is below zero` });
    const owner = lossRef(id)?.owner ?? outRef(id)?.owner;
    if (final.items[id]?.door === 'closed')
      findings.push({
        code: 'closed',
        item: id,
        text: `${id} is closed and holds ${balanceOf(final, id)} g`
      });
    if (!isBoundary(id) && !final.items[id])
      findings.push({ code: 'orphan', item: id, text: `${id} was never born` });
    if (owner && !final.items[owner]) findings.push({ code: 'orphan', item: id, text: `nobody owns ${id}` });
  }
  return { findings, state: final };
}

function withCode(state: BookState, id: string, code: string): BookState {
  const animal = state.animals[id];
  return animal ? { ...state, animals: { ...state.animals, [id]: { ...animal, code } } } : state;
}

/** Compares stored projections of one animal with what its entries lead to. */
export function compareProjection(stored: BookState, derived: BookState): Finding[] {
  const findings: Finding[] = [];
  const keys = (a: object, b: object) => [...new Set([...Object.keys(a), ...Object.keys(b)])].sort();
  for (const id of keys(stored.balances, derived.balances))
    if (canonical(stored.balances[id] ?? {}) !== canonical(derived.balances[id] ?? {}))
      findings.push({
        code: 'projection',
        item: id,
        text: `stored ${canonical(stored.balances[id] ?? {})}, entries give ${canonical(derived.balances[id] ?? {})}`
      });
  for (const id of keys(stored.items, derived.items))
    if (canonical(stored.items[id] ?? null) !== canonical(derived.items[id] ?? null))
      findings.push({
        code: 'projection',
        item: id,
        text: 'the stored item is not the one its entries give'
      });
  for (const id of keys(stored.animals, derived.animals))
    if (canonical(stored.animals[id] ?? null) !== canonical(derived.animals[id] ?? null))
      findings.push({
        code: 'projection',
        item: id,
        text: 'stored facts or marks are not those of the entries'
      });
  return findings;
}
