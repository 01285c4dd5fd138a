import { expectedFrame, stageFigures, yieldFacts } from '$core/account';
import { birthWeights, expectedBone, workOf, type WorkRow } from '$core/bench';
import {
  applyEntry,
  awayOf,
  balanceOf,
  emptyState,
  isBody,
  type Animal,
  type BookedEntry,
  type BookState,
  type Draft,
  type Facts,
  type Intent,
  type Item,
  type Reading
} from '$core/book';
import {
  PROCEDURES,
  SHOT_LOSS,
  PROJECTILE_FACTOR,
  softTissue,
  cutOf,
  TAKINGS,
  glandTick,
  type CoolingEventKey,
  type DiscardReason,
  type HoldReason,
  type Side,
  type Stage,
  type TubKey
} from '$core/reference';
import { normal, seeded, type Uniform } from '$core/statistics';
import { MINUTE, grams, roundGrams, uuidv7 } from '$core/units';
import { drawAnimal, sharesOf, toDivision, type TrueAnimal } from '$core/yield';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

export interface HandOptions {
  seed: number;
  facts: Facts;
  /** Hanging weight of the hidden true animal, grams. */
  hanging: number;
  /** When the animal comes in, milliseconds since the epoch. */
  at: number;
  hand: string;
  /** Every piece is weighed as it comes off and nothing is trimmed: the big press alone. */
  untrimmed?: boolean;
}

/**
 * A person at the bench who books what a hidden true animal gives, through the same book and in the order of work that
 * the bench shows. Seeded: the same options give the same entries.
 */
export class Butcher {
  state: BookState = emptyState();
  history: BookedEntry[] = [];
  readonly drafts: Draft[] = [];
  readonly animal: string;
  readonly truth: TrueAnimal;
  /** Procedure by carcass, lot or part, where another than the usual is followed. */
  readonly procedures = new Map<string, string>();
  readonly uniform: Uniform;
  readonly #options: HandOptions;
  #clock: number;
  /** Lost to silver, rind, glands and fat, ÷ soft tissue, on this animal. */
  readonly #trimShare: number;
  /** Bloodshot still to be cut out, by part and side. */
  readonly #blood = new Map<string, number>();
  readonly #bloodShare = new Map<string, number>();

  constructor(options: HandOptions) {
    this.#options = options;
    this.#clock = options.at;
    this.uniform = seeded(options.seed);
    this.animal = this.id();
    const facts = yieldFacts(options.facts);
    this.truth = drawAnimal(facts, options.hanging, options.seed);
    this.#trimShare = options.untrimmed
      ? 0
      : Math.max(0.02, 1 - this.truth.cleanRatio / softTissue(sharesOf(facts)));
    this.#wound(options);
  }

  #wound({ facts, hanging }: HandOptions): void {
    if (!facts.placement) return;
    const shot = SHOT_LOSS[facts.placement];
    const factor = PROJECTILE_FACTOR[facts.projectile ?? 'expanding'].factor;
    const lost =
      Math.max(0.003, shot.loss + shot.sd * 0.7 * normal(this.uniform)) *
      factor *
      this.truth.cleanRatio *
      hanging;
    const hits = shot.hits === 'scattered' ? [] : shot.hits;
    const spots = hits.flatMap((part) => {
      if (part === 'neck') return [{ key: 'neck|', grams: this.truth.part('neck') }];
      const sides = shot.oneSide ? [facts.shotSide ?? 'left'] : (['left', 'right'] as const);
      return sides.map((side) => ({ key: `${part}|${side}`, grams: this.truth.part(part, side) * 0.8 }));
    });
    const sum = spots.reduce((a, s) => a + s.grams, 0);
    for (const spot of spots) {
      const value = Math.min(spot.grams * 0.85, (lost * spot.grams) / Math.max(1, sum));
      this.#blood.set(spot.key, value);
      this.#bloodShare.set(spot.key, value / Math.max(1, spot.grams));
    }
  }

  id(): string {
    return uuidv7(this.#clock, (n) => Uint8Array.from({ length: n }, () => Math.floor(this.uniform() * 256)));
  }

  wait(minutes: number): this {
    this.#clock += minutes * MINUTE;
    return this;
  }

  get now(): number {
    return this.#clock;
  }

  /** Said afterwards of an hour before: so many minutes from its death. */
  did(minutes: number, what: CoolingEventKey, to?: string): this {
    const { killedAt } = this.#options.facts;
    const at = (killedAt as number) + minutes * MINUTE;
    this.book({ kind: 'chill', animal: this.animal, what, ...(to ? { to } : {}) }, at);
    return this;
  }

  /** When each draft was written, by its id: not always the hour it tells of. */
  readonly written = new Map<string, number>();

  book(intent: Intent, at?: number): BookedEntry {
    this.#clock += Math.round((40 + 100 * this.uniform()) * 1000);
    const draft: Draft = {
      id: this.id(),
      at: at ?? this.#clock,
      hand: this.#options.hand,
      device: 'garage bench',
      intent
    };
    const applied = applyEntry(this.state, draft, { history: this.history });
    if (!applied.ok) throw new Error(`demo entry refused: ${JSON.stringify(applied.refusal)}`);
    const entry: BookedEntry = { ...draft, postings: applied.postings, seq: this.history.length + 1 };
    this.state = applied.state;
    this.history.push(entry);
    this.drafts.push(draft);
    this.written.set(draft.id, this.#clock);
    return entry;
  }

  read(value: number, extra: Partial<Reading> = {}): Reading {
    return {
      grams: toDivision(Math.max(5, value)),
      how: 'scale',
      device: 'bench scale',
      steady: true,
      ...extra
    };
  }

  weighIn(
    stage: Stage,
    value: number,
    extra: Partial<Reading> = {}
  ): { carcass: string; entry: BookedEntry } {
    const carcass = this.id();
    const entry = this.book({
      kind: 'intake',
      animal: this.animal,
      facts: this.#options.facts,
      into: { kind: 'carcass', id: carcass },
      reading: this.read(value, { stage, ...extra })
    });
    return { carcass, entry };
  }

  /** Opens a hold; gives its entry. */
  hold(why: HoldReason, note: string): string {
    return this.book({ kind: 'hold', animal: this.animal, why, note }).id;
  }

  /** Birds or small game, taken together. */
  weighLot(stage: Stage, value: number, count: number): string {
    const lot = this.id();
    this.book({
      kind: 'intake',
      animal: this.animal,
      facts: this.#options.facts,
      into: { kind: 'lot', id: lot, count },
      reading: this.read(value, { stage })
    });
    return lot;
  }

  /** Taken somewhere: the field, or a room. */
  taken(to: string): this {
    this.book({ kind: 'chill', animal: this.animal, what: 'moved', to });
    return this;
  }

  bringPart(cut: 'hindLeg' | 'shoulder' | 'neck', side: Side | undefined, value: number): string {
    const id = this.id();
    const first = this.history.length === 0 ? { facts: this.#options.facts } : {};
    this.book({
      kind: 'intake',
      animal: this.animal,
      ...first,
      into: { kind: 'part', id, cut, ...(side ? { side } : {}) },
      reading: this.read(value)
    });
    return id;
  }

  offal(value: number): void {
    this.book({
      kind: 'intake',
      animal: this.animal,
      into: { kind: 'tub', tub: 'offal' },
      reading: this.read(value)
    });
  }

  discard(from: string, reason: DiscardReason, value: number): void {
    const amount = Math.min(toDivision(value), balanceOf(this.state, from));
    if (amount >= 5)
      this.book({ kind: 'discard', animal: this.animal, from, reason, reading: this.read(amount) });
  }

  /** Nothing is left to do. */
  get done(): boolean {
    return workOf(this.state, this.animal, this.history, { orders }).open.length === 0;
  }

  /** Does the rows of work in order until none is left, or `rows` of them are done. */
  work(
    rows = Infinity,
    options: {
      frame?: 'scale' | 'model';
      tubs?: Partial<Record<string, TubKey>>;
      heavyBone?: number;
      quick?: boolean;
    } = {}
  ): this {
    for (let n = 0; ;) {
      const { open } = workOf(this.state, this.animal, this.history, { orders, procedures: this.procedures });
      const row = open[0];
      if (!row) return this;
      // What asks for no weight is not counted, and is done with the row before it.
      const counts = row.act.kind !== 'say' && row.act.kind !== 'glands';
      if (counts && n >= rows) return this;
      this.#do(row, options);
      if (counts) n += 1;
    }
  }

  #do(
    row: WorkRow,
    options: {
      frame?: 'scale' | 'model';
      tubs?: Partial<Record<string, TubKey>>;
      heavyBone?: number;
      quick?: boolean;
    }
  ): void {
    const { act } = row;
    if (act.kind === 'open') {
      this.wait(3);
      if (options.quick) return this.#quick(act.item);
      this.book({ kind: 'open', animal: this.animal, item: act.item });
      this.#bleed(act.item);
      return;
    }
    if (act.kind === 'glands') {
      this.wait(2);
      for (const gland of act.keys)
        this.book({
          kind: 'tick',
          animal: this.animal,
          item: act.item,
          step: glandTick(gland, act.side),
          how: 'done'
        });
      return;
    }
    if (act.kind === 'say') {
      const [answer] = act.answers;
      this.book({
        kind: 'tick',
        animal: this.animal,
        item: act.item,
        step: row.key,
        how: 'done',
        ...(answer ? { answer: answer.key } : {})
      });
      return;
    }
    if (act.kind === 'stage') return this.#stage(act.item, act.stage);
    if (act.kind === 'beside') {
      const share = act.tub === 'offal' ? 0.035 : 0.1;
      this.wait(1).book({
        kind: 'tub',
        animal: this.animal,
        tub: act.tub,
        reading: this.read(this.#options.hanging * share)
      });
      return;
    }
    if (act.kind === 'close') return this.#close(act.item, options);
    if (act.kind === 'sample') {
      this.wait(2).book({
        kind: 'sample',
        animal: this.animal,
        from: act.item,
        lab: 'laboratory',
        what: act.what,
        reading: this.read(45 + 30 * this.uniform())
      });
      return;
    }
    if (act.kind === 'off') {
      const left = balanceOf(this.state, act.item);
      this.book({
        kind: 'trim',
        animal: this.animal,
        item: act.item,
        off: this.read(Math.min(left * 0.5, left * (0.008 + 0.02 * this.uniform()))),
        what: act.what,
        went: [{ to: { reason: TAKINGS[act.what].reason } }]
      });
      return;
    }
    const side = act.side === 'both' ? undefined : act.side;
    const from = this.state.items[act.from];
    if (!from) return;
    if (from.kind === 'piece') return this.#part(row, from);
    const onCarcass = isBody(from);
    const part = onCarcass ? (cutOf(act.cut)?.of ?? act.cut) : (from.cut ?? '');
    const spot = `${part}|${(onCarcass ? side : from.side) ?? ''}`;
    if (onCarcass && act.born === 'piece') this.#bleedSpot(act.from, spot);
    const share =
      1 -
      (act.born === 'piece'
        ? (this.#bloodShare.get(spot) ?? (part === 'neck' ? (this.#bloodShare.get('neck|') ?? 0) : 0))
        : 0);
    const trims = act.born === 'piece' && !(onCarcass && act.cut === 'strap') && !this.#options.untrimmed;
    const trimmed = trims ? 1 - this.#trimShare : 1;
    const value =
      act.born === 'part'
        ? this.truth.part(act.cut, side) * this.#kept
        : this.#cutWeight(act.cut, act.from, onCarcass, side, act.boneIn) * trimmed * share;
    const left = balanceOf(this.state, act.from);
    const reading = this.read(act.cut === 'wholeBird' ? left : Math.min(value, left * 0.97));
    const id = this.id();
    const sided = act.side ? { side: act.side } : {};
    const tub = options.tubs?.[act.cut] ?? (act.tub as TubKey | null) ?? 'grind';
    this.book({
      kind: 'cut',
      animal: this.animal,
      from: act.from,
      reading,
      creates:
        act.born === 'part'
          ? { kind: 'part', id, cut: act.cut as 'hindLeg', ...sided }
          : {
              kind: 'piece',
              id,
              cut: act.cut,
              place: { tub },
              ...sided,
              ...(act.boneIn ? { boneIn: true } : {}),
              ...(trims ? { trimmed: true as const } : {})
            }
    });
    if (act.cut === 'strap') {
      const after = toDivision(reading.grams * (1 - this.#trimShare * 0.8));
      if (after < reading.grams)
        this.book({
          kind: 'trim',
          animal: this.animal,
          item: id,
          reading: this.read(after),
          went: [{ to: { reason: 'silver' } }]
        });
    }
  }

  /** Lays a piece on the board. */
  toBoard(item: string): void {
    this.book({ kind: 'open', animal: this.animal, item });
  }

  /** A piece of the one on the board. */
  #part({ act, expected }: WorkRow, from: Item): void {
    if (act.kind !== 'take') return;
    const left = balanceOf(this.state, from.id);
    this.book({
      kind: 'divide',
      animal: this.animal,
      item: from.id,
      boneTo: 'discard',
      children: [
        {
          creates: {
            kind: 'piece',
            id: this.id(),
            cut: act.cut,
            place: { tub: act.tub as TubKey },
            trimmed: true,
            ...(act.side ? { side: act.side } : {})
          },
          reading: this.read(
            Math.min(left * 0.97, (expected?.mean ?? left / 2) * (0.9 + 0.1 * this.uniform()))
          )
        }
      ]
    });
  }

  /** The whole animal at a stage: hanging by its truth, dressed by the model. */
  #stage(item: string, stage: 'dressed' | 'hanging'): void {
    const animal = this.state.animals[this.animal];
    const modelled = animal ? (stageFigures(this.state, animal).dressed?.grams ?? 0) : 0;
    const value = stage === 'hanging' ? this.#options.hanging : modelled;
    this.wait(2).book({
      kind: 'skin',
      animal: this.animal,
      item,
      reading: this.read(Math.min(value, balanceOf(this.state, item) - 5), { stage })
    });
  }

  /** A part weighed whole and tub by tub: what a hurried household does. */
  #quick(item: string): void {
    const part = this.state.items[item];
    const animal = this.state.animals[this.animal];
    if (!part || !animal) return;
    this.book({ kind: 'open', animal: this.animal, item });
    this.#bleed(item);
    const bone = (expectedBone(this.state, animal, part)?.mean ?? 0) * (0.95 + 0.1 * this.uniform());
    const meat = (balanceOf(this.state, item) - bone) * (1 - this.#trimShare);
    for (const [tub, share] of [
      ['prime', 0.35],
      ['slow', 0.3],
      ['grind', 0.35]
    ] as const) {
      const shown = this.#tubShows(tub) + meat * share;
      this.book({
        kind: 'tub',
        animal: this.animal,
        tub,
        from: item,
        reading: this.read(Math.max(this.#tubShows(tub) + 5, shown))
      });
    }
    this.discard(item, 'silver', (balanceOf(this.state, item) - bone) * 0.96);
    this.book({
      kind: 'close',
      animal: this.animal,
      item,
      bone: this.read(Math.max(5, balanceOf(this.state, item) - 5)),
      boneTo: 'discard'
    });
  }

  #tubShows(tub: TubKey): number {
    let total: number = balanceOf(this.state, `tub:${tub}:${this.animal}`);
    for (const i of Object.values(this.state.items))
      if (i.kind === 'piece' && i.place && 'tub' in i.place && i.place.tub === tub)
        total += balanceOf(this.state, i.id);
    return total;
  }

  #cutWeight(
    cut: string,
    from: string,
    onCarcass: boolean,
    side: 'left' | 'right' | undefined,
    boneIn: boolean
  ): number {
    if (onCarcass)
      return (this.truth.cut(cut, side, boneIn) * this.#kept) / (cutOf(cut)?.of === 'neck' && side ? 2 : 1);
    const part = this.state.items[from];
    const own = part?.side === 'both' ? undefined : part?.side;
    const weight = birthWeights(this.history).get(from) ?? balanceOf(this.state, from);
    return (this.truth.cut(cut, own, boneIn) * weight) / Math.max(1, this.truth.part(part?.cut ?? '', own));
  }

  #bleed(item: string): void {
    const part = this.state.items[item];
    if (part) this.#bleedSpot(item, `${part.cut ?? ''}|${part.side ?? ''}`);
  }

  /** Cuts the bloodshot out of a place, once. */
  #bleedSpot(from: string, spot: string): void {
    const value = this.#blood.get(spot) ?? (spot.startsWith('neck|') ? this.#blood.get('neck|') : undefined);
    if (!value) return;
    this.#blood.delete(spot);
    if (spot.startsWith('neck|')) this.#blood.delete('neck|');
    this.discard(from, this.#options.facts.placement === 'gut' ? 'contaminated' : 'bloodshot', value);
  }

  #close(item: string, options: { frame?: 'scale' | 'model'; heavyBone?: number }): void {
    const what = this.state.items[item];
    const animal = this.state.animals[this.animal];
    if (!what || !animal) return;
    if (what.kind === 'piece') {
      const parted = Object.values(this.state.items).some((i) => i.from === item);
      this.book({
        kind: 'close',
        animal: this.animal,
        item,
        boneTo: 'discard',
        ...(parted ? { rest: { reason: 'silver' as const } } : {})
      });
      return;
    }
    const hanging = stageFigures(this.state, animal).hanging?.grams ?? 0;
    const bone = isBody(what)
      ? this.#bareFrame(animal, hanging)
      : (expectedBone(this.state, animal, what)?.mean ?? 0) * (0.96 + 0.08 * this.uniform());
    const soft = this.#options.untrimmed ? 0 : Math.max(0, balanceOf(this.state, item) - bone);
    const shares: [DiscardReason, number][] = isBody(what)
      ? [
          ['rind', 0.5],
          ['fat', 0.36],
          ['gland', 0.1]
        ]
      : [
          ['silver', 0.5],
          ['rind', 0.3],
          ['gland', 0.16]
        ];
    for (const [reason, share] of shares) this.discard(item, reason, soft * share);
    const left = balanceOf(this.state, item);
    const model = isBody(what) && options.frame === 'model';
    const weighed = model
      ? roundGrams(Math.min(left, hanging * 0.15))
      : toDivision(left * (0.992 + 0.006 * this.uniform()) + (options.heavyBone ?? 0));
    // One wrong tare, noticed once.
    options.heavyBone = 0;
    this.book({
      kind: 'close',
      animal: this.animal,
      item,
      bone: {
        grams: grams(Math.max(0, weighed)),
        how: model ? 'model' : 'scale',
        ...(model ? {} : { device: 'bench scale', steady: true })
      },
      boneTo: 'discard',
      ...(isBody(what)
        ? { meatTrimmed: this.#options.untrimmed ? ('none' as const) : ('all' as const) }
        : {}),
      ...(Object.keys(what.ticks ?? {}).some((step) => step.startsWith('gland'))
        ? { glands: 'out' as const }
        : {})
    });
  }

  /** How much of the animal is here: less what was given or sent uncut. */
  get #kept(): number {
    return Math.max(0, 1 - awayOf(this.state, this.animal) / this.#options.hanging);
  }

  /** The true frame, lighter by the bone that left in bone-in cuts. */
  #bareFrame(animal: Animal, hanging: number): number {
    const usual = sharesOf(yieldFacts(animal.facts)).find((p) => p.key === 'frame')?.share ?? 0;
    const gone = hanging * this.#kept * usual - (expectedFrame(this.state, animal)?.mean ?? 0);
    return Math.max(5, this.truth.frame * this.#kept - gone);
  }

  /** Opens the first part that waits. */
  openFirst(): void {
    const row = workOf(this.state, this.animal, this.history, { orders }).open.find(
      (r) => r.act.kind === 'open'
    );
    if (row) this.#do(row, {});
  }
}
