import { voidedIn, type BookedEntry, type Item } from '$core/book';
import { PAUSE_MS } from './pause';

/** Who has a part or piece in hand, and when that device was last heard of on this animal. */
export interface Claim {
  hand: string;
  device: string;
  /** Milliseconds; of the opening or taking over. */
  since: number;
  /** Milliseconds; of the newest entry of that device. */
  at: number;
  /** Laid down: in nobody's hands until somebody takes it up. */
  down: boolean;
}

/** Where somebody stands: one device, at a moment. */
export interface Seat {
  device: string;
  now: number;
}

/**
 * Who has what in hand: whoever opened it or took it over last. What was taken back counts no more.
 * @param history  one animal's entries in the book's order
 */
export function claimsOf(history: readonly BookedEntry[]): ReadonlyMap<string, Claim> {
  const gone = voidedIn(history);
  const heard = new Map(history.map((e) => [e.device, e.at]));
  const claims = new Map<string, Claim>();
  for (const { id, at, hand, device, intent } of history)
    if ((intent.kind === 'open' || intent.kind === 'claim') && !gone.has(id))
      claims.set(intent.item, {
        hand,
        device,
        since: at,
        at: heard.get(device) ?? at,
        down: intent.kind === 'claim' && intent.down === true
      });
  return claims;
}

/** In whose hands something is, seen from a seat: a device that has been silent for a pause holds nothing any more. */
export function standingOf(
  item: Pick<Item, 'id'>,
  claims: ReadonlyMap<string, Claim>,
  seat: Seat | undefined
): 'mine' | 'free' | 'down' | 'elsewhere' {
  const claim = claims.get(item.id);
  if (claim?.down) return 'down';
  if (!claim || !seat) return 'free';
  if (claim.device === seat.device) return 'mine';
  return seat.now - claim.at > PAUSE_MS ? 'free' : 'elsewhere';
}
