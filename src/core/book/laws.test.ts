import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DISCARD_REASONS, HOLD_REASONS, TUB_KEYS } from '$core/reference';
import { seeded, type Uniform } from '$core/units';
import {
  KINDS,
  applyEntry,
  auditAnimal,
  balanceOf,
  beamOf,
  dependants,
  fold,
  mayBeNegative,
  outRef,
  rulesOf,
  sumOf,
  tubWeight,
  unfollowed,
  voidedIn,
  yieldOf,
  type BookState,
  type Kind
} from '.';
import { TestBook, testId, weighed } from './testkit';

/** A stream of even choices from a seed; the walk's length is what fast-check shrinks. */
class Choices {
  readonly #uniform: Uniform;
  constructor(seed: number) {
    this.#uniform = seeded(seed);
  }
  next(): number {
    return this.#uniform();
  }
  below(n: number): number {
    return Math.floor(this.next() * n);
  }
  of<T>(list: readonly T[]): T | undefined {
    return list[this.below(list.length)];
  }
}

const items = (state: BookState, ...kinds: string[]) =>
  Object.values(state.items).filter((i) => kinds.includes(i.kind));

/** An intent of the kind asked for that may be booked now, or may be refused; undefined when the kind has no object. */
function intentOf(kind: Kind, book: TestBook, c: Choices): Record<string, unknown> | undefined {
  const { state } = book;
  const open = items(state, 'carcass', 'lot', 'part').filter(
    (i) => i.door !== 'closed' && balanceOf(state, i.id) > 0
  );
  const pieces = items(state, 'piece').filter((i) => balanceOf(state, i.id) > 0);
  const some = (most: number) => weighed(1 + c.below(Math.max(1, Math.floor(most * 1.02))));
  const place = () => ({ tub: c.of(TUB_KEYS) });
  const left = (id: string) => balanceOf(state, id);
  switch (kind) {
    case 'intake':
      return {
        kind,
        into: { kind: 'tub', tub: c.of(['offal', 'hide', 'fat']) },
        reading: weighed(1 + c.below(2_000))
      };
    case 'amend':
      return {
        kind,
        facts: c.of([
          { placement: 'gut' },
          { placement: null },
          { tag: 'L 1' },
          { condition: 1 + c.below(5) },
          { ageClass: 'old' }
        ])
      };
    case 'reweigh': {
      const item = c.of([...open, ...pieces]);
      return (
        item && {
          kind,
          item: item.id,
          reading: weighed(Math.max(1, Math.round(left(item.id) * (0.9 + 0.11 * c.next()))), {
            stage: 'aged'
          })
        }
      );
    }
    case 'skin': {
      const item = items(state, 'carcass', 'lot')[0];
      const value = Math.max(1, Math.round(left(item?.id ?? '') * (0.7 + 0.3 * c.next())));
      return (
        item && {
          kind,
          item: item.id,
          reading: weighed(value, { stage: 'hanging' }),
          hide: weighed(c.below(400))
        }
      );
    }
    case 'cut': {
      const from = c.of(open);
      const part = from?.kind === 'carcass' && c.next() < 0.4;
      const creates = part
        ? { kind: 'part', id: testId(), cut: 'shoulder', side: 'left' }
        : { kind: 'piece', id: testId(), cut: c.of(['strap', 'flatIron', 'hindShank']), place: place() };
      return (
        from && {
          kind,
          from: from.id,
          creates,
          reading: some(left(from.id) * (part ? 0.5 : 0.3)),
          acknowledged: c.next() < 0.5
        }
      );
    }
    case 'divide': {
      const item = c.of([...open.filter((i) => i.kind === 'part'), ...pieces]);
      if (!item) return undefined;
      const share = () => weighed(1 + c.below(Math.max(1, Math.floor(left(item.id) * 0.45))));
      const named = (cut: string) => ({ kind: 'piece', id: testId(), cut, place: place() });
      const rest = c.next() < 0.5 ? {} : { reading: share() };
      return {
        kind,
        item: item.id,
        children: [
          { creates: named('eyeRound'), reading: share() },
          { creates: { ...named('hindShank'), boneIn: true }, ...rest }
        ],
        ...(c.next() < 0.4 ? { bone: weighed(c.below(60)), boneTo: c.of(['discard', 'stock']) } : {})
      };
    }
    case 'split': {
      const item = c.of([...pieces, ...items(state, 'pack').filter((i) => left(i.id) > 0)]);
      if (!item) return undefined;
      const first = 1 + c.below(left(item.id));
      return {
        kind,
        item: item.id,
        children: [
          { id: testId(), place: place(), reading: weighed(first) },
          { id: testId(), place: place() }
        ]
      };
    }
    case 'trim': {
      const item = c.of(pieces);
      return (
        item && {
          kind,
          item: item.id,
          reading: weighed(c.below(left(item.id))),
          went: [{ to: c.next() < 0.5 ? { reason: 'silver' } : { tub: 'grind' } }]
        }
      );
    }
    case 'tub': {
      const tub = c.of(TUB_KEYS) ?? 'grind';
      const now = tubWeight(state, tub, book.animal);
      return {
        kind,
        tub,
        reading: weighed(Math.max(0, Math.round(now * (0.8 + 0.3 * c.next()) + c.below(300)))),
        acknowledged: c.next() < 0.3
      };
    }
    case 'place': {
      const item = c.of([...pieces, ...items(state, 'part', 'pack').filter((i) => left(i.id) > 0)]);
      return (
        item && { kind, item: item.id, place: c.next() < 0.6 ? place() : { shelf: c.of(['top', 'low']) } }
      );
    }
    case 'open': {
      const item = c.of(items(state, 'part').filter((i) => i.door !== 'open'));
      return item && { kind, item: item.id };
    }
    case 'close': {
      const item = c.of(open.filter((i) => i.kind === 'part'));
      return (
        item && {
          kind,
          item: item.id,
          bone: weighed(Math.round(left(item.id) * 1.1 * c.next())),
          boneTo: c.of(['discard', 'stock'])
        }
      );
    }
    case 'discard': {
      const from = c.of([...open, ...pieces]);
      return (
        from && {
          kind,
          from: from.id,
          reason: c.of(DISCARD_REASONS),
          reading: some(left(from.id) * 0.2),
          ...(from.kind === 'lot' && c.next() < 0.5 ? { count: 1 + c.below(4) } : {}),
          acknowledged: c.next() < 0.3
        }
      );
    }
    case 'hold':
      return { kind, why: c.of(HOLD_REASONS) };
    case 'lift': {
      const hold = c.of(state.animals[book.animal]?.holds ?? []);
      return hold && { kind, hold: hold.entry };
    }
    case 'condemn':
      return c.next() < 0.4 ? { kind } : undefined;
    case 'sample': {
      const from = c.of([...open, ...pieces]);
      return from && { kind, from: from.id, lab: 'county', reading: some(Math.min(80, left(from.id))) };
    }
    case 'give':
    case 'send': {
      const lots = open.filter((i) => i.kind === 'lot');
      const item = c.of([...lots, ...pieces, ...items(state, 'tub', 'pack').filter((i) => left(i.id) > 0)]);
      return (
        item && {
          kind,
          item: item.id,
          to: c.of(['Ilo', 'Reed Bay works']),
          ...(c.next() < 0.4 || item.kind === 'lot'
            ? {
                reading: some(left(item.id) * 0.3),
                ...(item.kind === 'lot' ? { count: 1 + c.below(3) } : {})
              }
            : {})
        }
      );
    }
    case 'return': {
      const away = Object.keys(state.balances).filter((id) => /^(with|given):/.test(id));
      const out = outRef(c.of(away) ?? '');
      return (
        out && {
          kind,
          item: out.owner,
          from: out.party,
          packs: [
            { id: testId(), what: 'mince', class: c.of(['P', 'G']), reading: some(400), bought: c.below(40) },
            { id: testId(), what: 'diced', class: 'S', reading: some(300) }
          ],
          more: c.next() < 0.4
        }
      );
    }
    case 'tick': {
      const item = c.of(open);
      return (
        item && {
          kind,
          item: item.id,
          step: c.of(['glands', 'ready', 'hygiene']),
          how: c.of(['done', 'skipped', 'left']),
          ...(c.next() < 0.3 ? { answer: 'loose' } : {})
        }
      );
    }
    case 'chill':
      return { kind, ...c.of([{ what: 'hideOff' }, { what: 'moved', to: 'cold' }, { what: 'pelvisSplit' }]) };
    case 'school': {
      const item = c.of(open);
      return item && { kind, item: item.id, by: c.of(['Q1', 'Q2', 'own:mine']) };
    }
    case 'note': {
      const item = c.of([undefined, ...pieces, ...open]);
      return { kind, text: 'dark along the spine', ...(item ? { item: item.id } : {}) };
    }
    case 'correct': {
      const entry = c.of(
        book.history.filter((e) => ['intake', 'cut', 'discard', 'skin'].includes(e.intent.kind))
      );
      return (
        entry && {
          kind,
          entry: entry.id,
          reading: weighed(Math.max(1, Math.round((0.9 + 0.2 * c.next()) * 1_000 * (1 + c.below(40)))))
        }
      );
    }
    case 'void': {
      const gone = voidedIn(book.history);
      const entry = c.of(book.history.slice(1).filter((e) => e.intent.kind !== 'void' && !gone.has(e.id)));
      return entry && { kind, entry: entry.id };
    }
  }
}

const choices = fc.record({ seed: fc.nat(), steps: fc.integer({ min: 5, max: 34 }) });
type Walk = { seed: number; steps: number };

/** Rare kinds are tried more often, so that each makes up its share of what is accepted. */
const BAG: Kind[] = [
  ...KINDS,
  'skin',
  'skin',
  'skin',
  'split',
  'divide',
  'trim',
  'correct',
  'correct',
  'open',
  'open',
  'close',
  'reweigh',
  'void',
  'lift',
  'lift',
  'lift',
  'return',
  'return',
  'give',
  'send',
  'cut',
  'cut',
  'cut',
  'cut'
];

function walk(
  numbers: Walk,
  seen?: Map<Kind, number>,
  each?: (book: TestBook, before: BookState) => void
): TestBook {
  const c = new Choices(numbers.seed);
  const book = new TestBook();
  if (c.next() < 0.2) book.lot(9_000, 12);
  else book.carcass(60_000, c.next() < 0.9 ? 'live' : 'hanging');
  for (let tries = 0; tries < 400 && book.history.length <= numbers.steps; tries += 1) {
    const kind = c.of(BAG) ?? 'cut';
    const intent = intentOf(kind, book, c);
    if (!intent) continue;
    const before = book.state;
    if (!book.try(intent).entry) continue;
    seen?.set(kind, (seen.get(kind) ?? 0) + 1);
    each?.(book, before);
  }
  return book;
}

describe('laws of the book, over any sequence of accepted intents', () => {
  it('tries every kind: each is at least 1 % of what is accepted', () => {
    const seen = new Map<Kind, number>();
    for (const numbers of Array.from({ length: 400 }, (_, seed) => ({ seed, steps: 22 })))
      walk(numbers, seen);
    const total = [...seen.values()].reduce((a, b) => a + b, 0);
    expect(total).toBeGreaterThan(5_000);
    for (const kind of KINDS) expect((seen.get(kind) ?? 0) / total, kind).toBeGreaterThan(0.01);
  });

  it('lets nothing that a hold forbids pass, and nothing at all of what is condemned', () => {
    let held = 0;
    fc.assert(
      fc.property(choices, (numbers) => {
        walk(numbers, undefined, (book, before) => {
          const animal = before.animals[book.animal];
          const entry = book.history.at(-1)!;
          const { kind } = entry.intent;
          if (animal?.condemned) expect(['amend', 'lift', 'note', 'correct', 'void']).toContain(kind);
          if (!animal?.holds) return;
          held += 1;
          expect(['give', 'send']).not.toContain(kind);
          // Nothing grows out there, and nothing goes to stock or pets, but what is taken back or set right.
          if (kind === 'void' || kind === 'correct') return;
          for (const p of entry.postings)
            if (p.grams > 0) expect(p.item).not.toMatch(/^(given|with|tub:stock|tub:pets):/);
        });
      }),
      { numRuns: 300 }
    );
    expect(held).toBeGreaterThan(200);
  });

  it('knows of every kind what it brings into being and what it cannot be booked without', () => {
    fc.assert(
      fc.property(choices, (numbers) => {
        walk(numbers, undefined, (book, before) => {
          const entry = book.history.at(-1)!;
          const { intent } = entry;
          if (intent.kind === 'void') return;
          const { refers, bears } = rulesOf(intent);
          const born = Object.values(book.state.items).filter((i) => !before.items[i.id] && i.kind !== 'tub');
          const said = (bears?.(intent) ?? []).filter((id) => id !== book.animal);
          expect(said.sort(), intent.kind).toEqual(born.map((i) => i.id).sort());
          // Without any one of them it is refused.
          for (const id of refers(intent)) {
            if (id === undefined || book.history.some((e) => e.id === id)) continue;
            const without = { ...before, items: { ...before.items }, animals: { ...before.animals } };
            delete without.items[id];
            delete without.animals[id];
            const { postings: _, ...draft } = entry;
            const history = book.history.slice(0, -1);
            expect(applyEntry(without, draft, { history }).ok, `${intent.kind} without ${id}`).toBe(false);
          }
        });
      }),
      { numRuns: 80 }
    );
  });

  it('conserves mass to the gram, entry by entry and over the whole', () => {
    fc.assert(
      fc.property(choices, (numbers) => {
        const book = walk(numbers);
        for (const entry of book.history) {
          expect(sumOf(entry.postings)).toBe(0);
          expect(entry.postings.reduce((a, p) => a + (p.count ?? 0), 0)).toBe(0);
        }
        const all = Object.values(book.state.balances).flatMap((b) => Object.values(b));
        expect(all.reduce((a, b) => a + b, 0)).toBe(0);
      }),
      { numRuns: 200 }
    );
  });

  it('leaves nothing below zero but what may be', () => {
    fc.assert(
      fc.property(choices, (numbers) => {
        walk(numbers, undefined, ({ state }) => {
          for (const [id, balance] of Object.entries(state.balances))
            for (const grams of Object.values(balance))
              if (!mayBeNegative(id)) expect(grams, id).toBeGreaterThan(0);
          for (const item of Object.values(state.items)) expect(item.count ?? 0).toBeGreaterThanOrEqual(0);
        });
      }),
      { numRuns: 200 }
    );
  });

  it('comes to the same state by replaying, and the audit finds nothing', () => {
    fc.assert(
      fc.property(choices, (numbers) => {
        const book = walk(numbers);
        expect(fold(book.history)).toEqual(book.state);
        const { findings, state } = auditAnimal(book.history);
        expect(findings).toEqual([]);
        expect(state).toEqual(book.state);
      }),
      { numRuns: 120 }
    );
  });

  it('restores the whole state when the newest entry is taken back', () => {
    fc.assert(
      fc.property(choices, (numbers) => {
        walk(numbers, undefined, (book, before) => {
          const last = book.history.at(-1);
          if (!last || last.intent.kind === 'void') return;
          const twin = new TestBook();
          twin.state = book.state;
          twin.history = book.history;
          const undone = twin.book({
            ...book.draft({ kind: 'void', entry: last.id }),
            intent: { kind: 'void', animal: last.intent.animal, entry: last.id }
          });
          expect(undone.refused).toBeUndefined();
          expect(twin.state).toEqual(before);
        });
      }),
      { numRuns: 80 }
    );
  });

  it('takes any entry back with its chain; all that stands then follows, and nothing is a debt', () => {
    let long = 0;
    fc.assert(
      fc.property(choices, fc.nat(), (numbers, pick) => {
        const book = walk(numbers);
        const gone = voidedIn(book.history);
        const standing = book.history.filter((e) => e.intent.kind !== 'void' && !gone.has(e.id));
        const target = standing[pick % standing.length];
        if (!target) return;
        const chain = dependants(book.history, target.id);
        long += chain.length > 1 ? 1 : 0;
        if (chain.length > 0) expect(book.try({ kind: 'void', entry: target.id }).refused).toBe('stands-on');
        const taken = { kind: 'void', entry: target.id, ...(chain.length > 0 ? { chain } : {}) };
        expect(book.try(taken).refused).toBeUndefined();
        expect(unfollowed(book.history)).toEqual([]);
        for (const [id, balance] of Object.entries(book.state.balances))
          for (const grams of Object.values(balance))
            if (!mayBeNegative(id)) expect(grams, id).toBeGreaterThan(0);
        expect(auditAnimal(book.history).findings).toEqual([]);
      }),
      { numRuns: 300 }
    );
    expect(long).toBeGreaterThan(50);
  });

  it('draws a beam whose segments and rest are the whole: what came in, less what was lost before the hanging weight', () => {
    fc.assert(
      fc.property(choices, (numbers) => {
        const { state, animal } = walk(numbers);
        const beam = beamOf(state, animal);
        const drawn = beam.segments.reduce((a, s) => a + s.grams, 0) + beam.stillOn;
        const came = -Object.entries(state.balances).reduce(
          (a, [id, b]) => (id.startsWith('field:') ? a + (b['-'] ?? 0) : a),
          0
        );
        const before = beam.baseOf === 'hanging' ? beam.strip.dressing : 0;
        const beside = beam.strip.offal + beam.strip.hide + before;
        expect(drawn + beside).toBeLessThanOrEqual(came);
        expect(yieldOf(state, animal).boneless).toBeLessThanOrEqual(yieldOf(state, animal).takeHome);
      }),
      { numRuns: 100 }
    );
  });
});
