import { isBody, type Animal, type BookState, type Item } from '$core/book';
import {
  SPECIES,
  STAGES,
  finishOf,
  procedureFor,
  proceduresFor,
  type Open,
  type Procedure,
  type Stage
} from '$core/reference';
import { under } from '$core/units';
import { stageFigures } from '$core/account';
import { type BenchChoices, tableOf, rowOf } from './row';

/** How far a whole animal has come: its newest weight's stage, or one whose weighing was passed over. */
export function stageOf(animal: Animal, body: Item): Stage {
  const weighed = animal.marks.findLast((m) => m.item === body.id && m.reading.stage)?.reading.stage;
  const passed = (['hanging', 'dressed'] as const).find((s) => body.ticks?.[s]?.how === 'skipped');
  const rank = (stage: Stage | undefined) => (stage ? STAGES.indexOf(stage) : -1);
  return (rank(passed) > rank(weighed) ? passed : weighed) ?? 'hanging';
}

/** The ways to go on with an item that lies open; the usual one first. */
export function proceduresOn(state: BookState, item: Item, orders: readonly Procedure[]): Procedure[] {
  if (item.kind === 'piece') return [];
  const open = openOf(state, item, orders);
  return open ? proceduresFor(open) : [];
}

/** The card of a piece on the board; one without a card is weighed and laid back. */
const cardOf = (state: BookState, item: Item, orders: readonly Procedure[]): Procedure | undefined => {
  const species = under(state.animals, item.owner)?.facts.species;
  return species && finishOf(item.cut, SPECIES[species].group, orders);
};

function openOf(state: BookState, item: Item, orders: readonly Procedure[]): Open | undefined {
  const animal = under(state.animals, item.owner);
  if (!animal) return undefined;
  const { group } = SPECIES[animal.facts.species];
  const body = isBody(item);
  const hanging = stageFigures(state, animal).hanging?.grams;
  return {
    group,
    orders,
    ...(body ? { stage: stageOf(animal, item) } : { part: item.cut ?? '' }),
    ...(hanging === undefined ? {} : { hanging })
  };
}

/** The order of work of one item: by the book, unless whoever works has chosen otherwise. */
export function procedureOf(state: BookState, item: Item, choices: BenchChoices = {}): Procedure | undefined {
  if (item.kind === 'piece') return cardOf(state, item, choices.orders ?? []);
  const open = openOf(state, item, choices.orders ?? []);
  const wanted = choices.procedures?.get(item.id) ?? item.school;
  if (!open) return undefined;
  const chosen = asideDone(state, item, wanted, choices) ? undefined : wanted;
  return begunBefore(state, item, open, chosen, choices) ?? procedureFor(open, chosen);
}

/** What was done beside the way is done: the usual order goes on. */
function asideDone(state: BookState, item: Item, chosen: string | undefined, choices: BenchChoices): boolean {
  const order = choices.orders?.find((p) => p.key === chosen);
  const animal = under(state.animals, item.owner);
  if (!order?.aside || !animal) return false;
  const table = tableOf(state, animal, new Map(), choices);
  return order.steps.map((step) => rowOf(table, item, step)).every((r) => r.done || r.skipped);
}

/** Steps that stand in many orders of work and say nothing of which was begun. */
const SHARED = ['gate', 'setup', 'ready'];

/** Dressing or skinning that was begun and not ended, though its weight has been taken: a hide still to weigh. */
function begunBefore(
  state: BookState,
  item: Item,
  open: Open,
  chosen: string | undefined,
  choices: BenchChoices
): Procedure | undefined {
  const { stage, group } = open;
  if (!isBody(item) || !item.ticks || !stage) return undefined;
  const all = Object.fromEntries((choices.orders ?? []).map((p) => [p.key, p]));
  const order = chosen && under(all, chosen);
  if (order && !order.from) return undefined;
  if (Object.values(state.items).some((i) => i.from === item.id)) return undefined;
  const animal = under(state.animals, item.owner);
  if (!animal) return undefined;
  const table = tableOf(state, animal, new Map(), choices);
  const usual = (procedureFor(open, chosen)?.steps ?? []).map((s) => s.key);
  const ticked = (p: Procedure) =>
    p.steps
      .map((s) => s.key)
      .filter((key) => !SHARED.includes(key) && !usual.includes(key) && under(item.ticks, key) !== undefined);
  const late = (p: Procedure) => Math.max(-1, ...(p.from ?? []).map((s) => STAGES.indexOf(s)));
  const begun = Object.values(all)
    .filter(
      (p) => p.from && !p.aside && !p.from.includes(stage) && p.groups.includes(group) && ticked(p).length > 0
    )
    .map((p) => ({
      p,
      ticked: ticked(p),
      left: p.steps.map((step) => rowOf(table, item, step)).some((r) => !r.done && !r.skipped)
    }));
  // Steps that stand in one that was ended do not say that another was begun.
  const ended = new Set(begun.filter((b) => !b.left).flatMap((b) => b.ticked));
  return begun
    .filter((b) => b.left && b.ticked.some((key) => !ended.has(key)))
    .sort(
      (a, b) =>
        Number(b.p.key === chosen) - Number(a.p.key === chosen) ||
        late(b.p) - late(a.p) ||
        b.ticked.length - a.ticked.length
    )[0]?.p;
}
