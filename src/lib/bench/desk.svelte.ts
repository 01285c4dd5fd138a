import { expectedFrame } from '$core/account';
import { isBody, type Intent, type IntentOf } from '$core/book';
import { cutOf, glandTick, type DiscardReason, type Side, type TrimSaid, type TubKey } from '$core/reference';
import { expectedBone, isQuestion, wholeCutOf, type BoneTo, type WorkRow } from '$core/bench';
import { expected } from '$core/yield';
import { roundGrams, under, type Grams } from '$core/units';
import { freshId } from '$lib/device/ids';
import { asReading } from './plate.svelte';
import { TubsDesk } from './tubs.svelte';

export type { Notice } from './plate.svelte';
export type { Task } from './booking.svelte';
export { assured } from './booking.svelte';

/** What is left of a part counts as its bone up to this much of what is expected of it. Own choice. */
const BONE_ABOUT = 1.3;

/** The bench as a person stands at it: the reading, the step in hand, and what each press means. */
export class Desk extends TubsDesk {
  /** Nobody weighs: each piece is taken at what is expected of it, and the tubs set it right. */
  follow = $state(false);
  /** Whether meat is trimmed before it is weighed in this house; undefined where nobody has said. */
  trimHabit: TrimSaid | undefined;
  /** The row in hand: the one chosen, else the first that is not done. */
  readonly row = $derived.by((): WorkRow | undefined => {
    const { rows, open } = this.bench.work;
    const row = rows.find((r) => r.key === this.chosen && !r.done) ?? open[0];
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
  /** The tub that one press takes to. */
  readonly suggested = $derived.by((): TubKey | undefined => {
    return this.row && this.#tubOf(this.row);
  });
  /** The tub that a plan in force sends a piece to, by cut and side; nothing where none does. */
  planned: (cut: string, side: Side | undefined) => TubKey | undefined = () => undefined;
  #tubOf(row: WorkRow): TubKey | undefined {
    const { act } = row;
    const side =
      act.kind === 'take' && act.side === 'both' ? 'left' : act.kind === 'take' ? act.side : undefined;
    return act.kind === 'take' && act.born === 'piece'
      ? (this.planned(act.cut, side) ?? tubOf(row))
      : tubOf(row);
  }

  protected override about(): string {
    const { task, row, byTub, taring } = this;
    return [this.bench.lastId, row?.key, task?.kind, task?.item, byTub, taring, this.both].join('|');
  }

  choose(key: string): void {
    this.disarm('step');
    this.bench.settle();
    this.chosen = key;
    this.inHand = undefined;
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
      return this.trimTo(this.silverTo() === 'stock' ? { tub: 'stock' } : { reason: 'silver' });
    if (this.task?.kind === 'reweigh') return this.reweigh(this.task.item);
    if (this.task?.kind === 'correct') return this.correct(this.task.item);
    if (this.task?.kind === 'split') return this.split(this.task.item, undefined);
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
      if (piece) return this.#take(piece, this.#tubOf(piece));
      this.notice = { kind: 'plain', text: 'This step asks for no weight. What was typed is still there.' };
      return;
    }
    // Without a scale only what can be expected is taken; what has to be seen on one is passed over.
    if (this.follow && this.typed === '' && /^(off|beside|stage)$/.test(row.act.kind))
      return this.tick('skipped');
    if (row.act.kind === 'open') return this.open(row.act.item);
    if (row.act.kind === 'glands') return this.tick('done');
    if (row.act.kind === 'say') return this.tick('done', row.act.answers[0]?.key);
    if (row.act.kind === 'stage') return this.#weighStage(row.act.item, row.act.stage);
    if (row.act.kind === 'beside') return this.#weighBeside(row.act.tub);
    if (row.act.kind === 'close') return this.close();
    if (row.act.kind === 'sample') return this.#sample(row.act.item, row.act.what);
    if (row.act.kind === 'off') return this.takeOff(row.act.what);
    this.#take(row, this.suggested);
  }

  /**
   * Lays a part open, or takes up what lies open: out of other hands, and what may bear the proof of sex, only
   * knowingly.
   */
  open(item: string, seen = false): void {
    const { animal, state, work } = this.bench;
    const isOpen = under(state.items, item)?.door === 'open';
    const held = work.rows.find((r) => r.act.kind === 'open' && r.act.item === item)?.held;
    if (held && !seen)
      this.notice = {
        kind: 'plain',
        text: `${held.hand} has it in hand, at ${held.device}. Ask before you take it.`,
        retryWords: 'Take it over',
        leaveWords: 'Leave it',
        retry: () => this.open(item, true)
      };
    else if (isOpen) this.book(undefined, { kind: 'claim', animal, item });
    else if (
      !seen &&
      under(state.items, item)?.cut === 'hindLeg' &&
      under(state.animals, animal)?.facts.proofOfSex === 'on'
    )
      this.notice = {
        kind: 'plain',
        text: 'The proof of sex was left on a hind quarter. Whoever asks for it must have seen it before it comes off.',
        retryWords: 'It may come off',
        leaveWords: 'Leave it on',
        retry: () => this.open(item, true)
      };
    else this.book(undefined, { kind: 'open', animal, item });
  }

  #sample(from: string, what: string): void {
    const weight = this.weight(() => this.#sample(from, what));
    if (weight)
      this.book(weight, {
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
    if (this.byTub && this.taring) return this.tareTub(tub);
    if (this.byTub) return this.weighTub(tub);
    if (this.trimming) return this.trimTo({ tub });
    if (this.task?.kind === 'split') return this.split(this.task.item, tub);
    if (this.row?.act.kind === 'off') return this.takeOff(this.row.act.what, { tub });
    if (this.bench.work.focus?.kind === 'piece' && this.row?.act.kind === 'close')
      return this.clearBoard({ tub });
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
    const weight = this.weight(() => this.#take(row, tub, after, trimsNow), this.#supposed(row));
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
    this.book(weight, intent, () => {
      this.lastTaken = { text: row.title, grams: weight.grams - weight.tare, expected: row.expected };
      after?.(id);
    });
  }

  /** What a piece should weigh, where nobody weighs and somebody knows; never more than is left of what it comes off. */
  #supposed({ act, expected: known }: WorkRow): Grams | undefined {
    if (!this.follow || !known || act.kind !== 'take') return undefined;
    return roundGrams(Math.max(1, Math.min(known.mean, this.bench.left(act.from))));
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
      this.#take(row, this.suggested, (item) => (this.inHand = { kind: 'trim', item }), true);
  }

  /** Throws the reading away, with its reason. */
  discard(reason: DiscardReason): void {
    if (this.bounced('discard')) return;
    this.#discard(reason);
  }

  #discard(reason: DiscardReason): void {
    if (this.trimming) return this.trimTo({ reason });
    if (this.row?.act.kind === 'off') return this.takeOff(this.row.act.what, { reason });
    if (this.bench.work.focus?.kind === 'piece' && this.row?.act.kind === 'close')
      return this.clearBoard({ reason });
    const from = this.bench.work.focus?.id;
    if (!from) return;
    const weight = this.weight(() => this.#discard(reason));
    if (weight)
      this.book(weight, {
        kind: 'discard',
        animal: this.bench.animal,
        from,
        reason,
        reading: asReading(weight)
      });
  }

  /** The whole animal at a stage; what it has lost since the weight before is dressing loss. */
  #weighStage(item: string, stage: 'dressed' | 'hanging'): void {
    const weight = this.weight(() => this.#weighStage(item, stage));
    if (weight)
      this.book(weight, {
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
      this.book(weight, { kind: 'tub', animal: this.bench.animal, tub, reading: asReading(weight) });
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
    this.book(
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
    this.chosen = undefined;
    if (found?.means) this.notice = { kind: 'plain', text: found.means };
  }

  /** Passes the step in hand over; it stays in the list and may still be done. */
  skip(): void {
    if (this.bounced('skip')) return;
    const row = this.row;
    if (row) this.tick(row.act.kind === 'glands' ? 'left' : 'skipped', undefined, row);
  }

  /** The knife went into a muscle at the step in hand, perhaps at a place: said, and warned of there the next time. */
  gouge(at?: { drawing: string; x: number; y: number }): void {
    if (this.bounced('gouge')) return;
    const { row } = this;
    if (row?.act.kind !== 'take') return;
    const { from: item, cut } = row.act;
    this.book(undefined, { kind: 'gouge', animal: this.bench.animal, item, step: row.key, cut, at });
    if (!this.notice)
      this.notice = {
        kind: 'plain',
        text: 'Stop. Back to the last white seam or bare bone. Weigh what is gouged out as scored.'
      };
  }

  /** Goes on with what lies open by another order of work. */
  goBy(item: string, by: string): void {
    this.chosen = undefined;
    this.book(undefined, { kind: 'school', animal: this.bench.animal, item, by });
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

  /** Weighs what is left as bare bone and closes what lies open; the bone goes to the waste unless said otherwise. */
  close(boneTo: BoneTo = 'discard'): void {
    this.bench.settle();
    const item = this.bench.work.focus?.id;
    if (!item || !this.#glandsSpoken(() => this.close(boneTo))) return;
    if (this.bench.work.focus?.kind === 'piece') return this.clearBoard();
    // Nothing is left by the book: there is no bone to weigh.
    if (this.bench.left(item) === 0 || (this.follow && this.typed === '')) return this.#closeByModel(boneTo);
    const weight = this.weight(() => this.close(boneTo));
    if (weight)
      this.book(weight, {
        kind: 'close',
        animal: this.bench.animal,
        item,
        bone: asReading(weight),
        boneTo,
        ...this.#glands(item),
        ...this.#trimmed()
      });
  }

  /** Closes by the model's bone, where there is no scale. */
  closeWithoutScale(): void {
    if (!this.bounced('close')) this.#closeByModel();
  }

  #closeByModel(boneTo: BoneTo = 'discard'): void {
    const { focus } = this.bench.work;
    const animal = under(this.bench.state.animals, this.bench.animal);
    if (!focus || !animal || !this.#glandsSpoken(() => this.#closeByModel(boneTo))) return;
    const frame = expectedFrame(this.bench.state, animal, this.bench.learned)?.mean;
    const bone = isBody(focus) ? frame : expectedBone(this.bench.state, animal, focus)?.mean;
    const left = this.bench.left(focus.id);
    // Where nobody weighs, a rest about as heavy as its bone is its bone: nothing was seen that is missing.
    const all = this.follow && bone !== undefined && left < bone * BONE_ABOUT;
    const grams = roundGrams(all ? left : Math.min(left, bone ?? 0));
    this.book(undefined, {
      kind: 'close',
      animal: this.bench.animal,
      item: focus.id,
      ...(grams > 0 ? { bone: { grams, how: 'model' as const } } : {}),
      boneTo,
      ...this.#glands(focus.id),
      ...this.#trimmed()
    });
  }

  /** Of the carcass, whether its meat was trimmed before it was weighed, as it was with the animal before. */
  #trimmed(): { meatTrimmed?: TrimSaid } {
    const { trimHabit } = this;
    return trimHabit && isBody(this.bench.work.focus) ? { meatTrimmed: trimHabit } : {};
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
    this.book(
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
}

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
