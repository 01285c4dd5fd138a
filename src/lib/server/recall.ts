import type { Hold } from '$core/book';
import { shortCode, spaced } from '$core/wrap';
import { itemName } from '$core/account';
import { newId } from './ids';
import type { House } from './larder';
import type { Lying } from './repo/trace';

/** One line of a recall's list: what lies somewhere, or somebody who has it. */
export interface RecallRow {
  /** Where it is, or who has it. */
  where: string;
  kind: 'here' | 'given' | 'with' | 'eaten' | 'sample';
  what: string;
  code: string;
  grams: number;
}

/** A batch, lot or animal that a trace or a recall asks about. */
export interface Subject {
  id: string;
  kind: 'animal' | 'batch' | 'store' | 'equipment';
  name: string;
  holds: Hold[];
  condemned: boolean;
}

/** Beginning of a note by which somebody who has meat is ticked off. */
const REACHED = 'Recall, reached: ';

/** An animal by id or code, or a batch, lot or machine by id; undefined where there is none. */
export async function subjectNamed(house: House, asked: string): Promise<Subject | undefined> {
  const animal = await house.animals.find(asked);
  if (animal)
    return {
      id: animal.id,
      kind: 'animal',
      name: animal.code,
      holds: animal.record.holds ?? [],
      condemned: animal.held === 'condemned'
    };
  const card = await house.trace.pool(asked);
  if (!card) return undefined;
  const item = await house.trace.item(card.pool.id);
  return {
    id: card.pool.id,
    kind: card.pool.kind,
    name: item?.what ?? card.pool.what,
    holds: card.pool.holds ?? [],
    condemned: card.pool.condemned !== undefined
  };
}

/** How an entry names a subject. */
export const ofSubject = ({
  id,
  kind
}: Pick<Subject, 'id' | 'kind'>): { animal: string } | { pool: string } =>
  kind === 'animal' ? { animal: id } : { pool: id };

/** Everything that a recall takes, row by row: by whole batches, whoever's the grams are. */
export async function* recallRows(house: House, subject: string): AsyncGenerator<RecallRow> {
  const { trace } = house;
  const { places, vocabulary } = await house.settings.read();
  const named = new Map(places.map((p) => [p.key, p.name]));
  const touched = (await trace.recalled(subject)).map(({ pool }) => pool.id);
  const whereOf = (row: Lying): string => {
    if (row.party) return row.party;
    const place = row.item?.place;
    if (!place) return row.how === 'in' ? 'on the table' : row.how;
    if ('at' in place) return named.get(place.at) ?? place.at;
    if ('shelf' in place) return place.shelf;
    return 'person' in place ? place.person : `${place.tub} tub`;
  };
  // A thing has a row for each class of its grams, one after another: it is one thing.
  let open: { account: string; row: RecallRow } | undefined;
  for (let after = ''; ;) {
    const page = await trace.recall(subject, touched, after);
    for (const row of page.rows) {
      if (row.grams <= 0) continue;
      if (open?.account === row.account) {
        open.row.grams += row.grams;
        continue;
      }
      if (open) yield open.row;
      const { item } = row;
      const next: RecallRow = {
        where: whereOf(row),
        kind: row.how === 'in' ? 'here' : (row.how as RecallRow['kind']),
        what: item
          ? (item.what ?? itemName(item as Parameters<typeof itemName>[0], vocabulary))
          : row.account,
        code: item && item.kind === 'pack' ? spaced(shortCode(item.id)) : '',
        grams: row.grams
      };
      open = { account: row.account, row: next };
    }
    if (!page.next) break;
    after = page.next;
  }
  if (open) yield open.row;
}

/**
 * Holds a subject and every batch that it touched, in one transaction; those that are held so already stay.
 * @returns how many were held anew; or why nothing was
 */
export async function holdAll(
  house: House,
  subject: Subject,
  by: { hand: string; device: string; note: string }
): Promise<{ ok: true; held: number } | { ok: false; why: string }> {
  const touched = await house.trace.recalled(subject.id);
  const all: Subject[] = [
    subject,
    ...touched
      .filter(({ pool }) => pool.id !== subject.id)
      .map(({ pool }) => ({
        id: pool.id,
        kind: pool.kind,
        name: pool.what,
        holds: pool.holds ?? [],
        condemned: pool.condemned !== undefined
      }))
  ];
  const fresh = all.filter((s) => !s.condemned && !s.holds.some((h) => h.why === 'recall'));
  const refusal = await house.book.bookAll(
    fresh.map((s) => ({
      id: newId(),
      at: Date.now(),
      hand: by.hand,
      device: by.device,
      intent: { kind: 'hold', ...ofSubject(s), why: 'recall', note: by.note }
    })),
    false
  );
  return refusal ? { ok: false, why: refusal.code } : { ok: true, held: fresh.length };
}

/** Names of those who have been reached, by the notes of the subject. */
export async function reached(house: House, subject: Subject): Promise<Set<string>> {
  const names = await house.trace.notes(subject.id, REACHED);
  return new Set(names.map((text) => text.slice(REACHED.length)));
}
export const reachedNote = (party: string): string => `${REACHED}${party}`;

/** When the recall began, by its hold. */
export const begunAt = ({ holds }: Pick<Subject, 'holds'>): number | undefined =>
  holds.find((h) => h.why === 'recall')?.at;
