import { hangingKept, yieldFacts } from '$core/account';
import { sheetOf, tenderNow, type BenchChoices, type SheetRow } from '$core/bench';
import { balanceOf, tubId, type BookState, type BookedEntry, type Item } from '$core/book';
import {
  SPECIES,
  TUB_OF_LETTER,
  boneShareOf,
  cutOf,
  type ClassKey,
  type PlanUse,
  type TubKey
} from '$core/reference';
import { expectAnimal, expectCut, keptByTrim, rescaled, type Expectation, type Expected } from '$core/yield';
import { under } from '$core/units';
import type { Muscle } from './muscle';

/** What a tub leaves open of what lies in it. */
const OPEN: Partial<Record<TubKey, readonly PlanUse[]>> = {
  prime: ['steak', 'strips', 'roast', 'cubed', 'whole'],
  slow: ['roast', 'braise', 'stew', 'whole'],
  jerky: ['jerky', 'strips', 'cubed'],
  grind: ['grind', 'stew']
};

/** The one use that a tub stands for. */
const STANDS_FOR: Partial<Record<TubKey, PlanUse>> = { jerky: 'jerky', grind: 'grind' };
const bookedIn = (tub: TubKey): { booked?: PlanUse } => {
  const use = STANDS_FOR[tub];
  return use ? { booked: use } : {};
};

/** A muscle with where it stands in the book. */
export interface BookMuscle extends Muscle {
  /** The piece, or the tub, that it lies as; absent while it is on the animal. */
  item?: string;
  /** The tub that it lies in. */
  tub?: TubKey;
  /** Bone ÷ weight of the piece as it comes off; absent where it holds none. */
  bone?: number;
}

/** The same as somebody reads it. */
export interface NamedMuscle extends BookMuscle {
  name: string;
}

/** A muscle’s name in plans and pins: the same before and after it was cut. */
export const muscleId = (animal: string, cut: string, side: string | undefined): string =>
  `${animal}|${cut}|${side ?? ''}`;

/** What a muscle’s name says; undefined where it is none. A second piece of the same cut and side has no place of its own. */
export function readMuscleId(id: string): { animal: string; cut: string; side: string } | undefined {
  const [animal, cut, side, ...more] = id.split('|');
  return animal && cut && side !== undefined && more.length === 0 && !side.includes('#')
    ? { animal, cut, side }
    : undefined;
}

/**
 * The muscles of an animal as a plan reckons with them, boneless and trimmed: what lies in the tubs, fixed as far as its tub
 * is decided; and what is still on, at what is expected of it.
 * @param ageing  ageing index 0 … 1 by now; 0 where nobody knows
 */
export function musclesOf(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  choices: BenchChoices = {},
  ageing = 0
): BookMuscle[] {
  const animal = under(state.animals, animalId);
  if (!animal) return [];
  const facts = yieldFacts(animal.facts);
  const expectation = expectAnimal(facts, choices.learned);
  const kept = keptByTrim(expectation);
  // Nobody dries a boar.
  const never = SPECIES[facts.species].group === 'boar' ? { never: ['jerky'] as const } : {};
  const used = new Map<string, number>();
  const idOf = (cut: string, side: string | undefined) => {
    const id = muscleId(animalId, cut, side);
    const n = (used.get(id) ?? 0) + 1;
    used.set(id, n);
    return n > 1 ? `${id}#${n}` : id;
  };
  const tenderOf = (cut: string): number => {
    const now = tenderNow(cut, animal.facts, ageing);
    const base = cutOf(cut)?.tenderness;
    return now !== undefined && base ? now / base : 1;
  };
  const lying = Object.values(state.items).flatMap((item) => lyingOf(state, item, animalId, kept));
  return [
    ...lying.map(({ cut, side, ...rest }) => ({
      id: idOf(cut, side),
      animal: animalId,
      cut,
      ...(side ? { side } : {}),
      tender: tenderOf(cut),
      relativeSd: 0,
      ...never,
      ...rest
    })),
    ...expectedRows(state, animalId, history, choices).flatMap(
      ({ cut, side, expected, boneIn }): BookMuscle[] => {
        const known = cutOf(cut);
        if (!known) return [];
        const bone = boneIn ? boneShareOf(known, SPECIES[facts.species].group) : 0;
        return [
          {
            id: idOf(cut, side),
            animal: animalId,
            cut,
            ...(side ? { side } : {}),
            grams: expected.mean * (1 - bone) * kept * unshot(expectation, known.of, side),
            relativeSd: expected.relativeSd,
            tender: tenderOf(cut),
            ...(bone > 0 ? { bone } : {})
          }
        ];
      }
    )
  ].filter((m) => m.grams >= 1);
}

/** What the shot has left of a part’s meat, or of one side’s, a share. */
function unshot(
  { parts, softTissue, cleanRatio, trimLoss }: Expectation,
  key: string,
  side: Still['side']
): number {
  const part = parts.find((p) => p.key === key);
  const clean = part ? (part.share * (1 - part.bone) * cleanRatio * (1 - trimLoss)) / softTissue : 0;
  if (!part || clean <= 0) return 1;
  const own = side === 'left' || side === 'right' ? part.bonelessSides?.[side] : undefined;
  return Math.min(1, own ? own.mean / (clean / 2) : part.boneless.mean / clean);
}

/** A piece that lies in a tub, or what lies loose in one. */
function lyingOf(state: BookState, item: Item, animal: string, kept: number) {
  if (item.owner !== animal) return [];
  if (item.kind === 'tub') {
    const tub = item.tub;
    const among = tub && OPEN[tub];
    const loose = tub ? balanceOf(state, tubId(tub, animal)) : 0;
    return tub && among && loose > 0
      ? [
          {
            cut: 'legTrim',
            side: undefined,
            grams: loose * (item.trimmed ? 1 : kept),
            item: item.id,
            tub,
            among,
            ...bookedIn(tub)
          }
        ]
      : [];
  }
  if (item.kind !== 'piece' || !item.cut || !item.place || !('tub' in item.place)) return [];
  const letters = Object.entries(under(state.balances, item.id) ?? {}) as [ClassKey, number][];
  const letter = letters.sort((a, b) => b[1] - a[1])[0]?.[0];
  const tub = letter && letter !== 'X' && letter !== '-' ? TUB_OF_LETTER[letter] : undefined;
  const among = tub && OPEN[tub];
  const grams = balanceOf(state, item.id) * (1 - (item.boneShare ?? 0)) * (item.trimmed ? 1 : kept);
  if (!tub || !among || grams <= 0) return [];
  return [
    {
      cut: item.cut,
      side: item.side,
      grams,
      item: item.id,
      tub,
      among,
      ...bookedIn(tub),
      ...(item.boneShare ? { bone: item.boneShare } : {})
    }
  ];
}

interface Still {
  cut: string;
  side: SheetRow['side'];
  expected: Expected;
  boneIn: boolean;
}

/** What is still on, cut by cut, with the scraps of what is opened. */
function expectedRows(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  choices: BenchChoices
): Still[] {
  const sheet = sheetOf(state, animalId, history, choices);
  const animal = under(state.animals, animalId);
  const out: Still[] = [];
  /** What comes off one thing that lies open, no more than is left of it. */
  const add = (rows: readonly SheetRow[], item: string | undefined) => {
    const sum = rows.reduce((all, row) => all + (row.expected?.mean ?? 0), 0);
    const share = item === undefined || sum <= 0 ? 1 : Math.min(1, balanceOf(state, item) / sum);
    for (const { kind, cut, side, expected, boneIn, tub } of rows)
      if (kind === 'piece' && cut && expected && tub && OPEN[tub])
        out.push({ cut, side, expected: rescaled(expected, expected.mean * share), boneIn: boneIn ?? false });
    return share;
  };
  const body = sheet.body;
  // What comes off the body as a part is opened later: its share of what is left goes on to its pieces.
  const ofBody = body ? add(body.rows, body.item) : 1;
  const shares = sheet.parts.map((part) =>
    part.item === undefined
      ? (add(
          part.rows.map((row) => ({
            ...row,
            ...(row.expected ? { expected: rescaled(row.expected, row.expected.mean * ofBody) } : {})
          })),
          undefined
        ),
        ofBody)
      : add(part.rows, part.item)
  );
  if (!animal) return out;
  const facts = yieldFacts(animal.facts);
  const hanging = hangingKept(state, animal);
  // Scraps are no step of an order of work; they come off with it all the same.
  for (const [i, part] of sheet.parts.entries()) {
    const scraps = part.cut === 'hindLeg' ? 'legTrim' : part.cut === 'shoulder' ? 'shoulderTrim' : undefined;
    if (!scraps || out.some((row) => row.cut === scraps && row.side === part.side)) continue;
    const expected = expectCut(facts, scraps, {
      side: part.side,
      ...(part.expected ? { partGrams: part.expected.mean } : { hanging })
    });
    const share = shares[i] ?? 1;
    if (expected && share > 0)
      out.push({
        cut: scraps,
        side: part.side,
        expected: rescaled(expected, expected.mean * share),
        boneIn: false
      });
  }
  return out;
}
