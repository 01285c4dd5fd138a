import {
  balanceOf,
  classOf,
  dependants,
  voidedIn,
  type Destination,
  type Doubted,
  type Intent
} from '$core/book';
import { TUBS, TUB_OF_LETTER, type DiscardReason, type TubKey } from '$core/reference';
import { roundGrams, under } from '$core/units';
import { freshId } from '$lib/device/ids';
import { outbox } from '$lib/device/outbox.svelte';
import { BoardDesk } from './board.svelte';
import type { Task } from './booking.svelte';
import { asReading } from './plate.svelte';

/** Pieces that are off already: trimmed, parted, weighed anew, moved, thrown away, taken back. */
export abstract class PiecesDesk extends BoardDesk {
  /** What is being done to a piece that is off; nothing once it is gone. */
  readonly task = $derived.by((): Task | undefined => {
    const task = this.inHand;
    return task && balanceOf(this.bench.state, task.item) > 0 ? task : undefined;
  });
  /** The piece that is being trimmed, until it is weighed again. */
  get trimming(): string | undefined {
    return this.task?.kind === 'trim' ? this.task.item : undefined;
  }
  /** Takes a piece that is off in hand again. */
  take(kind: Task['kind'], item: string): void {
    this.disarm('step');
    this.bench.settle();
    this.inHand = { kind, item };
    this.notice = undefined;
    this.onBooked();
  }

  /** Lays the piece back as it is. */
  leaveTask(): void {
    this.disarm('step');
    this.inHand = undefined;
    this.onBooked();
  }

  /** Weighs a piece or part anew: lighter has dried, heavier is said with its way out. */
  protected reweigh(item: string): void {
    const weight = this.weight(() => this.reweigh(item));
    if (weight)
      this.book(
        weight,
        { kind: 'reweigh', animal: this.bench.animal, item, reading: asReading(weight) },
        () => (this.inHand = undefined)
      );
  }

  /** Sets the first weight of an item right: what came off it stays off, what is left changes. */
  protected correct(item: string): void {
    const { entries, state } = this.bench;
    const gone = voidedIn(entries);
    const bornIn = under(state.items, item)?.bornIn;
    // The newest whole weight of a carcass that was weighed more than once; else the one it was born with.
    const entry =
      entries.findLast((e) => e.intent.kind === 'skin' && e.intent.item === item && !gone.has(e.id))?.id ??
      bornIn;
    const weight = this.weight(() => this.correct(item));
    if (weight && entry)
      this.book(
        weight,
        { kind: 'correct', animal: this.bench.animal, entry, reading: asReading(weight) },
        () => (this.inHand = undefined)
      );
  }

  /** Parts a piece in two: what lies on the scale goes to a tub, the rest stays where it was. */
  protected split(item: string, tub: TubKey | undefined): void {
    const mother = under(this.bench.state.items, item);
    const weight = this.weight(() => this.split(item, tub));
    if (!weight || !mother?.place) return;
    const place = tub ? { tub } : mother.place;
    this.book(
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
      () => (this.inHand = undefined)
    );
  }

  /** Another use for a piece that lies in a tub already. */
  move(item: string, tub: TubKey): void {
    if (this.bounced('move')) return;
    this.book(undefined, { kind: 'place', animal: this.bench.animal, item, place: { tub } });
    if (!this.notice)
      this.notice = { kind: 'plain', text: `${this.bench.name(item)} lies in ${TUBS[tub].name} now.` };
  }

  /** Puts what lies out into a cold room, all of it at once. */
  chill(items: readonly string[], room: string, words: string): void {
    if (this.bounced('chill')) return;
    const { animal } = this.bench;
    this.book(
      undefined,
      ...items.map((item): Intent => ({ kind: 'place', animal, item, place: { at: room } }))
    );
    if (!this.notice) this.notice = { kind: 'plain', text: words };
  }

  /** Takes pieces out of the cold again, each to the tub of its letter; parts lie on the table. */
  bringOut(items: readonly string[]): void {
    if (this.bounced('bringOut')) return;
    const { animal, state } = this.bench;
    this.book(
      undefined,
      ...items.map((item): Intent => {
        const letter = classOf(state, item);
        const tub = letter === '-' || letter === 'X' ? undefined : TUB_OF_LETTER[letter];
        return { kind: 'place', animal, item, place: tub ? { tub } : { shelf: 'table' } };
      })
    );
    if (!this.notice)
      this.notice = { kind: 'plain', text: 'Out again: its minutes go on from where they stopped.' };
  }

  /** The other side, where a piece or part was booked as the wrong one. */
  turnSide(item: string): void {
    if (this.bounced('side')) return;
    const now = under(this.bench.state.items, item)?.side;
    const side = now === 'left' ? 'right' : 'left';
    this.book(undefined, { kind: 'place', animal: this.bench.animal, item, side });
    if (!this.notice) this.notice = { kind: 'plain', text: `${this.bench.name(item)} now.` };
  }

  /** Throws a piece away that is off already, all of it, with its reason. */
  throwAway(item: string, reason: DiscardReason): void {
    if (this.bounced('throw')) return;
    const grams = roundGrams(balanceOf(this.bench.state, item));
    const name = this.bench.name(item);
    this.book(undefined, {
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

  protected trimTo(to: Destination): void {
    const item = this.trimming;
    if (!item) return;
    const weight = this.weight(() => this.trimTo(to));
    if (!weight) return;
    this.book(
      weight,
      { kind: 'trim', animal: this.bench.animal, item, reading: asReading(weight), went: [{ to }] },
      () => (this.inHand = undefined)
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
    this.inHand = undefined;
    this.chosen = undefined;
    const entry = ids.at(-1);
    if (!entry) return;
    const chain = ids.slice(0, -1);
    this.book(undefined, {
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
}
