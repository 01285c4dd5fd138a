import { under } from '$core/units';
import {
  isBody,
  stillOnItems,
  type BookState,
  type BookedEntry,
  type Destination,
  type Intent
} from '$core/book';
import { PART_NAMES, SPECIES, cutOf, procedureFor, type Side, type TubKey } from '$core/reference';
import { expectCut, type Expected } from '$core/yield';
import type { Grams } from '$core/units';
import { hangingKept, yieldFacts } from '$core/account';
import { partName } from '$core/account';
import { birthWeights, expectedBone, type BenchChoices, type WorkRow } from './row';
import { procedureOf } from './order';
import { rowsOf } from './work';

/** A line of the bench sheet: something to weigh, with a blank to write into. */
export interface SheetRow {
  /** Name of its blank, the same in print and in the form. */
  id: string;
  title: string;
  tub?: TubKey;
  expected?: Expected;
  kind: 'part' | 'piece' | 'bone';
  cut?: string;
  side?: Side;
  boneIn?: boolean;
}

/** A part with its muscles: lying on the table, or still to come off. */
export interface SheetPart {
  id: string;
  title: string;
  cut: string;
  side?: Side;
  /** The part's own item, once it is off. */
  item?: string;
  expected?: Expected;
  /** Glands and vessels to tick. */
  glands: boolean;
  rows: SheetRow[];
}

export interface Sheet {
  /** What comes off the carcass or lot, and its bare frame. */
  body?: { item: string; rows: SheetRow[] };
  parts: SheetPart[];
}

const tubOf = (cut: string): TubKey => (cutOf(cut)?.tub as TubKey | null) ?? 'grind';

/** What is still to weigh of an animal, as a sheet to print and to type in afterwards. */
export function sheetOf(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  choices: BenchChoices = {}
): Sheet {
  const animal = under(state.animals, animalId);
  if (!animal) return { parts: [] };
  const weights = birthWeights(history);
  const on = stillOnItems(state, animalId);
  const body = on.find(isBody);
  const sheet: Sheet = { parts: [] };
  for (const item of on.filter((i) => i.kind === 'part'))
    sheet.parts.push({
      id: item.id,
      item: item.id,
      title: partName(item),
      cut: item.cut ?? '',
      ...(item.side ? { side: item.side } : {}),
      glands: procedureOf(state, item, choices)?.steps.some((s) => s.glands) ?? false,
      rows: [
        ...rowsOf(state, item, weights, choices).rows.flatMap((row) => rowOf(row, item.id)),
        boneRow(item.id, expectedBone(state, animal, item))
      ]
    });
  if (!body) return sheet;
  const rows = rowsOf(state, body, weights, choices).rows;
  sheet.body = { item: body.id, rows: rows.flatMap((row) => rowOf(row, 'body')) };
  const close = rows.find((r) => r.act.kind === 'close');
  sheet.body.rows.push({ ...boneRow('body', close?.expected), title: 'Bare frame' });
  const facts = yieldFacts(animal.facts);
  const { group } = SPECIES[animal.facts.species];
  const hanging = hangingKept(state, animal);
  for (const row of sheet.body.rows) {
    if (row.kind !== 'part' || !row.cut) continue;
    const procedure = procedureFor({ part: row.cut, group, hanging, orders: choices.orders ?? [] });
    const id = `${row.cut}-${row.side ?? 'both'}`;
    const partGrams = row.expected?.mean;
    sheet.parts.push({
      id,
      title: `${under(PART_NAMES, row.cut) ?? row.cut}${row.side ? `, ${row.side}` : ''}`,
      cut: row.cut,
      ...(row.side ? { side: row.side } : {}),
      ...(row.expected ? { expected: row.expected } : {}),
      glands: procedure?.steps.some((s) => s.glands) ?? false,
      rows: [
        ...(procedure?.steps ?? []).flatMap((step): SheetRow[] => {
          const [take] = step.takes;
          const cut = cutOf(take?.cut);
          if (!take || !cut) return [];
          const expect = partGrams === undefined ? undefined : expectCut(facts, take.cut, { partGrams });
          return [
            {
              id: `${id}:${step.key}`,
              title: cut.names[choices.vocabulary ?? 'plain'],
              kind: 'piece',
              cut: take.cut,
              tub: tubOf(take.cut),
              boneIn: cut.boneIn ?? false,
              ...(row.side ? { side: row.side } : {}),
              ...(expect ? { expected: expect } : {})
            }
          ];
        }),
        boneRow(id, undefined)
      ]
    });
  }
  return sheet;
}

const boneRow = (id: string, expected: Expected | undefined): SheetRow => ({
  id: `${id}:bone`,
  title: 'Bare bone',
  kind: 'bone',
  ...(expected ? { expected } : {})
});

function rowOf(row: WorkRow, id: string): SheetRow[] {
  const { act } = row;
  if (act.kind !== 'take' || row.done) return [];
  return [
    {
      id: `${id}:${row.key}`,
      title: row.title,
      kind: act.born,
      cut: act.cut,
      boneIn: act.boneIn,
      ...(act.born === 'piece' ? { tub: tubOf(act.cut) } : {}),
      ...(act.side ? { side: act.side } : {}),
      ...(row.expected ? { expected: row.expected } : {})
    }
  ];
}

/** Name of the second blank of a piece: what it weighs trimmed. */
export const trimmedId = (id: string): string => `${id}:trimmed`;

/** A blank that cannot be booked as it was filled in. */
export interface SheetFault {
  id: string;
  fault: 'part-first' | 'nothing' | 'trimmed-heavier';
}

export interface SheetFilled {
  /** Grams by blank; what was left empty is not there. */
  grams: ReadonlyMap<string, Grams>;
  /** Parts whose glands were ticked as out. */
  glandsOut: ReadonlySet<string>;
  /** Where silver goes here; thrown away without. */
  silver?: Destination;
}

/**
 * A filled sheet as entries of the book, in an order that the book can take: parts and pieces off the carcass, each part
 * opened, its muscles, its bone, and the frame last.
 * @param freshId  a new id a call
 * @returns the intents with the blank each came from, or the blanks that cannot stand
 */
export function entriesOfSheet(
  sheet: Sheet,
  animal: string,
  { grams, glandsOut, silver = { reason: 'silver' } }: SheetFilled,
  state: BookState,
  freshId: () => string
): { ok: true; intents: { id: string; intent: Intent }[] } | { ok: false; faults: SheetFault[] } {
  const intents: { id: string; intent: Intent }[] = [];
  const faults: SheetFault[] = [];
  const born = new Map<string, string>();
  const reading = (value: Grams) => ({ grams: value, how: 'typed' as const });
  const came = (row: SheetRow): Grams | undefined => grams.get(row.id) ?? grams.get(trimmedId(row.id));
  /** A piece as it came off, and trimmed after; what was weighed trimmed only is born so. */
  const take = (row: SheetRow, from: string, value: Grams): string => {
    const id = freshId();
    const side = row.side ? { side: row.side } : {};
    const creates =
      row.kind === 'part'
        ? { kind: 'part' as const, id, cut: row.cut as 'hindLeg', ...side }
        : {
            kind: 'piece' as const,
            id,
            cut: row.cut ?? '',
            place: { tub: row.tub ?? ('grind' as TubKey) },
            ...side,
            ...(row.boneIn ? { boneIn: true } : {}),
            ...(grams.has(row.id) ? {} : { trimmed: true as const })
          };
    intents.push({ id: row.id, intent: { kind: 'cut', animal, from, creates, reading: reading(value) } });
    const after = row.kind === 'piece' && grams.has(row.id) ? grams.get(trimmedId(row.id)) : undefined;
    if (after !== undefined && after > value) faults.push({ id: row.id, fault: 'trimmed-heavier' });
    else if (after !== undefined && after < value)
      intents.push({
        id: row.id,
        intent: { kind: 'trim', animal, item: id, reading: reading(after), went: [{ to: silver }] }
      });
    return id;
  };
  const { body } = sheet;
  for (const row of body?.rows ?? []) {
    const value = came(row);
    if (!body || value === undefined || row.kind === 'bone') continue;
    const id = take(row, body.item, value);
    if (row.kind === 'part') born.set(`${row.cut}-${row.side ?? 'both'}`, id);
  }
  for (const part of sheet.parts) {
    const filled = part.rows.filter((row) => came(row) !== undefined);
    const item = part.item ?? born.get(part.id);
    const [first] = filled;
    if (!first) continue;
    if (!item) {
      faults.push({ id: first.id, fault: 'part-first' });
      continue;
    }
    if (under(state.items, item)?.door !== 'open')
      intents.push({ id: part.id, intent: { kind: 'open', animal, item } });
    const glands = glandsOut.has(part.id);
    if (glands)
      intents.push({ id: part.id, intent: { kind: 'tick', animal, item, step: 'glands', how: 'done' } });
    for (const row of filled) {
      const value = came(row);
      if (value !== undefined && row.kind !== 'bone') take(row, item, value);
    }
    const bone = grams.get(`${part.id}:bone`);
    if (bone !== undefined)
      intents.push({
        id: `${part.id}:bone`,
        intent: {
          kind: 'close',
          animal,
          item,
          bone: reading(bone),
          boneTo: 'discard',
          ...(part.glands ? { glands: glands ? 'out' : 'left' } : {})
        }
      });
  }
  const frame = grams.get('body:bone');
  if (body && frame !== undefined)
    intents.push({
      id: 'body:bone',
      intent: { kind: 'close', animal, item: body.item, bone: reading(frame), boneTo: 'discard' }
    });
  if (faults.length > 0) return { ok: false, faults };
  if (intents.length === 0) return { ok: false, faults: [{ id: '', fault: 'nothing' }] };
  return { ok: true, intents };
}
