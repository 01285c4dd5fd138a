import { balanceOf, isBody, stillOnItems, type BookedEntry, type BookState, type Item } from '$core/book';
import { WHOLE_OF_PART, cutOf, type Procedure, type Step, type TakeOff } from '$core/reference';
import { type Grams, under } from '$core/units';
import { itemName } from '$core/account';
import { procedureOf } from './order';
import { claimsOf, standingOf, type Claim, type Seat } from './claims';
import { type WorkRow, type BenchChoices, birthWeights, tableOf, rowOf, sameSide } from './row';

export interface Work {
  /** The carcass or part that lies open. */
  focus: Item | undefined;
  procedure: Procedure | undefined;
  rows: WorkRow[];
  /** The rows that are not done nor passed over, in order. */
  open: WorkRow[];
}

/** The pieces that lie on a board; none while the boards are clear. */
const openPieces = (state: BookState, animal: string): Item[] =>
  Object.values(state.items).filter(
    (i) => i.owner === animal && i.kind === 'piece' && i.door === 'open' && balanceOf(state, i.id) > 0
  );

/**
 * The piece on the board, else the part that lies open, else the carcass, else nothing: what is in hand at a seat first,
 * then what is in nobody's; never what another device has in hand, or what was laid down.
 * @param claims  who has what in hand; without them whatever lies open is as good as in hand
 */
export function focusOf(
  state: BookState,
  animal: string,
  claims: ReadonlyMap<string, Claim> = new Map(),
  seat?: Seat
): Item | undefined {
  const on = stillOnItems(state, animal);
  const open = [...openPieces(state, animal), ...on.filter((i) => i.kind === 'part' && i.door === 'open')];
  const at = (standing: string) => open.find((i) => standingOf(i, claims, seat) === standing);
  return at('mine') ?? at('free') ?? on.find(isBody);
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
  const steps = withAdded(procedure.steps, choices.added?.get(item.id) ?? []);
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
  const claims = claimsOf(history);
  const focus = focusOf(state, animalId, claims, choices.seat);
  if (!under(state.animals, animalId)) return { focus: undefined, procedure: undefined, rows: [], open: [] };
  const weights = birthWeights(history);
  const { procedure, rows } = focus
    ? rowsOf(state, focus, weights, choices)
    : { procedure: undefined, rows: [] as WorkRow[] };
  if (focus?.kind === 'part' || focus?.kind === 'piece')
    return { focus, procedure, rows, open: rows.filter(isAhead) };
  for (const part of [
    ...stillOnItems(state, animalId).filter((i) => i.kind === 'part'),
    ...openPieces(state, animalId)
  ]) {
    const isOpen = part.door === 'open';
    const holder = isOpen ? claims.get(part.id) : undefined;
    const held = holder && standingOf(part, claims, choices.seat) === 'elsewhere' ? holder : undefined;
    const name = itemName(part, choices.vocabulary ?? 'plain');
    rows.push({
      key: `open-${part.id}`,
      title: held ? `${name}: ${held.hand} has it` : `${isOpen ? 'Go on' : 'Open'}: ${name.toLowerCase()}`,
      doing: held
        ? `In hand at ${held.device}.`
        : 'Lay it on the table. The order of work changes to its muscles.',
      cautions: ['temp'],
      act: { kind: 'open', item: part.id },
      done: false,
      ...(held ? { held } : {}),
      weight: weights.get(part.id) ?? balanceOf(state, part.id)
    });
  }
  return { focus, procedure, rows, open: rows.filter(isAhead) };
}

/** Still to be done here: not passed over, and not in other hands. */
export const isAhead = (row: WorkRow): boolean => !row.done && !row.skipped && !row.held;

/** The cut that a part becomes when it is kept whole on the bone; undefined where there is none. */
export const wholeCutOf = (part: string | undefined): string | undefined =>
  part ? under(WHOLE_OF_PART, part) : undefined;
