import type { WorkRow } from '$core/bench';
import {
  balanceOf,
  dependants,
  isBody,
  isBoundary,
  voidedIn,
  type BookedEntry,
  type Destination,
  type Doubted,
  type Intent,
  type IntentOf
} from '$core/book';
import {
  SPECIES,
  TAKINGS,
  TUBS,
  cutOf,
  glandTick,
  type DiscardReason,
  type Taking,
  type TakingKey,
  type Side,
  type TubKey
} from '$core/reference';
import { expectedBone, isQuestion, wholeCutOf } from '$core/bench';
import { expected } from '$core/yield';
import { roundGrams, type MassUnit, under } from '$core/units';
import type { Bench } from './bench.svelte';
import { freshId } from '$lib/device/ids';
import { outbox } from '$lib/device/outbox.svelte';
import { DOUBT_NO, DOUBT_YES } from '$lib/words/doubts';
import { Plate, asReading, type Weight } from './plate.svelte';

export type { Notice } from './plate.svelte';

/** Work on a piece that is off already: trimmed, parted in two, or weighed anew. */
export interface Task {
  kind: 'trim' | 'split' | 'reweigh' | 'correct';
  item: string;
}

/** A taking heavier than this share of the piece on the board is the piece itself. Own choice. */
const MOST_OFF = 0.4;

/** The bench as a person stands at it: the reading, the step in hand, and what each press means. */
export class Desk extends Plate {
  readonly bench: Bench;
  readonly #silverTo: () => 'stock' | 'discard';

  byTub = $state(false);
  /** Empty tubs are on the scale: a tub's press keeps its tare. */
  taring = $state(false);
  /** What each empty tub weighs. */
  tares = $state.raw<Partial<Record<TubKey, number>>>({});
  /** Keeps a tare for the larder. */
  keepTares: (tares: Partial<Record<TubKey, number>>) => void = () => undefined;
  lastTaken = $state.raw<
    { text: string; grams: number; expected?: { low: number; high: number } | undefined } | undefined
  >(undefined);
  #chosen = $state<string | undefined>(undefined);
  #task = $state.raw<Task | undefined>(undefined);
  /** Both sides of a pair lie on the scale together. */
  both = $state(false);
  #onBooked: () => void;

  readonly #tone: (kind: 'booked' | 'refused') => void;

  /** @param tone  gives a sound where the device wants one */
  constructor(
    bench: Bench,
    unit: MassUnit,
    silverTo: () => 'stock' | 'discard',
    onBooked: () => void,
    tone: (kind: 'booked' | 'refused') => void = () => undefined
  ) {
    super(unit, () => bench.settle());
    this.#tone = tone;
    this.bench = bench;
    this.#silverTo = silverTo;
    this.#onBooked = onBooked;
  }

  /** The row in hand: the one chosen, else the first that is not done. */
  readonly row = $derived.by((): WorkRow | undefined => {
    const { rows, open } = this.bench.work;
    const row = rows.find((r) => r.key === this.#chosen && !r.done) ?? open[0];
    return this.both && row && this.partnerOf(row) ? bothOf(row, this.partnerOf(row)) : row;
  });
  /** The other side of a pair whose two pieces may be weighed together; undefined when one is off already. */
  partnerOf(row: WorkRow | undefined): WorkRow | undefined {
    const { act } = row ?? {};
    if (act?.kind !== 'take' || act.born !== 'piece' || (act.side !== 'left' && act.side !== 'right'))
      return undefined;
    return this.bench.work.rows.find(
      (r) =>
        !r.done &&
        r.act.kind === 'take' &&
        r.act.cut === act.cut &&
        r.act.from === act.from &&
        r.act.side !== act.side &&
        (r.act.side === 'left' || r.act.side === 'right')
    );
  }
  /** What is being done to a piece that is off; nothing once it is gone. */
  readonly task = $derived.by((): Task | undefined => {
    const task = this.#task;
    return task && balanceOf(this.bench.state, task.item) > 0 ? task : undefined;
  });
  /** The piece that is being trimmed, until it is weighed again. */
  get trimming(): string | undefined {
    return this.task?.kind === 'trim' ? this.task.item : undefined;
  }
  /** The tub that one press takes to. */
  readonly suggested = $derived.by((): TubKey | undefined => {
    return this.row && tubOf(this.row);
  });

  protected override about(): string {
    const { task, row, byTub, taring } = this;
    return [this.bench.lastId, row?.key, task?.kind, task?.item, byTub, taring, this.both].join('|');
  }

  choose(key: string): void {
    this.disarm('step');
    this.bench.settle();
    this.#chosen = key;
    this.#task = undefined;
    this.both = false;
    this.notice = undefined;
  }

  /** To the next or the step before, among those not done. */
  step(by: 1 | -1): void {
    this.disarm('step');
    this.bench.settle();
    const { open } = this.bench.work;
    const at = open.findIndex((r) => r.key === this.row?.key);
    const next = open[(at + by + open.length) % Math.max(1, open.length)];
    if (next) this.choose(next.key);
  }

  /** The one press: takes to the suggested tub, weighs the bone, opens the next part, or ends a trim. */
  press(): void {
    if (this.bounced('press')) return;
    this.#act();
  }

  #act(): void {
    if (this.trimming)
      return this.#trimTo(this.#silverTo() === 'stock' ? { tub: 'stock' } : { reason: 'silver' });
    if (this.task?.kind === 'reweigh') return this.#reweigh(this.task.item);
    if (this.task?.kind === 'correct') return this.#correct(this.task.item);
    if (this.task?.kind === 'split') return this.#split(this.task.item, undefined);
    const row = this.row;
    if (!row) return;
    if (asksNoWeight(row) && this.typed === '') {
      // What was pressed for the piece before answers no question, and the big press answers none at all.
      if (this.justTook) {
        this.notice = {
          kind: 'plain',
          text: 'That was the press for the piece before. Press again when this is done.'
        };
        return;
      }
      if (isQuestion(row)) {
        this.notice = {
          kind: 'plain',
          text: 'This is a question: it has presses of its own, beside the big one.'
        };
        return;
      }
    }
    // A typed weight is never lost to a step that asks for none: it is the next piece's.
    if (this.typed !== '' && asksNoWeight(row)) {
      const piece = this.#nextPiece();
      if (piece) return this.#take(piece, tubOf(piece));
      this.notice = { kind: 'plain', text: 'This step asks for no weight. What was typed is still there.' };
      return;
    }
    if (row.act.kind === 'open')
      return this.#book(undefined, { kind: 'open', animal: this.bench.animal, item: row.act.item });
    if (row.act.kind === 'glands') return this.tick('done');
    if (row.act.kind === 'say') return this.tick('done', row.act.answers[0]?.key);
    if (row.act.kind === 'stage') return this.#weighStage(row.act.item, row.act.stage);
    if (row.act.kind === 'beside') return this.#weighBeside(row.act.tub);
    if (row.act.kind === 'close') return this.close();
    if (row.act.kind === 'sample') return this.#sample(row.act.item, row.act.what);
    if (row.act.kind === 'off') return this.#takeOff(row.act.what);
    this.#take(row, this.suggested);
  }

  #sample(from: string, what: string): void {
    const weight = this.weight(() => this.#sample(from, what));
    if (weight)
      this.#book(weight, {
        kind: 'sample',
        animal: this.bench.animal,
        from,
        lab: 'laboratory',
        what,
        reading: asReading(weight)
      });
  }

  /** Sends the reading to a tub: as the piece in hand, as what was trimmed off, or as the tub's own running total. */
  toTub(tub: TubKey): void {
    if (this.bounced('tub')) return;
    this.#toTub(tub);
  }

  #toTub(tub: TubKey): void {
    if (this.byTub && this.taring) return this.#tareTub(tub);
    if (this.byTub) return this.#weighTub(tub);
    if (this.trimming) return this.#trimTo({ tub });
    if (this.task?.kind === 'split') return this.#split(this.task.item, tub);
    if (this.row?.act.kind === 'off') return this.#takeOff(this.row.act.what, { tub });
    if (this.bench.work.focus?.kind === 'piece' && this.row?.act.kind === 'close')
      return this.#clearBoard({ tub });
    const row = this.row && asksNoWeight(this.row) ? this.#nextPiece() : this.row;
    if (!row || row.act.kind !== 'take') {
      this.notice = { kind: 'plain', text: 'No piece in hand. Choose one on the left, or weigh by tub.' };
      return;
    }
    if (row.act.born === 'part') {
      this.notice = {
        kind: 'plain',
        text: `${row.title} is a part: press Take.`
      };
      return;
    }
    this.#take(row, tub);
  }

  /** The first step that is not done and takes something off. */
  #nextPiece(): WorkRow | undefined {
    return this.bench.work.open.find((r) => r.act.kind === 'take');
  }

  /** @param trimsNow  it is taken as it comes, to be weighed again trimmed */
  #take(row: WorkRow, tub: TubKey | undefined, after?: (item: string) => void, trimsNow = false): void {
    const { act } = row;
    if (act.kind !== 'take') return;
    const weight = this.weight(() => this.#take(row, tub, after, trimsNow));
    if (!weight) return;
    const id = freshId();
    const side = act.side ? { side: act.side as Side } : {};
    const creates: IntentOf<'cut'>['creates'] =
      act.born === 'part'
        ? { kind: 'part', id, cut: act.cut as 'hindLeg', ...side }
        : {
            kind: 'piece',
            id,
            cut: act.cut,
            place: { tub: tub ?? 'grind' },
            ...side,
            ...(act.boneIn ? { boneIn: true } : {}),
            ...(this.bench.trimmed && !trimsNow ? { trimmed: true as const } : {})
          };
    const { animal } = this.bench;
    // A piece on the board is parted: what it was is gone, what it becomes is trimmed.
    const parted = under(this.bench.state.items, act.from)?.kind === 'piece';
    const reading = asReading(weight);
    const intent: Intent = parted
      ? {
          kind: 'divide',
          animal,
          item: act.from,
          children: [{ creates: { ...creates, trimmed: true } as typeof creates, reading }],
          boneTo: 'discard'
        }
      : { kind: 'cut', animal, from: act.from, creates, reading };
    this.#book(weight, intent, () => {
      this.lastTaken = { text: row.title, grams: weight.grams - weight.tare, expected: row.expected };
      after?.(id);
    });
  }

  /** Whether a letter key means something now: what is typed by chance, with nothing in hand, does nothing. */
  hears(letter: string): boolean {
    const { row, task, notice } = this;
    if (/^[ulwev]$/.test(letter)) return true;
    if (letter === 'm') return row?.act.kind === 'take';
    if (letter === 'y') return notice?.retry !== undefined || (row !== undefined && isQuestion(row));
    if (letter === 'n' || letter === 'b') return row !== undefined;
    if (letter === 'x') return this.bench.work.focus !== undefined;
    if (letter === 't') return row?.act.kind === 'take' && row.act.born === 'piece' && !task;
    // The rest are tubs.
    return this.byTub || task !== undefined || row?.act.kind === 'take' || this.typed !== '';
  }

  /** Takes the piece as it is and waits for its second weighing. */
  trimFirst(): void {
    if (this.bounced('trim')) return;
    const row = this.row;
    if (row?.act.kind === 'take' && row.act.born === 'piece')
      this.#take(row, this.suggested, (item) => (this.#task = { kind: 'trim', item }), true);
  }

  /** Takes a piece that is off in hand again. */
  take(kind: Task['kind'], item: string): void {
    this.disarm('step');
    this.bench.settle();
    this.#task = { kind, item };
    this.notice = undefined;
    this.#onBooked();
  }

  /** Lays a piece that is off on the board: what comes out of it and what it is parted into are weighed there. */
  toBoard(item: string): void {
    if (this.bounced('board')) return;
    this.#task = undefined;
    this.#chosen = undefined;
    this.#book(undefined, { kind: 'open', animal: this.bench.animal, item });
  }

  /** Where silver, sinew and soft bone go here; fat is kept where it is worth a tub. */
  #goes(what: TakingKey): Destination {
    const { reason, pot } = TAKINGS[what] as Taking;
    const species = under(this.bench.state.animals, this.bench.animal)?.facts.species;
    if (what === 'fat' && species && /^(boar|waterfowl)$/.test(SPECIES[species].group)) return { tub: 'fat' };
    return pot && this.#silverTo() === 'stock' ? { tub: 'stock' } : { reason };
  }

  /** Weighs what was taken off or out of the piece on the board. */
  #takeOff(what: TakingKey, to: Destination = this.#goes(what)): void {
    const item = this.bench.work.focus?.id;
    const weight = this.weight(() => this.#takeOff(what, to));
    if (!item || !weight) return;
    // Most of the piece is the piece, laid back.
    if (weight.grams - weight.tare > this.bench.left(item) * MOST_OFF) {
      this.notice = {
        kind: 'plain',
        text: 'That is most of the piece: is it back?',
        retryWords: 'Weigh it trimmed',
        retry: () => this.#layBack(weight)
      };
      return;
    }
    const { animal } = this.bench;
    const off = asReading(weight);
    this.#book(weight, { kind: 'trim', animal, item, off, what, went: [{ to }] }, () => {
      this.lastTaken = { text: TAKINGS[what].name, grams: weight.grams - weight.tare };
    });
  }

  /** The taking off the piece on the board that was booked last here, from which lean may be scraped back. */
  get scraped(): BookedEntry | undefined {
    const { focus } = this.bench.work;
    const last = this.bench.lastOwn;
    return focus?.kind === 'piece' &&
      last?.intent.kind === 'trim' &&
      last.intent.off &&
      last.intent.item === focus.id
      ? last
      : undefined;
  }

  /** Lean shaved back off a band: the band was that much lighter, and the lean goes to the mincer. */
  scrapeBack(): void {
    const { scraped } = this;
    const { focus } = this.bench.work;
    if (this.bounced('scrape') || scraped?.intent.kind !== 'trim' || !scraped.intent.off || !focus) return;
    const weight = this.weight(() => this.scrapeBack());
    if (!weight) return;
    const { animal } = this.bench;
    const lean = weight.grams - weight.tare;
    const { off } = scraped.intent;
    const was = off.grams - (off.tare ?? 0);
    if (lean >= was) {
      this.notice = { kind: 'plain', text: 'More than came off: only the lean.' };
      return;
    }
    const part = cutOf(focus.cut)?.of;
    const cut =
      part === 'hindLeg' ? 'legTrim' : part === 'shoulder' ? 'shoulderTrim' : (focus.cut ?? 'legTrim');
    this.#book(
      weight,
      {
        kind: 'correct',
        animal,
        entry: scraped.id,
        reading: { ...off, grams: roundGrams(off.grams - lean) }
      },
      {
        kind: 'divide',
        animal,
        item: focus.id,
        boneTo: 'discard',
        children: [
          {
            creates: {
              kind: 'piece',
              id: freshId(),
              cut,
              place: { tub: 'grind' },
              trimmed: true,
              ...(focus.side ? { side: focus.side } : {})
            },
            reading: asReading(weight)
          }
        ]
      },
      () => (this.lastTaken = { text: 'Lean scraped back', grams: roundGrams(lean) })
    );
  }

  /** The piece on the board was parted already. */
  get parted(): boolean {
    const { focus } = this.bench.work;
    return Object.values(this.bench.state.items).some((i) => i.from !== undefined && i.from === focus?.id);
  }

  /** Clears the board: scraps of what was parted go where they are said to; a whole piece is weighed trimmed. */
  #clearBoard(rest?: Destination): void {
    const { focus } = this.bench.work;
    if (!focus) return;
    const { animal } = this.bench;
    const silver = rest ?? this.#goes('silver');
    if (this.parted)
      return this.#book(undefined, {
        kind: 'close',
        animal,
        item: focus.id,
        boneTo: 'discard',
        rest: silver
      });
    const weight = this.weight(() => this.#clearBoard(rest));
    if (weight) this.#layBack(weight, silver);
  }

  /** The piece back on the scale: what is missing came off as silver, and the board is clear. */
  #layBack(weight: Weight, to: Destination = this.#goes('silver')): void {
    const item = this.bench.work.focus?.id;
    const { animal } = this.bench;
    if (item)
      this.#book(
        weight,
        { kind: 'trim', animal, item, reading: asReading(weight), went: [{ to }] },
        { kind: 'close', animal, item, boneTo: 'discard' }
      );
  }

  /** Weighs the piece on the board trimmed, whatever step is in hand. */
  weighTrimmed(): void {
    if (this.bounced('trimmed')) return;
    const weight = this.weight(() => this.weighTrimmed());
    if (weight) this.#layBack(weight);
  }

  /** Takes the piece off the board as it is. */
  offBoard(): void {
    const { focus } = this.bench.work;
    if (focus?.kind !== 'piece' || this.bounced('offBoard')) return;
    this.#book(undefined, {
      kind: 'close',
      animal: this.bench.animal,
      item: focus.id,
      boneTo: 'discard'
    });
  }

  /** Lays the piece back as it is. */
  leaveTask(): void {
    this.disarm('step');
    this.#task = undefined;
    this.#onBooked();
  }

  /** Weighs a piece or part anew: lighter has dried, heavier is said with its way out. */
  #reweigh(item: string): void {
    const weight = this.weight(() => this.#reweigh(item));
    if (weight)
      this.#book(
        weight,
        { kind: 'reweigh', animal: this.bench.animal, item, reading: asReading(weight) },
        () => (this.#task = undefined)
      );
  }

  /** Sets the first weight of an item right: what came off it stays off, what is left changes. */
  #correct(item: string): void {
    const { entries, state } = this.bench;
    const gone = voidedIn(entries);
    const bornIn = under(state.items, item)?.bornIn;
    // The newest whole weight of a carcass that was weighed more than once; else the one it was born with.
    const entry =
      entries.findLast((e) => e.intent.kind === 'skin' && e.intent.item === item && !gone.has(e.id))?.id ??
      bornIn;
    const weight = this.weight(() => this.#correct(item));
    if (weight && entry)
      this.#book(
        weight,
        { kind: 'correct', animal: this.bench.animal, entry, reading: asReading(weight) },
        () => (this.#task = undefined)
      );
  }

  /** Parts a piece in two: what lies on the scale goes to a tub, the rest stays where it was. */
  #split(item: string, tub: TubKey | undefined): void {
    const mother = under(this.bench.state.items, item);
    const weight = this.weight(() => this.#split(item, tub));
    if (!weight || !mother?.place) return;
    const place = tub ? { tub } : mother.place;
    this.#book(
      weight,
      {
        kind: 'split',
        animal: this.bench.animal,
        item,
        children: [
          { id: freshId(), place, reading: asReading(weight) },
          { id: freshId(), place: mother.place }
        ]
      },
      () => (this.#task = undefined)
    );
  }

  /** Another use for a piece that lies in a tub already. */
  move(item: string, tub: TubKey): void {
    if (this.bounced('move')) return;
    this.#book(undefined, { kind: 'place', animal: this.bench.animal, item, place: { tub } });
    if (!this.notice)
      this.notice = { kind: 'plain', text: `${this.bench.name(item)} lies in ${TUBS[tub].name} now.` };
  }

  /** The other side, where a piece or part was booked as the wrong one. */
  turnSide(item: string): void {
    if (this.bounced('side')) return;
    const now = under(this.bench.state.items, item)?.side;
    const side = now === 'left' ? 'right' : 'left';
    this.#book(undefined, { kind: 'place', animal: this.bench.animal, item, side });
    if (!this.notice) this.notice = { kind: 'plain', text: `${this.bench.name(item)} now.` };
  }

  /** Throws a piece away that is off already, all of it, with its reason. */
  throwAway(item: string, reason: DiscardReason): void {
    if (this.bounced('throw')) return;
    const grams = roundGrams(balanceOf(this.bench.state, item));
    const name = this.bench.name(item);
    this.#book(undefined, {
      kind: 'discard',
      animal: this.bench.animal,
      from: item,
      reason,
      reading: { grams, how: 'model' }
    });
    if (!this.notice) this.notice = { kind: 'plain', text: `${name}: thrown away.` };
  }

  /** Takes one entry back, whoever booked it; shows the chain when others stand on it. */
  takeBack(entry: string): void {
    if (this.bounced('back')) return;
    const chain = dependants(this.bench.entries, entry);
    if (chain.length > 0) this.notice = { kind: 'chain', chain: [...chain, entry] };
    else this.voidAll([entry]);
  }

  #trimTo(to: Destination): void {
    const item = this.trimming;
    if (!item) return;
    const weight = this.weight(() => this.#trimTo(to));
    if (!weight) return;
    this.#book(
      weight,
      { kind: 'trim', animal: this.bench.animal, item, reading: asReading(weight), went: [{ to }] },
      () => (this.#task = undefined)
    );
  }

  /** Throws the reading away, with its reason. */
  discard(reason: DiscardReason): void {
    if (this.bounced('discard')) return;
    this.#discard(reason);
  }

  #discard(reason: DiscardReason): void {
    if (this.trimming) return this.#trimTo({ reason });
    if (this.row?.act.kind === 'off') return this.#takeOff(this.row.act.what, { reason });
    if (this.bench.work.focus?.kind === 'piece' && this.row?.act.kind === 'close')
      return this.#clearBoard({ reason });
    const from = this.bench.work.focus?.id;
    if (!from) return;
    const weight = this.weight(() => this.#discard(reason));
    if (weight)
      this.#book(weight, {
        kind: 'discard',
        animal: this.bench.animal,
        from,
        reason,
        reading: asReading(weight)
      });
  }

  /** The empty tub on the scale is this one: its weight comes off whenever it is weighed whole. */
  #tareTub(tub: TubKey): void {
    const weight = this.weight(() => this.#tareTub(tub));
    if (!weight) return;
    this.took(weight);
    this.tares = { ...this.tares, [tub]: weight.grams };
    this.keepTares(this.tares);
    this.notice = { kind: 'plain', text: `${TUBS[tub].name}: the empty tub is known now.` };
  }

  #weighTub(tub: TubKey): void {
    const seen = this.weight(() => this.#weighTub(tub));
    const own = this.tares[tub] ?? 0;
    // The scale's own tare comes first; a tub lighter than its tare is not this tub.
    const weight = seen && seen.tare === 0 && seen.grams >= own ? { ...seen, tare: roundGrams(own) } : seen;
    const from = this.bench.work.focus?.id;
    const beside = tub === 'offal' || tub === 'hide';
    if (weight)
      this.#book(weight, {
        kind: 'tub',
        animal: this.bench.animal,
        tub,
        ...(from && !beside ? { from } : {}),
        reading: asReading(weight)
      });
  }

  /** The whole animal at a stage; what it has lost since the weight before is dressing loss. */
  #weighStage(item: string, stage: 'dressed' | 'hanging'): void {
    const weight = this.weight(() => this.#weighStage(item, stage));
    if (weight)
      this.#book(weight, {
        kind: 'skin',
        animal: this.bench.animal,
        item,
        reading: { ...asReading(weight), stage }
      });
  }

  /** Organs or the hide, beside the hanging weight. */
  #weighBeside(tub: 'offal' | 'hide'): void {
    const weight = this.weight(() => this.#weighBeside(tub));
    if (weight)
      this.#book(weight, { kind: 'tub', animal: this.bench.animal, tub, reading: asReading(weight) });
  }

  /**
   * Says of the step in hand that it is done, passed over, or (glands) knowingly left; with what was found, where it
   * asks. A finding that opens a hold opens it in the same breath.
   */
  tick(how: 'done' | 'skipped' | 'left', answer?: string, at: WorkRow | undefined = this.row): void {
    this.bench.settle();
    const item = at && ('item' in at.act ? at.act.item : 'from' in at.act ? at.act.from : undefined);
    if (!at || !item || at.act.kind === 'close' || at.act.kind === 'open') return;
    // What asks for a weight is not done by saying so.
    if (how !== 'skipped' && at.act.kind !== 'say' && at.act.kind !== 'glands') return;
    const { animal } = this.bench;
    const found = at.act.kind === 'say' ? at.act.answers.find((a) => a.key === answer) : undefined;
    const held = under(this.bench.state.animals, animal)?.holds?.some((h) => h.why === found?.hold);
    // A tick each: what is said of one gland is not said of another.
    const { act } = at;
    const steps = act.kind === 'glands' ? act.keys.map((k) => glandTick(k, act.side)) : [at.key];
    const said = steps.map((step): Intent => ({
      kind: 'tick',
      animal,
      item,
      step,
      how,
      ...(found ? { answer: found.key } : {})
    }));
    this.#book(
      undefined,
      ...said,
      ...(found?.hold && !held
        ? [
            {
              kind: 'hold' as const,
              animal,
              why: found.hold,
              note: `${at.title}: ${found.name.toLowerCase()}`
            }
          ]
        : [])
    );
    this.#chosen = undefined;
    if (found?.means) this.notice = { kind: 'plain', text: found.means };
  }

  /** Passes the step in hand over; it stays in the list and may still be done. */
  skip(): void {
    if (this.bounced('skip')) return;
    const row = this.row;
    if (row) this.tick(row.act.kind === 'glands' ? 'left' : 'skipped', undefined, row);
  }

  /** The knife went into a muscle at the step in hand: said, and warned of there the next time. */
  gouge(): void {
    if (this.bounced('gouge')) return;
    const { row } = this;
    if (row?.act.kind !== 'take') return;
    const { from: item, cut } = row.act;
    this.#book(undefined, { kind: 'gouge', animal: this.bench.animal, item, step: row.key, cut });
    if (!this.notice)
      this.notice = {
        kind: 'plain',
        text: 'Stop. Back to the last white seam or bare bone. Weigh what is gouged out as scored.'
      };
  }

  /** Goes on with what lies open by another order of work. */
  goBy(item: string, by: string): void {
    this.#chosen = undefined;
    this.#book(undefined, { kind: 'school', animal: this.bench.animal, item, by });
  }

  /** True when a part may close: its glands were spoken of. Else says what is missing, with a knowing way past it. */
  #glandsSpoken(then: () => void): boolean {
    const open = this.bench.work.rows.some((r) => r.act.kind === 'glands' && !r.done);
    if (!open) return true;
    this.notice = {
      kind: 'plain',
      text: 'Its glands are not ticked: one of them spoils a whole batch of mince.',
      retryWords: 'Close it, they stay in',
      retry: () => {
        for (const stop of this.bench.work.rows.filter((r) => r.act.kind === 'glands' && !r.done))
          this.tick('left', undefined, stop);
        this.bench.settle();
        then();
      }
    };
    return false;
  }

  /** Weighs what is left as bare bone and closes what lies open. */
  close(): void {
    this.bench.settle();
    const item = this.bench.work.focus?.id;
    if (!item || !this.#glandsSpoken(() => this.close())) return;
    if (this.bench.work.focus?.kind === 'piece') return this.#clearBoard();
    // Nothing is left by the book: there is no bone to weigh.
    if (this.bench.left(item) === 0) return this.#closeByModel();
    const weight = this.weight(() => this.close());
    if (weight)
      this.#book(weight, {
        kind: 'close',
        animal: this.bench.animal,
        item,
        bone: asReading(weight),
        boneTo: 'discard',
        ...this.#glands(item)
      });
  }

  /** Closes by the model's bone, where there is no scale. */
  closeWithoutScale(): void {
    if (!this.bounced('close')) this.#closeByModel();
  }

  #closeByModel(): void {
    const { focus } = this.bench.work;
    const animal = under(this.bench.state.animals, this.bench.animal);
    if (!focus || !animal || !this.#glandsSpoken(() => this.#closeByModel())) return;
    const frame = this.bench.account?.frame?.expected.mean;
    const bone = isBody(focus) ? frame : expectedBone(this.bench.state, animal, focus)?.mean;
    const grams = roundGrams(Math.min(this.bench.left(focus.id), bone ?? 0));
    this.#book(undefined, {
      kind: 'close',
      animal: this.bench.animal,
      item: focus.id,
      ...(grams > 0 ? { bone: { grams, how: 'model' as const } } : {}),
      boneTo: 'discard',
      ...this.#glands(focus.id)
    });
  }

  /** What was said of its glands, as the closing keeps it. */
  #glands(item: string): { glands?: 'out' | 'left' } {
    const said = this.bench.glandsOf(item);
    return said ? { glands: said } : {};
  }

  /** Keeps the open part whole, on the bone, as one piece in the slow tub. */
  keepWhole(): void {
    const { focus } = this.bench.work;
    const cut = cutOf(wholeCutOf(focus?.cut));
    if (!focus || !cut || this.bounced('whole')) return;
    const left = this.bench.left(focus.id);
    const id = freshId();
    const { animal } = this.bench;
    this.#book(
      undefined,
      {
        kind: 'cut',
        animal,
        from: focus.id,
        reading: { grams: roundGrams(left), how: 'model' },
        creates: {
          kind: 'piece',
          id,
          cut: cut.key,
          place: { tub: 'slow' },
          boneIn: true,
          ...(focus.side ? { side: focus.side } : {})
        }
      },
      undefined,
      { kind: 'close', animal, item: focus.id, boneTo: 'discard', glands: 'left' }
    );
  }

  /** Lets an entry go that the book has refused or asked about: it was never booked, and is no longer shown as taken. */
  drop(id: string, asked: Doubted | undefined): void {
    void outbox.dismiss(id);
    this.lastTaken = undefined;
    this.notice = asked
      ? { kind: 'plain', text: 'Dropped. What stands in the book stays as it is.' }
      : undefined;
  }

  /** Takes back this device's newest entry; shows the chain when others stand on it. */
  undo(): void {
    if (this.bounced('undo')) return;
    const last = this.bench.lastOwn;
    if (!last) {
      this.notice = { kind: 'plain', text: 'This device has nothing to undo on this animal.' };
      return;
    }
    const chain = dependants(this.bench.entries, last.id);
    if (chain.length > 0) {
      this.notice = { kind: 'chain', chain: [...chain, last.id] };
      return;
    }
    this.voidAll([last.id]);
  }

  /** @param ids  what is taken back in one entry: the one that was asked for last, and what stands on it */
  voidAll(ids: readonly string[]): void {
    this.#task = undefined;
    this.#chosen = undefined;
    const entry = ids.at(-1);
    if (!entry) return;
    const chain = ids.slice(0, -1);
    this.#book(undefined, {
      kind: 'void',
      animal: this.bench.animal,
      entry,
      ...(chain.length > 0 ? { chain } : {})
    });
    if (!this.notice)
      this.notice = {
        kind: 'plain',
        text: ids.length === 1 ? 'Taken back.' : `${ids.length} entries taken back.`
      };
  }

  #book(weight: Weight | undefined, ...rest: (Intent | (() => void) | undefined)[]): void {
    const intents = rest.filter((r): r is Intent => typeof r === 'object');
    const then = rest.find((r): r is () => void => typeof r === 'function');
    const refusal = this.bench.book(...intents);
    this.#tone(refusal ? 'refused' : 'booked');
    if (refusal) {
      const [intent] = intents;
      const over =
        refusal.code === 'overdrawn' &&
        intent &&
        'acknowledged' in { acknowledged: undefined, ...intent } &&
        !isBoundary(refusal.item) &&
        (intent.kind === 'cut' || intent.kind === 'discard' || intent.kind === 'tub');
      if (refusal.code === 'doubt') {
        const { why } = refusal;
        this.notice = {
          kind: 'refused',
          refusal,
          retryWords: DOUBT_YES[why],
          leaveWords: DOUBT_NO[why],
          ...(why === 'loss' ? { correct: refusal.item } : {}),
          // A tub is lighter because what lies in it was trimmed, more often than because it dripped.
          ...(why === 'writeOff' && intent?.kind === 'tub' && refusal.grams > 0
            ? {
                also: {
                  words: 'Trimmed: silver, fat',
                  run: () => this.#book(weight, { ...intent, lost: 'silver' }, then)
                }
              }
            : {}),
          retry: () => this.#book(weight, ...intents.map((i) => assured(i, why)), then)
        };
        return;
      }
      this.notice = {
        kind: 'refused',
        refusal,
        ...(over && refusal.code === 'overdrawn' ? { correct: refusal.item } : {}),
        ...(over
          ? {
              retryWords: 'Rest unaccounted',
              retry: () => this.#book(weight, { ...intent, acknowledged: true } as Intent, then)
            }
          : {})
      };
      return;
    }
    this.took(weight);
    this.both = false;
    this.notice = undefined;
    then?.();
    this.#onBooked();
  }
}

/** The intent with one more question answered with yes. */
export const assured = (intent: Intent, why: Doubted): Intent => ({
  ...intent,
  sure: [...new Set([...(intent.sure ?? []), why])]
});

const asksNoWeight = ({ act }: WorkRow): boolean => act.kind === 'say' || act.kind === 'glands';
const tubOf = ({ act }: WorkRow): TubKey | undefined =>
  act.kind === 'take' && act.tub ? (act.tub as TubKey) : undefined;

/** Both sides of a pair as one row: one weight, and what both were expected to weigh. */
function bothOf(row: WorkRow, other: WorkRow | undefined): WorkRow {
  if (row.act.kind !== 'take' || !other) return row;
  const [a, b] = [row.expected, other.expected];
  const sum = a && b ? expected(a.mean + b.mean, a.relativeSd) : undefined;
  return {
    ...row,
    title: row.title.replace(/, (left|right)$/, ', both'),
    act: { ...row.act, side: 'both' },
    ...(sum ? { expected: sum } : {})
  };
}
