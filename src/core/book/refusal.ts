import type { HoldReason } from '$core/reference';
import type { Doubt } from './doubted';
import type { Posting } from './posting';

/** An expected answer of the book: the entry was not booked, and this is why, with the figures for the message. */
export type Refusal =
  | { code: 'unknown-animal'; animal: string }
  | { code: 'unknown-item'; item: string }
  | { code: 'unknown-entry'; entry: string }
  | { code: 'item-exists'; item: string }
  | { code: 'facts-missing'; animal: string }
  | { code: 'facts-known'; animal: string }
  | { code: 'other-animal'; item: string; animal: string }
  | { code: 'wrong-kind'; item: string; kind: string; wanted: string }
  | { code: 'closed'; item: string }
  | { code: 'already-open'; item: string }
  | { code: 'not-open'; item: string }
  | { code: 'nothing'; field: string }
  | { code: 'too-many'; item: string; wanted: number; left: number }
  | { code: 'on-hold'; animal: string; why: HoldReason }
  | { code: 'condemned'; animal: string }
  | { code: 'no-hold'; entry: string }
  | { code: 'overdrawn'; item: string; wanted: number; left: number }
  | { code: 'heavier'; item: string; reading: number; left: number }
  | { code: 'not-lighter'; item: string; reading: number; left: number }
  | { code: 'parts-differ'; item: string; sum: number; whole: number }
  | { code: 'stage-missing'; item: string }
  | { code: 'stage-passed'; item: string; stage: string }
  | { code: 'no-source'; animal: string }
  | { code: 'unknown-pool'; pool: string }
  /** What belongs to a pool lies in no animal's tub. */
  | { code: 'no-tub'; item: string }
  /** Animals of different owners are joined only with their consent. */
  | { code: 'consent-missing'; owners: string[] }
  /** A cure salt whose label nobody has read: its strength is never guessed. */
  | { code: 'cure-unknown'; item: string }
  /** More nitrite than the rule allows, with the arithmetic. */
  | { code: 'cure-over'; grams: number; strength: number; meat: number; mgPerKg: number; limit: number }
  /** Nothing that is eaten fresh is cured. */
  | { code: 'cure-fresh'; product: string }
  /** Something is put into itself. */
  | { code: 'into-itself'; item: string }
  | { code: 'unchanged'; item: string }
  | { code: 'stands-on'; entry: string; chain: string[] }
  | { code: 'already-voided'; entry: string }
  | { code: 'not-voidable'; entry: string }
  | { code: 'not-correctable'; entry: string; kind: string }
  | { code: 'stale'; sent: Posting[]; derived: Posting[] }
  | { code: 'id-taken'; entry: string }
  | { code: 'plate-taken'; entry: string; hand: string }
  | { code: 'tag-taken'; tag: string; animal: string; holder: string }
  | { code: 'kind-not-offered'; kind: string }
  | { code: 'not-allowed'; name: string; kind: string }
  /** Asked, not refused: the same entry with `sure` is booked. */
  | ({ code: 'doubt' } & Doubt)
  | { code: 'rests-on-refused'; entry: string }
  /** A note names a photograph that was never sent here. */
  | { code: 'unknown-photograph'; file: string }
  /** What was sent is no entry: a field is missing, too long, or of another kind. */
  | { code: 'malformed'; path: string; message: string }
  /** The program itself failed at this entry; the others of its batch stand. */
  | { code: 'fault' };

export type RefusalCode = Refusal['code'];
export type Result<T> = ({ ok: true } & T) | { ok: false; refusal: Refusal };

/** A refusal as the outcome of a derivation. */
export const refuse = (refusal: Refusal): { ok: false; refusal: Refusal } => ({ ok: false, refusal });
