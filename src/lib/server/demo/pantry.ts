import {
  applyEntry,
  balanceOf,
  bodyOf,
  joined,
  ownState,
  type Animal,
  type BookState,
  type Draft,
  type Intent,
  type Item
} from '$core/book';
import { draw } from '$core/grind';
import { SPECIES, cutOf } from '$core/reference';
import { seeded } from '$core/statistics';
import { DAY, HOUR, MINUTE, grams, roundGrams, uuidv7, type Grams } from '$core/units';
import { packsOf } from '$core/wrap';
import { dryerLog } from '../devices/kitchen';
import type { Butcher } from './butcher';

/** Freezers of the demo: a chest in the shed with two baskets, an upright with three drawers. */
export const DEMO_PLACES = [
  {
    key: 'chest',
    kind: 'freezer',
    name: 'Chest',
    within: 'room:shed',
    litres: 260,
    perDay: 14,
    set: -20,
    power: 0.9
  },
  { key: 'chest-left', kind: 'shelf', name: 'left basket', within: 'chest' },
  { key: 'chest-right', kind: 'shelf', name: 'right basket', within: 'chest' },
  {
    key: 'upright',
    kind: 'freezer',
    name: 'Upright',
    within: 'room:cold',
    litres: 180,
    perDay: 10,
    set: -19,
    power: 0.7
  },
  { key: 'upright-1', kind: 'shelf', name: 'drawer 1', within: 'upright' },
  { key: 'upright-2', kind: 'shelf', name: 'drawer 2', within: 'upright' }
] as const;
const SHELVES = ['chest-left', 'chest-right', 'upright-1', 'upright-2'] as const;

/** A meal of the demo's table, grams. */
const MEAL = grams(720);
/** What is older than this is eaten but for a little, days; what is younger than the second lies on the table still. */
const OLD = 300;
const FRESH = 12;
/** Of animals younger than this somebody has said where they hung, days. */
const SAID = 70;
const PEOPLE = ['Ilo', 'Senja', 'the schoolhouse kitchen'] as const;

/** One animal as the households find it after the bench. */
interface Done {
  animal: Animal;
  doneAt: number;
  days: number;
  pieces: Item[];
  trim: { id: string; grams: Grams }[];
}

/**
 * The four households after the bench: what they wrapped, ground together, cooked, dried, gave and ate. It drives the same
 * functions as the pages; seeded, the same day gives the same.
 */
export class Pantry {
  #state: BookState;
  readonly #uniform = seeded(4711);
  readonly #now: number;
  readonly drafts: Draft[] = [];

  constructor(butchers: readonly Butcher[], shelf: readonly Draft[], now: number) {
    this.#now = now;
    this.#state = ownState(joined(...butchers.map((b) => b.state)));
    for (const draft of shelf) this.#apply(draft);
    const done = this.#done(butchers);
    for (const one of done) this.#hang(one);
    this.#smoke(done);
    this.#cook(done);
    this.#dry(done);
    for (const one of done) this.#wrap(one);
    for (const batch of this.#grind(done)) this.#packBatch(...batch);
  }

  #id(at: number): string {
    return uuidv7(at, (n) => Uint8Array.from({ length: n }, () => Math.floor(this.#uniform() * 256)));
  }
  #apply(draft: Draft): void {
    const applied = applyEntry(this.#state, draft, { own: true });
    if (!applied.ok)
      throw new Error(`demo entry refused: ${draft.intent.kind} ${JSON.stringify(applied.refusal)}`);
    this.#state = applied.state;
  }
  #book(at: number, hand: string, intent: Intent): void {
    const draft: Draft = { id: this.#id(at), at: Math.round(at), hand, device: 'kitchen', intent };
    this.#apply(draft);
    this.drafts.push(draft);
  }

  #done(butchers: readonly Butcher[]): Done[] {
    return butchers.flatMap((b): Done[] => {
      const animal = b.state.animals[b.animal];
      const body = bodyOf(b.state, b.animal);
      if (!animal || animal.holds?.length || animal.condemned || body?.door !== 'closed') return [];
      const own = Object.values(b.state.items).filter(
        (i) => i.owner === b.animal && balanceOf(b.state, i.id) > 0
      );
      const inTub = (item: Item, ...tubs: string[]) =>
        item.place !== undefined && 'tub' in item.place && tubs.includes(item.place.tub);
      const trim = own
        .filter((i) => (i.kind === 'tub' && i.tub === 'grind') || (i.kind === 'piece' && inTub(i, 'grind')))
        .sort((a, c) => Number(c.kind === 'tub') - Number(a.kind === 'tub'))
        .map((i) => ({ id: i.id, grams: balanceOf(b.state, i.id) }));
      const pieces = own.filter((i) => i.kind === 'piece' && inTub(i, 'prime', 'slow', 'jerky', 'offal'));
      return [{ animal, doneAt: b.now, days: (this.#now - b.now) / DAY, pieces, trim }];
    });
  }

  /** Into the cold room soon after it came in; of the season's own animals somebody has said so. */
  #hang({ animal, days }: Done): void {
    const [first] = animal.marks;
    if (!first || days > SAID || animal.cooling?.some((c) => c.what === 'moved')) return;
    this.#book(first.at + 20 * MINUTE, animal.facts.owner ?? 'Tove', {
      kind: 'chill',
      animal: animal.id,
      what: 'moved',
      to: 'cold'
    });
  }

  /** Seals of a batch's packs are looked at the day after; one of them has let go. */
  #look(pool: string, ids: readonly string[], at: number, hand: string): void {
    for (const [i, item] of ids.entries())
      if (at + DAY < this.#now - HOUR)
        this.#book(at + 20 * HOUR + i * MINUTE, hand, { kind: 'seal', pool, item, tight: i !== 4 });
  }

  #shelf(owner: string | null | undefined): { at: string } {
    const at = ['Alderbank', 'Fernholt', 'Skarvik', 'Windrow'].indexOf(owner ?? '');
    return { at: SHELVES[at < 0 ? 0 : at] ?? 'chest-left' };
  }

  /** An animal's pieces into bags a day after the bench; long ago they were eaten, the most of them. */
  #wrap({ animal, doneAt, days, pieces }: Done): void {
    if (days < FRESH) return;
    let at = doneAt + 20 * HOUR;
    const hand = animal.facts.owner ?? 'Tove';
    for (const piece of pieces) {
      if (balanceOf(this.#state, piece.id) <= 0) continue;
      at += (2 + 3 * this.#uniform()) * MINUTE;
      if (days > OLD) {
        const eaten = Math.min(this.#now - HOUR, doneAt + (20 + 250 * this.#uniform()) * DAY);
        this.#book(eaten, hand, { kind: 'eat', animal: animal.id, item: piece.id });
        continue;
      }
      const ids = this.#packs(
        { animal: animal.id },
        piece.id,
        cutOf(piece.cut ?? '')?.names.plain ?? 'meat',
        at,
        hand,
        animal.facts.owner
      );
      for (const id of ids) this.#later({ animal: animal.id }, id, at, days, hand);
    }
  }

  #packs(
    of: { animal: string } | { pool: string },
    from: string,
    what: string,
    at: number,
    hand: string,
    owner: string | null | undefined
  ): string[] {
    const sizes = packsOf(balanceOf(this.#state, from), MEAL);
    const ids = sizes.map(() => this.#id(at));
    this.#book(at, hand, {
      kind: 'pack',
      ...of,
      from,
      packs: sizes.map((size, i) => ({
        id: ids[i] ?? '',
        what,
        wrap: 'vacuum',
        sealer: 'clamp',
        place: this.#shelf(owner),
        ...(i < sizes.length - 1 ? { reading: { grams: size, how: 'scale', device: 'bench scale' } } : {})
      }))
    });
    return ids;
  }

  /** What became of a pack since: eaten, given, or still there. */
  #later(
    of: { animal: string } | { pool: string },
    item: string,
    at: number,
    days: number,
    hand: string
  ): void {
    const luck = this.#uniform();
    const then = at + (2 + (days - 3) * this.#uniform()) * DAY;
    if (then > this.#now - HOUR) return;
    if (luck < Math.min(0.75, days / 220))
      this.#book(then, hand, { kind: 'eat', ...of, item, drip: grams(6) });
    else if (luck > 0.93)
      this.#book(then, hand, {
        kind: 'give',
        ...of,
        item,
        to: PEOPLE[Math.floor(this.#uniform() * 3)] ?? 'Ilo'
      });
  }

  #lot(name: string): Item | undefined {
    return Object.values(this.#state.items).find(
      (i) => i.kind === 'store' && i.what === name && balanceOf(this.#state, i.id) > 600
    );
  }

  /** Trim into mince: most households grind by themselves; two agreed to join theirs, one would not. */
  *#grind(
    done: readonly Done[]
  ): Generator<[pool: string, name: string, at: number, owner: string | null | undefined]> {
    const left = done.filter(
      (d) => d.days >= FRESH && d.days <= OLD + 200 && d.trim.length > 0 && this.#isDeer(d)
    );
    const groups: { of: Done[]; consent?: string; name: string }[] = [
      {
        of: left.filter((d) => d.days > OLD),
        name: 'Mince',
        consent: 'Alderbank, Fernholt, Skarvik and Windrow, at the table'
      },
      {
        of: left.filter(
          (d) =>
            d.days <= OLD && (d.animal.facts.owner === 'Alderbank' || d.animal.facts.owner === 'Fernholt')
        ),
        name: 'Burgers',
        consent: 'Alderbank and Fernholt, by telephone'
      },
      { of: left.filter((d) => d.days <= OLD && d.animal.facts.owner === 'Skarvik'), name: 'Mince' }
    ];
    for (const { of, consent, name } of groups) {
      const [first] = of;
      if (!first) continue;
      const at = Math.max(...of.map((d) => d.doneAt)) + 30 * HOUR;
      if (at > this.#now - DAY) continue;
      const fat = name === 'Burgers' ? this.#lot('pork back fat') : undefined;
      const inputs = of.flatMap((d) =>
        draw({ of: d.animal.id, items: d.trim, take: sum(d.trim.map((t) => t.grams)), fat: 0.05 })
      );
      const meat = of.reduce((s, d) => s + sum(d.trim.map((t) => t.grams)), 0);
      const add = fat ? Math.min(balanceOf(this.#state, fat.id) - 100, Math.round((meat * 0.1) / 0.73)) : 0;
      const pool = this.#id(at);
      this.#book(at, 'Tove', {
        kind: 'batch',
        pool,
        what: 'mince',
        name,
        recipe:
          name === 'Burgers'
            ? { key: 'burger', version: 1, name: 'Burgers', product: 'burger' }
            : { key: 'lean-mince', version: 1, name: 'Lean mince', product: 'mince' },
        inputs: [
          ...inputs.slice(0, 58),
          ...(fat && add > 0
            ? [{ item: fat.id, of: fat.id, reading: { grams: grams(add), how: 'scale' as const }, fat: 0.88 }]
            : [])
        ],
        stops: [
          { what: 'meat', celsius: 0.6, simulated: true },
          { what: 'mince', celsius: 3.1, simulated: true }
        ],
        minutes: Math.round(25 + (5.2 * (meat + add)) / 1000),
        cleaned: true,
        ...(consent ? { consent } : {})
      });
      yield [pool, name, at + HOUR, first.animal.facts.owner];
    }
  }

  #isDeer = ({ animal }: Done): boolean => SPECIES[animal.facts.species].group === 'deer';

  #packBatch(pool: string, name: string, at: number, owner: string | null | undefined): void {
    const days = (this.#now - at) / DAY;
    const ids = this.#packs({ pool }, pool, name, at, 'Tove', owner);
    if (days < SAID) this.#look(pool, ids, at, 'Tove');
    for (const id of ids) this.#later({ pool }, id, at + 2 * DAY, days - 2, 'Tove');
  }

  /** Sticks of one household’s trim, cured, with what is left in the machine. */
  #smoke(done: readonly Done[]): void {
    const one = done.find(
      (d) => d.days >= FRESH && d.days <= 45 && sum(d.trim.map((t) => t.grams)) > 1_500 && this.#isDeer(d)
    );
    const cure = this.#lotOf('cure');
    const casing = this.#lotOf('casing', 'collagen casing');
    if (!one || !cure || !casing) return;
    const at = one.doneAt + 26 * HOUR;
    const take = grams(1_400);
    const pool = this.#id(at);
    this.#book(at, 'Marek', {
      kind: 'batch',
      pool,
      what: 'sausage',
      name: 'Smoked sticks',
      recipe: { key: 'smoked-sticks', version: 1, name: 'Smoked sticks', product: 'smoked' },
      inputs: [
        ...draw({ of: one.animal.id, items: one.trim, take, fat: 0.05 }),
        { item: casing.id, of: casing.id, reading: { grams: grams(25), how: 'estimated' } }
      ],
      cure: { item: cure.id, grams: 3.3, rule: 'us' },
      water: grams(40),
      reading: { grams: grams(1_350), how: 'scale', device: 'bench scale' },
      leftIn: 'mincer',
      minutes: 41,
      cleaned: true,
      stops: [{ what: 'mince', celsius: 1.4, simulated: true }]
    });
    one.trim = one.trim.flatMap((t) => {
      const left = balanceOf(this.#state, t.id);
      return left > 0 ? [{ id: t.id, grams: left }] : [];
    });
    this.#book(at + 14 * HOUR, 'Marek', {
      kind: 'cook',
      pool,
      item: pool,
      core: 72,
      reading: { grams: grams(980), how: 'scale', device: 'bench scale' }
    });
    this.#packs({ pool }, pool, 'Smoked sticks', at + 20 * HOUR, 'Marek', one.animal.facts.owner);
  }

  #lotOf(what: string, name?: string): Item | undefined {
    return Object.values(this.#state.items).find(
      (i) =>
        i.kind === 'store' &&
        this.#state.pools[i.id]?.what === what &&
        (name === undefined || i.what === name)
    );
  }

  /** A neck cooked slowly until it fell apart, in portions. */
  #cook(done: readonly Done[]): void {
    const one = done.find(
      (d) => d.days >= FRESH && d.days < 60 && d.pieces.some((p) => /neck/i.test(p.cut ?? ''))
    );
    const piece = one?.pieces.find((p) => /neck/i.test(p.cut ?? ''));
    if (!one || !piece) return;
    const at = one.doneAt + 3 * DAY;
    const pool = this.#id(at);
    const raw = balanceOf(this.#state, piece.id);
    this.#book(at, 'Tove', {
      kind: 'batch',
      pool,
      what: 'cooked',
      name: 'Slow-cooked neck',
      inputs: [{ item: piece.id, of: one.animal.id }]
    });
    this.#book(at + 8 * HOUR, 'Tove', {
      kind: 'cook',
      pool,
      item: pool,
      core: 93,
      reading: { grams: roundGrams(raw * 0.66), how: 'scale', device: 'bench scale' }
    });
    // Off the stove into shallow trays: from 63 to 20 °C in an hour and a half, to 3 °C over night.
    for (const [hours, celsius] of [
      [8.6, 64],
      [9.2, 41],
      [10, 20],
      [13, 2.8]
    ] as const)
      this.#book(at + hours * HOUR, 'Tove', { kind: 'core', pool, item: pool, celsius, simulated: true });
    this.#packs({ pool }, pool, 'Slow-cooked neck', at + 14 * HOUR, 'Tove', one.animal.facts.owner);
  }

  /** Jerky that has lain in the dryer since this morning. */
  #dry(done: readonly Done[]): void {
    const one = done.find(
      (d) => d.days >= 2 && d.days < 40 && d.pieces.some((p) => placeTub(p) === 'jerky') && this.#isDeer(d)
    );
    const pieces = one?.pieces.filter((p) => placeTub(p) === 'jerky').slice(0, 4) ?? [];
    if (!one || pieces.length === 0) return;
    const at = this.#now - 7 * HOUR;
    const pool = this.#id(at);
    const raw = sum(pieces.map((p) => balanceOf(this.#state, p.id)));
    this.#book(at, 'Marek', {
      kind: 'batch',
      pool,
      what: 'jerky',
      name: 'Jerky',
      inputs: pieces.map((p) => ({ item: p.id, of: one.animal.id })),
      slab: { mm: 5, grain: 'with' },
      stops: [{ what: 'core', celsius: 71.5, simulated: true }]
    });
    // As its own scale has logged it at three and at six hours.
    const log = dryerLog(pool, { at, grams: raw }, this.#now, 5);
    for (const w of [log[5], log[11]])
      if (w)
        this.#book(w.at, 'Marek', {
          kind: 'dry',
          pool,
          item: pool,
          reading: { grams: w.grams, how: 'scale', device: 'simulated dryer', simulated: true }
        });
  }
}

const sum = (values: readonly number[]): Grams => grams(values.reduce((a, b) => a + b, 0));
const placeTub = ({ place }: Item): string | undefined => (place && 'tub' in place ? place.tub : undefined);
