import { beforeAll, describe, expect, it } from 'vitest';
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
  type BookState
} from '.';
import { atDepth } from '../testdepth';
import { TestBook } from './testkit';
import { walkAll, type Law } from './testwalk';

/** Counts of what the laws have looked at: one that has met nothing has said nothing. */
const met = { held: 0, mixed: 0, dealt: 0, looked: 0, long: 0 };

const subjectsOf = ({ state }: TestBook) => [...Object.keys(state.animals), ...Object.keys(state.pools)];

const laws = {
  'lets nothing that a hold forbids pass, and nothing at all of what is condemned': {
    each(book, before) {
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
      met.held += 1;
      expect(['give', 'send', 'eat']).not.toContain(kind);
      if (kind === 'batch') expect(intent.knowing).toBe(true);
      // Nothing grows out there, and nothing goes to stock or pets, but what is taken back or set right.
      if (kind === 'void' || kind === 'correct') return;
      for (const p of entry.postings)
        if (p.grams > 0) expect(p.item).not.toMatch(/^(given|with|eaten|tub:stock|tub:pets):/);
    },
    end: () => expect(met.held).toBeGreaterThan(200)
  },

  'knows of every kind what it brings into being and what it cannot be booked without': {
    oneIn: 4,
    each(book, before) {
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
    }
  },

  'conserves mass to the gram, entry by entry, origin by origin, and over the whole': {
    each(book) {
      const { postings } = book.history.at(-1)!;
      for (const [origin, sum] of sumsByOrigin(postings)) expect(sum, origin).toBe(0);
      expect(postings.reduce((a, p) => a + (p.count ?? 0), 0)).toBe(0);
    },
    whole({ state }) {
      const all = Object.values(state.balances).flatMap((b) => Object.values(b));
      expect(all.reduce((a, b) => a + b, 0)).toBe(0);
    }
  },

  'leaves nothing below zero but what may be': {
    each: ({ state }) => {
      nothingOwed(state);
      for (const item of Object.values(state.items))
        if ((item.count ?? 0) < 0) throw new Error(`${item.id} counts ${item.count}`);
    }
  },

  'keeps of what pools hold whose it is, to the gram, and nobody owes anybody': {
    each({ state }) {
      for (const [id, balance] of Object.entries(state.balances)) {
        const pooled = state.pools[subjectOfAccount(state, id) ?? ''] !== undefined;
        if ((state.origins[id] !== undefined) !== pooled) expect.fail(`${id} has origins: ${!pooled}`);
        if (!pooled) continue;
        met.mixed += Object.keys(state.origins[id]!).length > 1 ? 1 : 0;
        const sums: Record<string, number> = {};
        for (const own of Object.values(state.origins[id]!))
          for (const [key, grams] of Object.entries(own)) {
            sums[key] = (sums[key] ?? 0) + grams;
            if (!mayBeNegative(id)) expect(grams, id).toBeGreaterThan(0);
          }
        expect(sums, id).toEqual(balance);
      }
    },
    end: () => expect(met.mixed).toBeGreaterThan(300)
  },

  'deals what is drawn out of a mixture in proportion, to less than a gram each': {
    each(book, before) {
      const { intent, postings } = book.history.at(-1)!;
      if (intent.kind !== 'dry' && intent.kind !== 'cook') return;
      const whole = balanceOf(before, intent.item);
      const gone = whole - balanceOf(book.state, intent.item);
      for (const row of mixOf(before, intent.item)) {
        const own = postings.find(
          (p) => p.item === intent.item && p.origin === row.origin && p.class === row.class
        );
        expect(Math.abs((own?.grams ?? 0) + (row.grams * gone) / whole)).toBeLessThan(1);
        met.dealt += 1;
      }
    },
    end: () => expect(met.dealt).toBeGreaterThan(100)
  },

  'leaves the yield of every animal as it is, whatever is done to its packs and to pools': {
    each(book, before) {
      const { intent } = book.history.at(-1)!;
      const item =
        before.items['item' in intent ? (intent.item ?? '') : 'from' in intent ? intent.from! : ''];
      const after = ['batch', 'pack', 'unpack', 'thaw', 'dry', 'cook', 'buy'].includes(intent.kind);
      // A hold, a word or a correction is about the animal; so is what is taken back.
      const later = item?.kind === 'pack' && ['eat', 'discard', 'give', 'send'].includes(intent.kind);
      const ofPool = intent.animal === undefined && intent.kind !== 'void';
      if (!after && !later && !ofPool) return;
      met.looked += 1;
      for (const id of Object.keys(before.animals)) {
        const [was, now] = [yieldOf(before, id), yieldOf(book.state, id)];
        expect(now.takeHome, intent.kind).toBe(was.takeHome);
        expect(Math.abs(now.boneless - was.boneless), intent.kind).toBeLessThanOrEqual(1);
      }
    },
    end: () => expect(met.looked).toBeGreaterThan(500)
  },

  'says of every entry what went where: flows add up to what each item gave and got': {
    each(book) {
      const { postings } = book.history.at(-1)!;
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
  },

  'comes to the same state by replaying, and the audit finds nothing': {
    oneIn: 3,
    whole(book) {
      expect(fold(book.history)).toEqual(book.state);
      for (const subject of subjectsOf(book)) {
        const { findings, state } = auditSubject(book.history, subject);
        expect(findings).toEqual([]);
        expect(state).toEqual(sliceOf(book.state, [subject]));
      }
    }
  },

  'restores the whole state when the newest entry is taken back': {
    oneIn: 5,
    each(book, before) {
      const last = book.history.at(-1);
      if (!last || last.intent.kind === 'void') return;
      const twin = twinOf(book);
      const { animal, pool } = last.intent;
      const undone = twin.book({
        ...twin.draft({ kind: 'void', entry: last.id }),
        intent: { kind: 'void', ...(animal === undefined ? { pool } : { animal }), entry: last.id }
      });
      expect(undone.refused).toBeUndefined();
      expect(twin.state).toEqual(before);
    }
  },

  'takes any entry back with its chain; all that stands then follows, and nothing is a debt': {
    oneIn: 2,
    whole(walked, { seed }) {
      const book = twinOf(walked);
      const gone = voidedIn(book.history);
      const standing = book.history.filter((e) => e.intent.kind !== 'void' && !gone.has(e.id));
      const target = standing[(seed * 7) % standing.length];
      if (!target) return;
      const chain = dependants(book.history, target.id);
      met.long += chain.length > 1 ? 1 : 0;
      const { animal, pool } = target.intent;
      const meant = { kind: 'void', animal, pool, entry: target.id };
      if (chain.length > 0) expect(book.try(meant).refused).toBe('stands-on');
      const taken = { ...meant, ...(chain.length > 0 ? { chain } : {}) };
      expect(book.try(taken).refused).toBeUndefined();
      expect(unfollowed(book.history)).toEqual([]);
      nothingOwed(book.state);
      for (const subject of subjectsOf(book))
        expect(auditSubject(book.history, subject).findings).toEqual([]);
    },
    end: () => expect(met.long).toBeGreaterThan(50)
  },

  'draws a beam whose segments and rest are the whole: what came in, less what was lost before the hanging weight':
    {
      whole({ state, animal }) {
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
      }
    }
} satisfies Record<string, Law>;

/** The same book to go on with, and leave the first as it is. */
function twinOf(book: TestBook): TestBook {
  const twin = new TestBook();
  Object.assign(twin, { state: book.state, history: book.history, animal: book.animal });
  return twin;
}

function nothingOwed(state: BookState): void {
  for (const [id, balance] of Object.entries(state.balances))
    for (const grams of Object.values(balance))
      if (grams <= 0 && !mayBeNegative(id)) throw new Error(`${id} holds ${grams} g`);
}

describe('laws of the book, over any sequence of accepted intents', () => {
  let { seen, broken }: ReturnType<typeof walkAll> = { seen: new Map(), broken: new Map() };
  beforeAll(() => void ({ seen, broken } = walkAll(laws, atDepth(480))));

  it('tries every kind: each makes up its share of what is accepted', () => {
    const total = [...seen.values()].reduce((a, b) => a + b, 0);
    expect(total).toBeGreaterThan(10_000);
    for (const kind of KINDS) expect((seen.get(kind) ?? 0) / total, kind).toBeGreaterThan(0.007);
  });

  it.each(Object.entries<Law>(laws))('%s', (name, { end }) => {
    const first = broken.get(name);
    if (first) throw new Error(`${first.where}: ${first.error.message}`, { cause: first.error });
    end?.();
  });
});
