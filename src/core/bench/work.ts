import { balanceOf, isBody, stillOnItems, type BookedEntry, type BookState, type Item } from '$core/book';
import { WHOLE_OF_PART, cutOf, type Procedure, type Step, type TakeOff } from '$core/reference';
import { type Grams, under } from '$core/units';
import { partName } from '$core/account';
import { procedureOf } from './order';
import { type WorkRow, type BenchChoices, birthWeights, tableOf, rowOf, sameSide } from './row';

export interface Work {
  /** The carcass or part that lies open. */
  focus: Item | undefined;
  procedure: Procedure | undefined;
  rows: WorkRow[];
  /** The rows that are not done nor passed over, in order. */
  open: WorkRow[];
}

/** The piece that lies on the board; undefined while the board is clear. */
export const onBoard = (state: BookState, animal: string): Item | undefined =>
  Object.values(state.items).find(
    (i) => i.owner === animal && i.kind === 'piece' && i.door === 'open' && balanceOf(state, i.id) > 0
  );

/** The piece on the board, else the part that lies open, else the carcass, else nothing. */
export function focusOf(state: BookState, animal: string): Item | undefined {
  const piece = onBoard(state, animal);
  if (piece) return piece;
  const on = stillOnItems(state, animal);
  return on.find((i) => i.kind === 'part' && i.door === 'open') ?? on.find(isBody);
}

/** The rows of one item that lies open or waits, by its order of work. */
export function rowsOf(
  state: BookState,
  item: Item,
  weights: ReadonlyMap<string, Grams>,
  choices: BenchChoices = {}
): { procedure: Procedure | undefined; rows: WorkRow[] } {
  const animal = under(state.animals, item.owner);
  if (!animal) return { procedure: undefined, rows: [] };
  const procedure = procedureOf(state, item, choices);
  const table = tableOf(state, animal, weights, choices);
  if (!procedure)
    return {
      procedure,
      rows: [
        {
          key: 'bone',
          ...(item.kind === 'piece'
            ? {
                title: 'Off the board',
                doing: 'Lay it back on the scale: what is missing came off as silver.'
              }
            : { title: 'Bone', doing: 'Weigh the bare bone and close the part.' }),
          cautions: [],
          act: { kind: 'close', item: item.id },
          done: false
        }
      ]
    };
  const steps = withAdded(procedure.steps, choices.added ?? []);
  return { procedure, rows: steps.map((step) => rowOf(table, item, step)) };
}

/** Key of the step that a cut added for this once becomes. */
export const addedKey = ({ cut, side }: Pick<TakeOff, 'cut' | 'side'>): string =>
  `added-${cut}${side ? `-${side}` : ''}`;

/** The steps with cuts added for this once, before the one that closes; one that stands there already is not doubled. */
function withAdded(steps: readonly Step[], added: readonly TakeOff[]): readonly Step[] {
  const extra = added
    .filter((a) => !steps.some((s) => s.takes.some((t) => t.cut === a.cut && sameSide(t.side, a.side))))
    .map((take): Step => ({
      key: `added-${take.cut}${take.side ? `-${take.side}` : ''}`,
      title: `${cutOf(take.cut)?.names.plain ?? take.cut}${take.side && take.side !== 'both' ? `, ${take.side}` : ''}`,
      doing: 'Added to this order of work, for this once.',
      cautions: ['knife'],
      takes: [take]
    }));
  if (extra.length === 0) return steps;
  const end = steps.findIndex((s) => s.closes);
  const at = end < 0 ? steps.length : end;
  return [...steps.slice(0, at), ...extra, ...steps.slice(at)];
}

/**
 * The order of work for what lies open: the procedure's steps, each done or not, with what it should weigh; when nothing
 * lies open, the parts that wait on the table.
 */
export function workOf(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  choices: BenchChoices = {}
): Work {
  const focus = focusOf(state, animalId);
  if (!under(state.animals, animalId)) return { focus: undefined, procedure: undefined, rows: [], open: [] };
  const weights = birthWeights(history);
  const { procedure, rows } = focus
    ? rowsOf(state, focus, weights, choices)
    : { procedure: undefined, rows: [] as WorkRow[] };
  for (const part of stillOnItems(state, animalId)) {
    if (part.kind !== 'part' || part.door === 'open') continue;
    if (focus?.kind === 'part' || focus?.kind === 'piece') continue;
    const grams = weights.get(part.id) ?? balanceOf(state, part.id);
    rows.push({
      key: `open-${part.id}`,
      title: `Open: ${partName(part).toLowerCase()}`,
      doing: 'Lay it on the table. The order of work changes to its muscles.',
      cautions: ['temp'],
      act: { kind: 'open', item: part.id },
      done: false,
      weight: grams
    });
  }
  return { focus, procedure, rows, open: rows.filter((row) => !row.done && !row.skipped) };
}

/** The cut that a part becomes when it is kept whole on the bone; undefined where there is none. */
export const wholeCutOf = (part: string | undefined): string | undefined =>
  part ? under(WHOLE_OF_PART, part) : undefined;
