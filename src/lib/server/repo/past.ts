import { createHash } from 'node:crypto';
import { and, asc, eq, like, sql } from 'drizzle-orm';
import { canonical, type Draft, type Refusal } from '$core/book';
import { pastIntents, type PastAnimal } from '$core/past';
import type { Larder } from '../db/client';
import { animals, entries } from '../db/schema';
import { newId } from '../ids';
import type { BookRepository } from './book';

/** How entries that came from an old list are marked: by the device they came from. */
const MARK = 'list ';

/** An old list that stands in the book. */
export interface PastList {
  id: string;
  /** When it was taken in; milliseconds since the epoch. */
  made: number;
  animals: number;
  hand: string;
}

/** Why a list was not taken in or not taken back: at which of its animals. */
export type PastStop =
  | { code: 'refused'; row: number; refusal: Refusal }
  | { code: 'unknown' }
  /** It stands in the book already. */
  | { code: 'twice' }
  | { code: 'worked-on'; codes: string[] };

/** Old lists of animals: into the book whole, and back out whole. */
export class PastRepository {
  constructor(
    private readonly larder: Larder,
    private readonly book: BookRepository
  ) {}

  /** Books all of them in one transaction, or none. */
  async take(
    list: readonly PastAnimal[],
    { hand, here }: { hand: string; here: boolean }
  ): Promise<{ ok: true; id: string } | { ok: false; stop: PastStop }> {
    const id = newId();
    const mark = markOf(list);
    if ((await this.#standing(`${MARK}% ${mark}`)).length > 0) return { ok: false, stop: { code: 'twice' } };
    const rows: number[] = [];
    const drafts: Draft[] = list.flatMap((animal) =>
      pastIntents(animal, { animal: newId(), carcass: newId() }, here).map(({ intent, at }) => {
        rows.push(animal.row);
        return { id: newId(), at, hand, device: `${MARK}${id} ${mark}`, intent };
      })
    );
    const refused = await this.book.bookAll(drafts, false);
    if (!refused) return { ok: true, id };
    const { at, ...refusal } = refused;
    return { ok: false, stop: { code: 'refused', row: rows[at] ?? 0, refusal } };
  }

  /** Lists that stand in the book, the newest first. */
  async all(): Promise<PastList[]> {
    return (await this.#standing(`${MARK}%`))
      .map(({ device, hand, animals }) => {
        const [id = ''] = device.slice(MARK.length).split(' ');
        return { id, made: madeAt(id), animals, hand };
      })
      .sort((a, b) => b.made - a.made);
  }

  /** Lists with animals that stand, by how their entries are marked. */
  #standing(marked: string): Promise<{ device: string; hand: string; animals: number }[]> {
    return (
      this.larder.db
        .select({ device: entries.device, hand: entries.hand, animals: sql<number>`count(*)` })
        .from(entries)
        // What was taken back is no animal any more.
        .innerJoin(animals, eq(animals.id, entries.subject))
        .where(and(eq(entries.kind, 'intake'), like(entries.device, marked)))
        .groupBy(entries.device)
    );
  }

  /** Takes a list back whole: all its animals, or none where somebody has worked on one since. */
  async takeBack(
    id: string,
    hand: string
  ): Promise<{ ok: true; animals: number } | { ok: false; stop: PastStop }> {
    const intakes = await this.larder.db
      .select({ id: entries.id, subject: entries.subject, code: entries.code, device: entries.device })
      .from(entries)
      .where(and(eq(entries.kind, 'intake'), like(entries.device, `${MARK}${id} %`)))
      .orderBy(asc(entries.seq));
    const drafts: Draft[] = [];
    const codes: string[] = [];
    for (const intake of intakes) {
      const history = await this.book.history(intake.subject);
      const voided = new Set(history.flatMap(({ intent }) => (intent.kind === 'void' ? [intent.entry] : [])));
      if (voided.has(intake.id)) continue;
      const { device } = intake;
      const own = history.filter((entry) => entry.device === device);
      if (
        history.some(
          (entry) => entry.device !== device && !voided.has(entry.id) && entry.intent.kind !== 'void'
        )
      )
        codes.push(intake.code ?? '');
      const standing = own.filter((entry) => !voided.has(entry.id));
      drafts.push({
        id: newId(),
        at: Date.now(),
        hand,
        device: 'page',
        intent: {
          kind: 'void',
          animal: intake.subject,
          entry: intake.id,
          chain: standing.slice(1).map((entry) => entry.id)
        }
      });
    }
    if (drafts.length === 0) return { ok: false, stop: { code: 'unknown' } };
    if (codes.length > 0) return { ok: false, stop: { code: 'worked-on', codes } };
    const refused = await this.book.bookAll(drafts, false);
    if (!refused) return { ok: true, animals: drafts.length };
    const { at, ...refusal } = refused;
    return { ok: false, stop: { code: 'refused', row: at, refusal } };
  }
}

/** What says that two lists are one: their animals, as read. */
const markOf = (list: readonly PastAnimal[]): string =>
  createHash('sha256').update(canonical(list)).digest('hex').slice(0, 12);

/** When an id was made: its first 48 bits are milliseconds. */
const madeAt = (id: string): number => Number.parseInt(id.replace(/-/g, '').slice(0, 12), 16);
