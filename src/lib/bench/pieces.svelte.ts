import { balanceOf, dependants, voidedIn, type Destination, type Doubted } from '$core/book';
import type { TubKey } from '$core/reference';
import { under } from '$core/units';
import { freshId } from '$lib/device/ids';
import { BoardDesk } from './board.svelte';
import type { Task } from './booking.svelte';
import { asReading } from './plate.svelte';

/** Pieces that are off already: trimmed, parted, weighed anew, taken back. */
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
    void this.bench.outbox.dismiss(id);
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
