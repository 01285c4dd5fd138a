import type { Stage } from '$core/reference';
import type { BookedEntry } from '../schema';
import { voidedIn } from '../play';

/** A line of an animal's custody: who had it from when on, where, and in what state. */
export interface CustodyLine {
  entry: string;
  at: number;
  /** Who wrote it down. */
  hand: string;
  what:
    | 'came'
    | 'moved'
    | 'held'
    | 'lifted'
    | 'condemned'
    | 'sent'
    | 'returned'
    | 'given'
    | 'sampled'
    | 'examined';
  /** Whoever has it now, or the room it hangs in. */
  who?: string;
  /** Stage of its newest weighing by then, and its grams. */
  stage?: Stage;
  grams?: number;
  note?: string;
  /** Holds that stood when it changed hands. */
  held: number;
}

/**
 * Who had an animal, when and in what state, from the unvoided entries: where it came from, each room, each hand it went
 * to, each hold. In the book's order.
 */
export function custodyLine(history: readonly BookedEntry[]): CustodyLine[] {
  const gone = voidedIn(history);
  const lines: CustodyLine[] = [];
  let stage: Stage | undefined;
  let weight: number | undefined;
  const holds = new Set<string>();
  for (const entry of history) {
    const { intent, id, at, hand } = entry;
    if (gone.has(id) || intent.kind === 'void') continue;
    if ('reading' in intent && intent.reading?.stage) {
      stage = intent.reading.stage;
      weight = intent.reading.grams - (intent.reading.tare ?? 0);
    }
    const put = (what: CustodyLine['what'], more: Partial<CustodyLine> = {}) =>
      lines.push({
        entry: id,
        at,
        hand,
        what,
        held: holds.size,
        ...(stage ? { stage } : {}),
        ...(weight === undefined ? {} : { grams: weight }),
        ...more
      });
    switch (intent.kind) {
      case 'intake':
        if (intent.facts) put('came', intent.facts.source ? { who: intent.facts.source } : {});
        break;
      case 'amend':
        if (intent.facts.exam)
          put('examined', {
            who: intent.facts.exam.by,
            ...(intent.facts.exam.findings ? { note: intent.facts.exam.findings } : {})
          });
        break;
      case 'chill':
        if (intent.what === 'moved' && intent.to && !intent.item) put('moved', { who: intent.to });
        break;
      case 'hold':
        holds.add(id);
        put('held', { note: intent.note ?? intent.why });
        break;
      case 'lift':
        holds.delete(intent.hold);
        put('lifted', intent.note ? { note: intent.note } : {});
        break;
      case 'condemn':
        put('condemned', intent.note ? { note: intent.note } : {});
        break;
      case 'sample':
        put('sampled', { who: intent.lab, ...(intent.what ? { note: intent.what } : {}) });
        break;
      case 'give':
        put('given', { who: intent.to, ...gramsOut(entry) });
        break;
      case 'send':
        put('sent', {
          who: intent.to,
          ...gramsOut(entry),
          ...(intent.wishes ? { note: intent.wishes } : {})
        });
        break;
      case 'return':
        put('returned', { who: intent.from, ...gramsIn(entry) });
        break;
    }
  }
  return lines;
}

const gramsOut = (entry: BookedEntry): { grams: number } => ({
  grams: entry.postings.reduce((sum, p) => (/^(with|given):/.test(p.item) ? sum + p.grams : sum), 0)
});
const gramsIn = (entry: BookedEntry): { grams: number } => ({
  grams:
    entry.intent.kind === 'return'
      ? entry.intent.packs.reduce((sum, p) => sum + p.reading.grams - (p.reading.tare ?? 0), 0)
      : 0
});

/** What was sent out whole or in part, and what has come back of it. */
export interface SentOut {
  entry: string;
  at: number;
  party: string;
  item: string;
  /** Grams that left uncut, or as the piece it was. */
  sent: number;
  wishes?: string;
  returns: {
    at: number;
    grams: number;
    bought: number;
    packs: number;
    /** In the smallest units of its currency; '' where none was named. */
    bill?: { amount: number; currency: string };
    more: boolean;
  }[];
}

/** Everything of an animal that was sent out, with its returns. From the unvoided entries. */
export function sentOut(history: readonly BookedEntry[]): SentOut[] {
  const gone = voidedIn(history);
  const out: SentOut[] = [];
  for (const entry of history) {
    const { intent } = entry;
    if (gone.has(entry.id)) continue;
    if (intent.kind === 'send')
      out.push({
        entry: entry.id,
        at: entry.at,
        party: intent.to,
        item: intent.item,
        sent: gramsOut(entry).grams,
        returns: [],
        ...(intent.wishes ? { wishes: intent.wishes } : {})
      });
    if (intent.kind === 'return') {
      const of = out.findLast((s) => s.item === intent.item && s.party === intent.from);
      of?.returns.push({
        at: entry.at,
        grams: gramsIn(entry).grams,
        bought: intent.packs.reduce((sum, p) => sum + (p.bought ?? 0), 0),
        packs: intent.packs.length,
        more: intent.more === true,
        ...(intent.bill === undefined
          ? {}
          : { bill: { amount: intent.bill, currency: intent.currency ?? '' } })
      });
    }
  }
  return out;
}
