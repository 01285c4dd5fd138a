import { type BookedEntry, type Destination } from '$core/book';
import { SPECIES, TAKINGS, cutOf, type Taking, type TakingKey } from '$core/reference';
import { roundGrams, under } from '$core/units';
import { freshId } from '$lib/device/ids';
import { Booking } from './booking.svelte';
import { asReading, type Weight } from './plate.svelte';

/** A taking heavier than this share of the piece on the board is the piece itself. Own choice. */
const MOST_OFF = 0.4;

/** The board: what comes out of a piece that lies there, what it is parted into, and the rest. */
export abstract class BoardDesk extends Booking {
  /** Lays a piece that is off on the board: what comes out of it and what it is parted into are weighed there. */
  toBoard(item: string): void {
    if (this.bounced('board')) return;
    this.inHand = undefined;
    this.chosen = undefined;
    this.book(undefined, { kind: 'open', animal: this.bench.animal, item });
  }

  /** Where silver, sinew and soft bone go here; fat is kept where it is worth a tub. */
  private goes(what: TakingKey): Destination {
    const { reason, pot } = TAKINGS[what] as Taking;
    const species = under(this.bench.state.animals, this.bench.animal)?.facts.species;
    if (what === 'fat' && species && /^(boar|waterfowl)$/.test(SPECIES[species].group)) return { tub: 'fat' };
    return pot && this.silverTo() === 'stock' ? { tub: 'stock' } : { reason };
  }

  /** Weighs what was taken off or out of the piece on the board. */
  protected takeOff(what: TakingKey, to: Destination = this.goes(what)): void {
    const item = this.bench.work.focus?.id;
    const weight = this.weight(() => this.takeOff(what, to));
    if (!item || !weight) return;
    // Most of the piece is the piece, laid back.
    if (weight.grams - weight.tare > this.bench.left(item) * MOST_OFF) {
      this.notice = {
        kind: 'plain',
        text: 'That is most of the piece: is it back?',
        retryWords: 'Weigh it trimmed',
        retry: () => this.layBack(weight)
      };
      return;
    }
    const { animal } = this.bench;
    const off = asReading(weight);
    this.book(weight, { kind: 'trim', animal, item, off, what, went: [{ to }] }, () => {
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
    this.book(
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
  protected clearBoard(rest?: Destination): void {
    const { focus } = this.bench.work;
    if (!focus) return;
    const { animal } = this.bench;
    const silver = rest ?? this.goes('silver');
    if (this.parted)
      return this.book(undefined, {
        kind: 'close',
        animal,
        item: focus.id,
        boneTo: 'discard',
        rest: silver
      });
    const weight = this.weight(() => this.clearBoard(rest));
    if (weight) this.layBack(weight, silver);
  }

  /** The piece back on the scale: what is missing came off as silver, and the board is clear. */
  private layBack(weight: Weight, to: Destination = this.goes('silver')): void {
    const item = this.bench.work.focus?.id;
    const { animal } = this.bench;
    if (item)
      this.book(
        weight,
        { kind: 'trim', animal, item, reading: asReading(weight), went: [{ to }] },
        { kind: 'close', animal, item, boneTo: 'discard' }
      );
  }

  /** Weighs the piece on the board trimmed, whatever step is in hand. */
  weighTrimmed(): void {
    if (this.bounced('trimmed')) return;
    const weight = this.weight(() => this.weighTrimmed());
    if (weight) this.layBack(weight);
  }

  /** Takes the piece off the board as it is. */
  offBoard(): void {
    const { focus } = this.bench.work;
    if (focus?.kind !== 'piece' || this.bounced('offBoard')) return;
    this.book(undefined, {
      kind: 'close',
      animal: this.bench.animal,
      item: focus.id,
      boneTo: 'discard'
    });
  }
}
