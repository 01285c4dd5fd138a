import { DISCARD_REASONS, HOLD_REASONS, TUB_KEYS } from '$core/reference';
import { seeded, type Uniform } from '$core/statistics';
import { KINDS, balanceOf, outRef, tubWeight, voidedIn, type BookState, type Item, type Kind } from '.';
import { FIRST_SEED } from '../testdepth';
import { TestBook, testId, weighed } from './testkit';

/* Random walks through the book, for its laws: one to four animals, store lots, batches, packs. */

/** A stream of even choices from a seed: a shorter walk is the beginning of a longer one. */
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

/** Whose an item is, as an intent says it. */
const of = (state: BookState, item: Item | undefined) =>
  item && (state.animals[item.owner] ? { animal: item.owner } : { animal: undefined, pool: item.owner });

/** An intent of the kind asked for that may be booked now, or may be refused; undefined when the kind has no object. */
function intentOf(kind: Kind, book: TestBook, c: Choices): Record<string, unknown> | undefined {
  const { state } = book;
  const all = Object.values(state.items);
  const items = (_: BookState, ...kinds: string[]) =>
    all.filter((i) => i.owner === book.animal && kinds.includes(i.kind));
  const holding = (...kinds: string[]) => all.filter((i) => kinds.includes(i.kind) && left(i.id) > 0);
  const pooled = all.filter((i) => state.pools[i.owner] && balanceOf(state, i.id) > 0);
  const left = (id: string) => balanceOf(state, id);
  const shelf = { shelf: 'low' };
  const open = items(state, 'carcass', 'lot', 'part').filter(
    (i) => i.door !== 'closed' && balanceOf(state, i.id) > 0
  );
  const pieces = items(state, 'piece').filter((i) => balanceOf(state, i.id) > 0);
  const some = (most: number) => weighed(1 + c.below(Math.max(1, Math.floor(most * 1.02))));
  const place = () => ({ tub: c.of(TUB_KEYS) });
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
      const item = c.of([...pieces, ...holding('pack')]);
      if (!item) return undefined;
      const first = 1 + c.below(left(item.id));
      const where = state.pools[item.owner] ? shelf : place();
      return {
        kind,
        ...of(state, item),
        item: item.id,
        children: [
          { id: testId(), place: where, reading: weighed(first) },
          { id: testId(), place: where }
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
      const item = c.of([
        ...pieces,
        ...items(state, 'part').filter((i) => left(i.id) > 0),
        ...holding('pack')
      ]);
      const away = { shelf: c.of(['top', 'low']) };
      const where = c.next() < 0.6 && item && !state.pools[item.owner] ? place() : away;
      return item && { kind, ...of(state, item), item: item.id, place: where };
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
      const from = c.of([...open, ...pieces, ...holding('pack', 'batch', 'store')]);
      return (
        from && {
          kind,
          ...of(state, from),
          from: from.id,
          reason: c.of(DISCARD_REASONS),
          reading: some(left(from.id) * 0.2),
          ...(from.kind === 'lot' && c.next() < 0.5 ? { count: 1 + c.below(4) } : {}),
          acknowledged: c.next() < 0.3
        }
      );
    }
    case 'hold':
      return { kind, ...(c.next() < 0.3 ? of(state, c.of(pooled)) : {}), why: c.of(HOLD_REASONS) };
    case 'lift': {
      const held = c.of(
        [...Object.values(state.animals), ...Object.values(state.pools)].filter((s) => s.holds)
      );
      const hold = c.of(held?.holds ?? []);
      return (
        held &&
        hold && {
          kind,
          ...(state.animals[held.id] ? { animal: held.id } : { animal: undefined, pool: held.id }),
          hold: hold.entry
        }
      );
    }
    case 'condemn':
      return c.next() < 0.5 ? { kind, ...(c.next() < 0.4 ? of(state, c.of(pooled)) : {}) } : undefined;
    case 'sample': {
      const from = c.of([...open, ...pieces, ...pooled]);
      return (
        from && {
          kind,
          ...of(state, from),
          from: from.id,
          lab: 'county',
          reading: some(Math.min(80, left(from.id)))
        }
      );
    }
    case 'give':
    case 'send': {
      const lots = open.filter((i) => i.kind === 'lot');
      const tubs = items(state, 'tub').filter((i) => left(i.id) > 0);
      const item = c.of([...lots, ...pieces, ...tubs, ...holding('pack')]);
      return (
        item && {
          kind,
          ...of(state, item),
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
          ...of(state, state.items[out.owner]),
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
    case 'chill': {
      const part = c.of(items(state, 'part'));
      if (part && c.next() < 0.4)
        return { kind, item: part.id, ...c.of([{ what: 'packed' }, { what: 'moved', to: 'coolbox' }]) };
      return { kind, ...c.of([{ what: 'hideOff' }, { what: 'moved', to: 'cold' }, { what: 'pelvisSplit' }]) };
    }
    case 'school': {
      const item = c.of(open);
      return item && { kind, item: item.id, by: c.of(['Q1', 'Q2', 'own:mine']) };
    }
    case 'claim': {
      const item = c.of(items(state, 'part', 'piece').filter((i) => i.door === 'open'));
      return item && { kind, item: item.id, ...(c.next() < 0.3 ? { down: true } : {}) };
    }
    case 'gouge': {
      const item = c.of(open);
      return (
        item && {
          kind,
          item: item.id,
          step: c.of(['strap-left', 'topRound']),
          ...(c.next() < 0.3 ? { at: { drawing: 'deer-side', x: c.next(), y: c.next() } } : {})
        }
      );
    }
    case 'note': {
      const item = c.of([undefined, ...pieces, ...open, ...pooled]);
      return { kind, text: 'dark along the spine', ...(item ? { ...of(state, item), item: item.id } : {}) };
    }
    case 'buy':
      return {
        kind,
        animal: undefined,
        pool: testId(),
        what: c.of(['fat', 'fat', 'salt', 'cure']),
        name: 'back fat',
        ...(c.next() < 0.8 ? { strength: 0.0625 } : {}),
        reading: some(1_500)
      };
    case 'batch': {
      const some = holding('piece', 'tub', 'pack', 'batch', 'store', 'equipment');
      const chosen = new Set(Array.from({ length: 1 + c.below(4) }, () => c.of(some)));
      const inputs = [...chosen].flatMap((item) => {
        if (!item) return [];
        const part = 1 + c.below(left(item.id));
        return [{ item: item.id, of: item.owner, ...(c.next() < 0.5 ? { reading: weighed(part) } : {}) }];
      });
      if (inputs.length === 0) return undefined;
      const cure = c.of(Object.values(state.pools).filter((p) => p.what === 'cure'))?.id;
      const cured = cure !== undefined && c.next() < 0.5;
      const sum = inputs.reduce((a, i) => a + (i.reading?.grams ?? left(i.item)), 0);
      return {
        kind,
        animal: undefined,
        pool: testId(),
        what: cured ? 'jerky' : c.of(['mince', 'jerky', 'stock', 'joined']),
        inputs,
        ...(cured
          ? { cure: { item: cure, grams: Math.round(1 + c.below(40)) / 10, rule: c.of(['us', 'eu']) } }
          : {}),
        ...(c.next() < 0.3 ? { water: c.below(200) } : {}),
        ...(c.next() < 0.5 ? { reading: weighed(Math.max(1, Math.round(sum * 0.97))) } : {}),
        ...(c.next() < 0.3 ? { leftIn: 'mincer' } : {}),
        ...(c.next() < 0.7 ? { knowing: true } : {}),
        ...(c.next() < 0.8 ? { consent: 'both of them, by telephone' } : {})
      };
    }
    case 'dry':
    case 'cook': {
      const item = c.of(pooled.filter((i) => i.kind === 'batch' || i.kind === 'piece'));
      const now = item && Math.max(1, Math.round(left(item.id) * (0.5 + 0.5 * c.next())));
      return item && { kind, ...of(state, item), item: item.id, reading: weighed(now ?? 1) };
    }
    case 'pack': {
      const from = c.of(holding('piece', 'tub', 'batch'));
      if (!from) return undefined;
      const part = () => weighed(1 + c.below(Math.max(1, Math.floor(left(from.id) * 0.6))));
      return {
        kind,
        ...of(state, from),
        from: from.id,
        packs: [
          { id: testId(), what: 'mince', reading: part() },
          { id: testId(), what: 'mince', ...(c.next() < 0.5 ? { reading: part() } : {}) }
        ]
      };
    }
    case 'unpack': {
      const pack = c.of(holding('pack'));
      return pack && { kind, ...of(state, pack), item: pack.id, id: testId(), place: shelf };
    }
    case 'thaw': {
      const pack = c.of(holding('pack'));
      const now = pack && Math.max(1, Math.round(left(pack.id) * (0.9 + 0.1 * c.next())));
      return (
        pack && {
          kind,
          ...of(state, pack),
          item: pack.id,
          ...(c.next() < 0.6 ? { reading: weighed(now ?? 1) } : {})
        }
      );
    }
    case 'eat': {
      const item = c.of(holding('pack', 'piece', 'tub', 'batch'));
      if (!item) return undefined;
      const part = 1 + c.below(left(item.id));
      return {
        kind,
        ...of(state, item),
        item: item.id,
        ...(c.next() < 0.5 ? { reading: weighed(part) } : {}),
        drip: c.below(20),
        bone: c.below(20)
      };
    }
    case 'core': {
      const item = c.of(holding('pack', 'piece', 'batch'));
      return item && { kind, ...of(state, item), item: item.id, celsius: c.below(90) };
    }
    case 'seal': {
      const pack = c.of(holding('pack'));
      return pack && { kind, ...of(state, pack), item: pack.id, tight: c.next() < 0.8 };
    }
    case 'correct': {
      const entry = c.of(
        book.history.filter(
          (e) => ['intake', 'cut', 'discard', 'skin'].includes(e.intent.kind) && e.intent.animal
        )
      );
      return (
        entry && {
          kind,
          animal: entry.intent.animal,
          entry: entry.id,
          reading: weighed(Math.max(1, Math.round((0.9 + 0.2 * c.next()) * 1_000 * (1 + c.below(40)))))
        }
      );
    }
    case 'void': {
      const gone = voidedIn(book.history);
      const entry = c.of(
        book.history
          .slice(Object.keys(state.animals).length)
          .filter((e) => e.intent.kind !== 'void' && !gone.has(e.id))
      );
      return entry && { kind, animal: entry.intent.animal, pool: entry.intent.pool, entry: entry.id };
    }
  }
}

export type Walk = { seed: number; steps: number; animals: number };

/** Rare kinds are tried more often, so that each makes up its share of what is accepted. */
const BAG: Kind[] = [
  ...KINDS,
  'batch',
  'batch',
  'batch',
  'pack',
  'pack',
  'eat',
  'unpack',
  'thaw',
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
  'open',
  'claim',
  'claim',
  'claim',
  'claim',
  'claim',
  'claim',
  'close',
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
  'cut'
];

export function walk(
  numbers: Walk,
  seen?: Map<Kind, number>,
  each?: (book: TestBook, before: BookState) => void
): TestBook {
  const c = new Choices(numbers.seed);
  const book = new TestBook();
  const animals = Array.from({ length: numbers.animals }, () => {
    book.turnTo(testId());
    if (c.next() < 0.2) book.lot(9_000, 12);
    else book.carcass(60_000, c.next() < 0.9 ? 'live' : 'hanging');
    return book.animal;
  });
  for (let tries = 0; tries < 500 && book.history.length <= numbers.steps + animals.length; tries += 1) {
    book.turnTo(c.of(animals) ?? book.animal);
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

/** What must hold of every book: looked at after each entry that is accepted, and when a walk has ended. */
export interface Law {
  /** Looks at one in so many walks: for what costs more than the walk itself. */
  oneIn?: number;
  each?(book: TestBook, before: BookState): void;
  /** Leaves the book as it is. */
  whole?(book: TestBook, numbers: Walk): void;
  /** When all walks have ended: that it has met what it is about. */
  end?(): void;
}

/** Where a law was broken first: the walk and the entry, which are all it takes to see it again. */
interface Broken {
  where: string;
  error: Error;
}

/**
 * One set of walks of one to four animals and 5 to 46 entries, visited by every law; a law that is broken looks no further.
 * @returns accepted entries by kind, and the laws that are broken
 */
export function walkAll(
  laws: Readonly<Record<string, Law>>,
  walks: number
): { seen: Map<Kind, number>; broken: Map<string, Broken> } {
  const seen = new Map<Kind, number>();
  const broken = new Map<string, Broken>();
  for (let i = 0; i < walks; i += 1) {
    const numbers = { seed: FIRST_SEED + i, steps: 5 + ((i * 11) % 42), animals: 1 + (i % 4) };
    const visit = (book: TestBook, look: (law: Law) => void) => {
      for (const [name, law] of Object.entries(laws)) {
        if (broken.has(name) || i % (law.oneIn ?? 1) !== 0) continue;
        try {
          look(law);
        } catch (error) {
          const kind = book.history.at(-1)?.intent.kind;
          const where = `walk ${JSON.stringify(numbers)}, entry ${book.history.length} (${kind})`;
          broken.set(name, { where, error: error as Error });
        }
      }
    };
    const book = walk(numbers, seen, (now, before) => visit(now, (law) => law.each?.(now, before)));
    visit(book, (law) => law.whole?.(book, numbers));
  }
  return { seen, broken };
}
