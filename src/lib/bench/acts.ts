import { balanceOf, classOf, dependants, isBody, type Intent } from '$core/book';
import { TUBS, TUB_OF_LETTER, type DiscardReason, type TubKey } from '$core/reference';
import { roundGrams, under } from '$core/units';
import type { Desk } from './desk.svelte';

/** Presses of what may lie over the bench: they ask for no weight, and come with the first panel. */

/** Another use for a piece that lies in a tub already. */
export function move(desk: Desk, item: string, tub: TubKey): void {
  const { animal, name } = desk.bench;
  desk.act('move', () => `${name(item)} lies in ${TUBS[tub].name} now.`, {
    kind: 'place',
    animal,
    item,
    place: { tub }
  });
}

/** Puts what lies out into a cold room, all of it at once. */
export function chill(desk: Desk, items: readonly string[], room: string, words: string): void {
  const { animal } = desk.bench;
  desk.act(
    'chill',
    () => words,
    ...items.map((item): Intent => ({ kind: 'place', animal, item, place: { at: room } }))
  );
}

/** Takes pieces out of the cold again, each to the tub of its letter; parts lie on the table. */
export function bringOut(desk: Desk, items: readonly string[]): void {
  const { animal, state } = desk.bench;
  desk.act(
    'bringOut',
    () => 'Out again: its minutes go on from where they stopped.',
    ...items.map((item): Intent => {
      const letter = classOf(state, item);
      const tub = letter === '-' || letter === 'X' ? undefined : TUB_OF_LETTER[letter];
      return { kind: 'place', animal, item, place: tub ? { tub } : { shelf: 'table' } };
    })
  );
}

/** The other side, where a piece or part was booked as the wrong one. */
export function turnSide(desk: Desk, item: string): void {
  const { animal, state, name } = desk.bench;
  const side = under(state.items, item)?.side === 'left' ? 'right' : 'left';
  desk.act('side', () => `${name(item)} now.`, { kind: 'place', animal, item, side });
}

/** Throws a piece away that is off already, all of it, with its reason. */
export function throwAway(desk: Desk, item: string, reason: DiscardReason): void {
  const { animal, state } = desk.bench;
  const name = desk.bench.name(item);
  const reading = { grams: roundGrams(balanceOf(state, item)), how: 'model' as const };
  desk.act('throw', () => `${name}: thrown away.`, { kind: 'discard', animal, from: item, reason, reading });
}

/** Takes one entry back, whoever booked it; shows the chain when others stand on it. */
export function takeBack(desk: Desk, entry: string): void {
  const chain = dependants(desk.bench.entries, entry);
  if (chain.length > 0) desk.notice = { kind: 'chain', chain: [...chain, entry] };
  else desk.voidAll([entry]);
}

/** Takes up a part that waits, lies laid down or is in other hands. */
export function takeUp(desk: Desk, item: string): void {
  desk.choose('');
  desk.open(item);
}

/** Lays down what is in hand, open as it is, for whoever takes it up. */
export function layDown(desk: Desk): void {
  desk.choose('');
  const { animal, work } = desk.bench;
  if (work.focus && !isBody(work.focus))
    desk.act('down', undefined, { kind: 'claim', animal, item: work.focus.id, down: true });
}
