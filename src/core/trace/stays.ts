/** Something that was done to a whole animal, or a part of it, while it cooled. */
export interface Moved {
  at: number;
  what: string;
  /** Of `moved`: the key of a room. */
  to?: string | undefined;
  /** The part that was moved alone. */
  item?: string | undefined;
}

/** A time in one room, ms. */
export interface Stay {
  room: string;
  from: number;
  to: number;
}

/**
 * Where an animal hung, and for how long: from each move to the next, and in the last room until it was cut. Parts that
 * were moved alone do not count; nor does a room that it was taken to after its end.
 * @param end  when its first piece was taken; now, where it hangs still
 */
export function staysOf(moves: readonly Moved[], end: number): Stay[] {
  const whole = moves
    .flatMap(({ at, what, to, item }) =>
      what === 'moved' && to !== undefined && item === undefined ? [{ at, room: to }] : []
    )
    .sort((a, b) => a.at - b.at);
  return whole.flatMap(({ at, room }, i) => {
    const to = Math.min(end, whole[i + 1]?.at ?? end);
    return to > at ? [{ room, from: at, to }] : [];
  });
}
