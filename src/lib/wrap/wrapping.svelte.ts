import type { Intent, Place, Reading } from '$core/book';
import type { ClassKey, Side, SpeciesKey, Wrap } from '$core/reference';
import type { Order, Settings } from '$core/settings';
import {
  bagFor,
  bodyOf,
  cutRolls,
  packsOf,
  type Bag,
  type Body,
  type RollCuts,
  type Shape
} from '$core/wrap';
import { grams, parseFigure, under, type Grams } from '$core/units';

/** Something that is in no bag yet. */
export interface Ready {
  id: string;
  kind: string;
  of: { animal: string } | { pool: string };
  grams: Grams;
  class: ClassKey;
  name: string;
  code?: string;
  side?: Side;
  cut?: string;
  species: SpeciesKey[];
  batch?: string;
  held?: string;
  since: number;
  bornAt?: number;
}

export interface WrapData {
  ready: Ready[];
  /** Raw meat for all who eat, grams. */
  meal: Grams;
  wrapping: Settings['wrapping'];
  places: { key: string; name: string }[];
  households: string[];
  orders: (Order & { packed: number })[];
  now: number;
}

/** A pack that was made at this device. */
export interface Made {
  id: string;
  what: string;
  of: string;
  for: string;
  grams: number;
  at: number;
  /** Handed in; in the book; its label is in the spool; or it has none. */
  state: 'sent' | 'booked' | 'printed' | 'unprinted';
}

const KEY = 'yonder-wrapped';
/** Packs of this device that are remembered. */
const MOST = 200;

/** How something lies in its bag, by its cut and what it is. Own choices. */
function shapeOf({ cut = '', batch, species }: Ready): Shape {
  if (batch === 'mince') return 'flat';
  if (batch === 'sausage') return 'sausage';
  if (batch) return 'dice';
  if (/^strap|tenderloin|fillet|eyeRound/.test(cut)) return 'strap';
  if (/wholeBird|crown/.test(cut)) return 'bird';
  if (/dice|strips|trim|Trim|ribMeat|flank/.test(cut)) return 'dice';
  if (/breast|medallions|flatIron/.test(cut) || species[0] === 'woodpigeon') return 'steak';
  return 'roast';
}

/** Meat that was cut so lately is warm and wet: it is chilled over night before it is bagged, ms. Usual practice. */
const CHILL_MS = 8 * 3_600_000;

/** One thing after another into bags: what is in hand, how it is parted, what was made of it. */
export class Wrapping {
  readonly #data: () => WrapData;
  chosen = $state<string | undefined>();
  /** What the label says; empty is its own name. */
  what = $state('');
  wrap = $state<Wrap>('vacuum');
  for = $state('');
  place = $state('');
  /** Packs that somebody wants of it; empty is by the household's meal. */
  count = $state('');
  /** Measured by hand, mm; empty is by the model. */
  measured = $state({ length: '', width: '', thickness: '' });
  made = $state.raw<readonly Made[]>([]);

  constructor(data: () => WrapData) {
    this.#data = data;
    const { wrapping } = data();
    this.wrap = wrapping.wrap;
    this.place = wrapping.place ?? '';
    this.chosen = data().ready[0]?.id;
  }

  get data(): WrapData {
    return this.#data();
  }
  recall(): void {
    try {
      const read = JSON.parse(localStorage.getItem(KEY) ?? '[]') as Made[];
      // What was on its way when the page went is in the book or in the outbox: its label can be printed again.
      this.made = read.map((m) => (m.state === 'sent' ? { ...m, state: 'unprinted' } : m));
    } catch {
      this.made = [];
    }
  }
  #keep(): void {
    localStorage.setItem(KEY, JSON.stringify(this.made.slice(0, MOST)));
  }

  /** What is still in no bag, as this device knows it: what it has handed in is off already. */
  readonly ready = $derived.by(() => {
    const sent = new Map<string, number>();
    for (const m of this.made) if (m.state === 'sent') sent.set(m.of, (sent.get(m.of) ?? 0) + m.grams);
    return this.data.ready.flatMap((item) => {
      const off = sent.get(item.id) ?? 0;
      // What nothing was taken of stays the same thing: its row is not drawn anew.
      if (off === 0) return [item];
      return item.grams > off ? [{ ...item, grams: grams(item.grams - off) }] : [];
    });
  });
  readonly item = $derived.by(() => this.ready.find((r) => r.id === this.chosen) ?? this.ready[0]);
  choose(id: string): void {
    this.chosen = id;
    this.what = '';
    this.count = '';
    this.measured = { length: '', width: '', thickness: '' };
  }

  /** Packs of an order that are still to be made, those on their way counted. */
  #missing(order: WrapData['orders'][number]): number {
    const sent = this.made.filter(
      (m) => m.state === 'sent' && m.for === order.for && m.at >= order.at
    ).length;
    return Math.max(0, order.packs - order.packed - sent);
  }
  /** Orders that are not packed yet. */
  readonly open = $derived.by(() => this.data.orders.filter((order) => this.#missing(order) > 0));
  /** The order that what is in hand is parted for: that of whom it is for, where it takes such meat. */
  readonly order = $derived.by(() =>
    this.open.find((o) => o.for === this.for.trim() && (o.class === '' || o.class === this.item?.class))
  );
  /** Weights that are still to be packed of what is in hand. */
  readonly packs = $derived.by((): Grams[] => {
    const { item } = this;
    if (!item) return [];
    const count = Number(this.count);
    if (this.count.trim() !== '' && Number.isInteger(count) && count > 0 && count <= 99)
      return packsOf(item.grams, grams(Math.max(1, Math.round(item.grams / count))));
    const { order } = this;
    if (order) {
      // So many as are still asked for, and what is over by the household's meal.
      const asked = this.#missing(order);
      const whole = Math.min(asked, Math.floor(item.grams / order.each));
      const rest = item.grams - whole * order.each;
      return [
        ...Array.from({ length: whole }, () => order.each),
        ...(rest > 0 ? packsOf(grams(rest), whole < asked ? order.each : this.data.meal) : [])
      ];
    }
    return packsOf(item.grams, this.data.meal);
  });
  readonly next = $derived.by(() => this.packs[0]);
  readonly warm = $derived.by(
    // What was made goes into its bag at once; what was cut lies a night.
    () =>
      this.item?.batch === undefined &&
      this.item?.bornAt !== undefined &&
      this.data.now - this.item.bornAt < CHILL_MS
  );

  readonly body = $derived.by((): { body: Body; measured: boolean } | undefined => {
    const { item, next } = this;
    if (!item || next === undefined) return undefined;
    const model = bodyOf(next, shapeOf(item));
    const read = (text: string) => {
      const value = parseFigure(text);
      return value !== undefined && value > 0 && value < 2_000 ? Math.round(value) : undefined;
    };
    const { length, width, thickness } = this.measured;
    const own = { length: read(length), width: read(width), thickness: read(thickness) };
    return {
      body: {
        length: own.length ?? model.length,
        width: own.width ?? model.width,
        thickness: own.thickness ?? model.thickness
      },
      measured: Object.values(own).some((v) => v !== undefined)
    };
  });
  readonly bag = $derived.by((): Bag | undefined =>
    this.body && this.wrap === 'vacuum' ? bagFor(this.body.body, this.data.wrapping.allowance) : undefined
  );
  /** The bags for all that is in hand, cut from the rolls on the shelf. */
  readonly cuts = $derived.by((): RollCuts | undefined => {
    const { bag, packs } = this;
    if (!bag || packs.length === 0) return undefined;
    return cutRolls(
      packs.map((_, i) => ({ id: String(i), ...bag })),
      this.data.wrapping.rolls
    );
  });

  get placeOf(): Place | undefined {
    return this.place === '' ? undefined : { at: this.place };
  }

  /**
   * One pack of what is in hand.
   * @param reading  absent where all that is left goes into it
   */
  pack(id: string, weight: number, reading: Reading | undefined): Intent | undefined {
    const { item } = this;
    if (!item) return undefined;
    const what = (this.what.trim() || item.name).slice(0, 60);
    const [order, whom] = [this.order, this.for.trim()];
    this.made = [
      { id, what, of: item.id, for: whom, grams: weight, at: Date.now(), state: 'sent' as const },
      ...this.made
    ].slice(0, MOST);
    this.#keep();
    // The order is full: what comes next is for nobody, until somebody says so.
    if (order && this.#missing(order) === 0) this.for = '';
    return {
      kind: 'pack',
      ...item.of,
      from: item.id,
      packs: [
        {
          id,
          what,
          wrap: this.wrap,
          ...(this.wrap === 'vacuum' ? { sealer: this.data.wrapping.sealer } : {}),
          ...(reading ? { reading } : {}),
          ...(this.placeOf ? { place: this.placeOf } : {}),
          ...(whom ? { for: whom } : {})
        }
      ]
    };
  }
  set(id: string, state: Made['state']): void {
    this.made = this.made.map((m) => (m.id === id ? { ...m, state } : m));
    this.#keep();
  }
  /** The book has not taken it. */
  drop(id: string): void {
    this.made = this.made.filter((m) => m.id !== id);
    this.#keep();
  }
  forget(): void {
    this.made = this.made.filter((m) => m.state === 'sent');
    this.#keep();
  }
  readonly unprinted = $derived.by(() =>
    this.made.filter((m) => m.state === 'unprinted' || m.state === 'booked')
  );

  /** The rolls once these bags are cut. */
  rollsAfter(): Settings['wrapping']['rolls'] {
    const left = Object.fromEntries(this.cuts?.cuts.map((c) => [c.roll, c.left]) ?? []);
    return this.data.wrapping.rolls.map((roll) => {
      const now = under(left, roll.id);
      return now === undefined ? roll : { ...roll, left: now, begun: true };
    });
  }
}
