import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  KINDS,
  applyEntry,
  auditSubject,
  balanceOf,
  beamOf,
  dependants,
  fold,
  mayBeNegative,
  rulesOf,
  fieldId,
  flowsOf,
  mixOf,
  sliceOf,
  subjectIn,
  subjectOf,
  subjectOfAccount,
  sumsByOrigin,
  unfollowed,
  voidedIn,
  yieldOf,
  type Kind
} from '.';
import { TestBook } from './testkit';
import { choices, walk } from './testwalk';

describe('laws of the book, over any sequence of accepted intents', () => {
  it('tries every kind: each makes up its share of what is accepted', () => {
    const seen = new Map<Kind, number>();
    for (const numbers of Array.from({ length: 700 }, (_, i) => ({
      seed: i,
      steps: 26,
      animals: 1 + (i % 4)
    })))
      walk(numbers, seen);
    const total = [...seen.values()].reduce((a, b) => a + b, 0);
    expect(total).toBeGreaterThan(10_000);
    for (const kind of KINDS) expect((seen.get(kind) ?? 0) / total, kind).toBeGreaterThan(0.007);
  });

  it('lets nothing that a hold forbids pass, and nothing at all of what is condemned', () => {
    let held = 0;
    fc.assert(
      fc.property(choices, (numbers) => {
        walk(numbers, undefined, (book, before) => {
          const entry = book.history.at(-1)!;
          const { intent } = entry;
          const { kind } = intent;
          const animal = before.animals[subjectOf(intent)];
          if (animal?.condemned) expect(['amend', 'lift', 'note', 'correct', 'void']).toContain(kind);
          // Whose grams it touches, whether it speaks of them or not.
          const touched = [subjectOf(intent), ...entry.postings.flatMap((p) => p.origin ?? [])];
          const stopped = touched.filter((id) => subjectIn(before, id)?.condemned);
          if (stopped.length > 0) expect(['give', 'send', 'eat', 'batch']).not.toContain(kind);
          if (!touched.some((id) => subjectIn(before, id)?.holds)) return;
          held += 1;
          expect(['give', 'send', 'eat']).not.toContain(kind);
          if (kind === 'batch') expect(intent.knowing).toBe(true);
          // Nothing grows out there, and nothing goes to stock or pets, but what is taken back or set right.
          if (kind === 'void' || kind === 'correct') return;
          for (const p of entry.postings)
            if (p.grams > 0) expect(p.item).not.toMatch(/^(given|with|eaten|tub:stock|tub:pets):/);
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
          // Tubs come with the animal, a machine with what was left in it: nobody names them.
          const born = Object.values(book.state.items).filter(
            (i) => !before.items[i.id] && i.kind !== 'tub' && i.kind !== 'equipment'
          );
          const said = (bears?.(intent) ?? []).filter((id) => id !== book.animal);
          expect(said.sort(), intent.kind).toEqual(born.map((i) => i.id).sort());
          // Without any one of them it is refused.
          for (const id of refers(intent)) {
            if (id === undefined || book.history.some((e) => e.id === id)) continue;
            const { items, animals, pools } = before;
            const without = { ...before, items: { ...items }, animals: { ...animals }, pools: { ...pools } };
            delete without.items[id];
            delete without.animals[id];
            delete without.pools[id];
            const { postings: _, ...draft } = entry;
            const history = book.history.slice(0, -1);
            expect(applyEntry(without, draft, { history }).ok, `${intent.kind} without ${id}`).toBe(false);
          }
        });
      }),
      { numRuns: 80 }
    );
  });

  it('conserves mass to the gram, entry by entry, origin by origin, and over the whole', () => {
    fc.assert(
      fc.property(choices, (numbers) => {
        const book = walk(numbers);
        for (const entry of book.history) {
          for (const [origin, sum] of sumsByOrigin(entry.postings)) expect(sum, origin).toBe(0);
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

  it('keeps of what pools hold whose it is, to the gram, and nobody owes anybody', () => {
    let mixed = 0;
    fc.assert(
      fc.property(choices, (numbers) => {
        walk(numbers, undefined, ({ state }) => {
          for (const [id, balance] of Object.entries(state.balances)) {
            const pooled = state.pools[subjectOfAccount(state, id) ?? ''] !== undefined;
            expect(state.origins[id] !== undefined, id).toBe(pooled);
            if (!pooled) continue;
            mixed += Object.keys(state.origins[id]!).length > 1 ? 1 : 0;
            const sums: Record<string, number> = {};
            for (const own of Object.values(state.origins[id]!))
              for (const [key, grams] of Object.entries(own)) {
                sums[key] = (sums[key] ?? 0) + grams;
                if (!mayBeNegative(id)) expect(grams, id).toBeGreaterThan(0);
              }
            expect(sums, id).toEqual(balance);
          }
        });
      }),
      { numRuns: 150 }
    );
    expect(mixed).toBeGreaterThan(300);
  });

  it('deals what is drawn out of a mixture in proportion, to less than a gram each', () => {
    let dealt = 0;
    fc.assert(
      fc.property(choices, (numbers) => {
        walk(numbers, undefined, (book, before) => {
          const { intent, postings } = book.history.at(-1)!;
          if (intent.kind !== 'dry' && intent.kind !== 'cook') return;
          const whole = balanceOf(before, intent.item);
          const gone = whole - balanceOf(book.state, intent.item);
          for (const row of mixOf(before, intent.item)) {
            const own = postings.find(
              (p) => p.item === intent.item && p.origin === row.origin && p.class === row.class
            );
            expect(Math.abs((own?.grams ?? 0) + (row.grams * gone) / whole)).toBeLessThan(1);
            dealt += 1;
          }
        });
      }),
      { numRuns: 200 }
    );
    expect(dealt).toBeGreaterThan(100);
  });

  it('leaves the yield of every animal as it is, whatever is done to its packs and to pools', () => {
    let looked = 0;
    fc.assert(
      fc.property(choices, (numbers) => {
        walk(numbers, undefined, (book, before) => {
          const { intent } = book.history.at(-1)!;
          const item =
            before.items['item' in intent ? (intent.item ?? '') : 'from' in intent ? intent.from! : ''];
          const after = ['batch', 'pack', 'unpack', 'thaw', 'dry', 'cook', 'buy'].includes(intent.kind);
          // A hold, a word or a correction is about the animal; so is what is taken back.
          const later = item?.kind === 'pack' && ['eat', 'discard', 'give', 'send'].includes(intent.kind);
          const ofPool = intent.animal === undefined && intent.kind !== 'void';
          if (!after && !later && !ofPool) return;
          looked += 1;
          for (const id of Object.keys(before.animals)) {
            const [was, now] = [yieldOf(before, id), yieldOf(book.state, id)];
            expect(now.takeHome, intent.kind).toBe(was.takeHome);
            expect(Math.abs(now.boneless - was.boneless), intent.kind).toBeLessThanOrEqual(1);
          }
        });
      }),
      { numRuns: 200 }
    );
    expect(looked).toBeGreaterThan(500);
  });

  it('says of every entry what went where: flows add up to what each item gave and got', () => {
    fc.assert(
      fc.property(choices, (numbers) => {
        for (const { postings } of walk(numbers).history) {
          const net = new Map<string, number>();
          const add = (key: string, grams: number) => net.set(key, (net.get(key) ?? 0) + grams);
          for (const p of postings) add(`${p.item}|${p.origin ?? ''}`, p.grams);
          for (const f of flowsOf(postings)) {
            expect(f.grams).toBeGreaterThan(0);
            add(`${f.from}|${f.origin ?? ''}`, f.grams);
            add(`${f.to}|${f.origin ?? ''}`, -f.grams);
          }
          for (const [key, left] of net) expect(left, key).toBe(0);
        }
      }),
      { numRuns: 100 }
    );
  });

  it('comes to the same state by replaying, and the audit finds nothing', () => {
    fc.assert(
      fc.property(choices, (numbers) => {
        const book = walk(numbers);
        expect(fold(book.history)).toEqual(book.state);
        for (const subject of [...Object.keys(book.state.animals), ...Object.keys(book.state.pools)]) {
          const { findings, state } = auditSubject(book.history, subject);
          expect(findings).toEqual([]);
          expect(state).toEqual(sliceOf(book.state, [subject]));
        }
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
            intent: {
              kind: 'void',
              ...(last.intent.animal === undefined
                ? { pool: last.intent.pool }
                : { animal: last.intent.animal }),
              entry: last.id
            }
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
        const { animal, pool } = target.intent;
        const meant = { kind: 'void', animal, pool, entry: target.id };
        if (chain.length > 0) expect(book.try(meant).refused).toBe('stands-on');
        const taken = { ...meant, ...(chain.length > 0 ? { chain } : {}) };
        expect(book.try(taken).refused).toBeUndefined();
        expect(unfollowed(book.history)).toEqual([]);
        for (const [id, balance] of Object.entries(book.state.balances))
          for (const grams of Object.values(balance))
            if (!mayBeNegative(id)) expect(grams, id).toBeGreaterThan(0);
        for (const subject of [...Object.keys(book.state.animals), ...Object.keys(book.state.pools)])
          expect(auditSubject(book.history, subject).findings).toEqual([]);
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
          (a, [id, b]) => (id === fieldId(animal) ? a + (b['-'] ?? 0) : a),
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
