import type { Answer, CoolOutcome, HangingWindow, WarningKey } from '$core/chill';
import { LONGEST_DAYS, type Urgency } from '$core/hang';
import {
  HOLD_NAMES,
  STIFFNESS_NAMES,
  animalsName,
  type AgeClass,
  type HoldReason,
  type Sex,
  type SpeciesKey
} from '$core/reference';
import { spanWords } from './time';
import type { Formatter } from './formatter';
import { DAY, HOUR } from '$core/units';
import { capital } from './format';

type W = Pick<
  HangingWindow,
  'opens' | 'closes' | 'never' | 'state' | 'openedBy' | 'closedBy' | 'line' | 'felt' | 'waits'
>;

/** A day and an hour; far ones by their day alone. */
const when = (at: number, format: Formatter, now: number): string =>
  Math.abs(at - now) > 6 * DAY ? format.day(at) : format.moment(at);

/** What a window says now, in one line. */
export function stateWords(w: W, format: Formatter, now: number): string {
  if (w.state === 'frozen') return 'Frozen: nothing ages now. Thaw it in the cold before it is cut.';
  if (w.waits && w.state === 'closed')
    return `Closed since ${when(w.closes, format, now)}: ${firstWords(w.waits)}, or not at all.`;
  if (w.waits && w.never) return capital(`${firstWords(w.waits)}.`);
  if (w.state === 'closed') return `Closed since ${when(w.closes, format, now)}: cut now, or not at all.`;
  if (w.never) return 'Cut now: ageing would cost more than it gives.';
  if (w.state === 'open')
    return Number.isFinite(w.closes) ? `Open until ${when(w.closes, format, now)}.` : 'Open.';
  const opens = Number.isFinite(w.opens)
    ? `Opens ${when(w.opens, format, now)}`
    : 'Does not open in this record';
  return Number.isFinite(w.closes) ? `${opens}, closes ${when(w.closes, format, now)}.` : `${opens}.`;
}

/** What comes before the knife where it would close before it opens. */
export const firstWords = (waits: 'warm' | 'stiff'): string =>
  waits === 'warm'
    ? 'cool it first, then cut without waiting'
    : 'still stiff: let it loosen, then cut without waiting';

/** Why it opens then and closes then. */
export function closingWords(w: W): string {
  const opening =
    w.openedBy === 'stiff'
      ? w.felt
        ? `opens when it is loose; felt ${STIFFNESS_NAMES[w.felt]}`
        : 'opens when it should be loose; nobody has felt it'
      : 'opens by ageing';
  const closing = {
    spoilage: 'closes by growth on its open faces',
    warm: 'closes because its open faces were warm too long',
    days: 'closes by the most days it usually hangs'
  }[w.closedBy];
  const line =
    w.line === 'stop'
      ? 'Growth is past the line where one stops. '
      : w.line === 'close'
        ? 'Growth is past the closing line. '
        : w.line === 'hurry'
          ? 'Growth is at the line: trim, and hurry. '
          : '';
  return `${line}${capital(opening)}; ${closing}.`;
}

type Sour = 'quiet' | 'watch' | 'act';

/** Bone sour in words: what the record says, then what is ahead; nothing where both are quiet. */
export function sourWords(soFar: Sour | undefined, ahead: Sour | undefined): string {
  if (soFar === 'act') return 'bone sour likely: open the ham, smell at the bone';
  if (soFar === 'watch') return 'risk of bone sour: check it';
  return ahead && ahead !== 'quiet' ? 'risk of bone sour ahead, by the forecast: cool it faster' : '';
}

/** What the room shows of an animal. */
export interface RoomRow {
  code: string;
  facts: { species: SpeciesKey; sex: Sex; ageClass: AgeClass };
  count: number | null;
  held: string | null;
  urgency: Urgency;
  minutes: number;
  /** When it was killed, by the book, ms. */
  death?: number;
  window?: Pick<
    HangingWindow,
    | 'opens'
    | 'openedBy'
    | 'closes'
    | 'closedBy'
    | 'never'
    | 'state'
    | 'goal'
    | 'ageing'
    | 'spoilage'
    | 'rind'
    | 'felt'
    | 'waits'
  >;
  coldAt?: number;
  /** Bone sour by the record, and with what the forecast would add. */
  sour?: Sour;
  sourAhead?: Sour;
  /** What the record warns of. */
  warnings?: readonly WarningKey[];
  /** Still being reckoned. */
  pending?: true;
}

/** "Saturday 17:19"; a day further off than six by its date. */
export function shortMoment(at: number, now: number, timeZone: string): string {
  const far = Math.abs(at - now) > 6 * DAY;
  return new Intl.DateTimeFormat('en-GB', {
    timeZone,
    ...(far ? { day: 'numeric', month: 'long' } : { weekday: 'long', hour: '2-digit', minute: '2-digit' })
  }).format(at);
}

/** "2 h 43"; nothing for no minutes. */
export const minutesWords = (minutes: number): string =>
  minutes === 0 ? '' : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;

/** How a bar is drawn: held, closing, open, or ageing still. */
export function barKind(row: RoomRow, now: number): 'held' | 'closing' | 'open' | 'ages' {
  if (row.held) return 'held';
  if (row.urgency === 'now' || row.urgency === 'first' || row.urgency === 'today') return 'closing';
  return row.window && row.window.opens <= now ? 'open' : 'ages';
}

/** What stands on a bar: its hold, or its next hour. */
export function barWords(row: RoomRow, now: number, timeZone: string): string {
  const w = row.window;
  const short = (at: number) => shortMoment(at, now, timeZone);
  if (!w) return '';
  if (row.held) return `on hold: ${HOLD_NAMES[row.held as HoldReason]}`;
  if (w.state === 'frozen') return 'frozen: thaw it before it is cut';
  if (w.waits && (w.never || w.closes <= now)) return firstWords(w.waits);
  if (w.never) return 'cut now: ageing would cost more than it gives';
  if (w.closes <= now) return `closed since ${short(w.closes)}`;
  if (w.opens > now)
    return Number.isFinite(w.opens) ? `opens ${short(w.opens)}` : 'does not open in this record';
  return row.urgency === 'today' || row.urgency === 'tomorrow'
    ? `closes ${short(w.closes)}`
    : `open until ${short(w.closes)}`;
}

/** What a row says of a warning that nothing else on it says. */
const ROW_WARNINGS: Partial<Readonly<Record<WarningKey, string>>> = {
  gut: 'the gut was left in long: look and smell first',
  warm: 'its open faces were warm too long',
  cold: 'chilled fast: it may have shortened'
};

/** What the record of an animal warns of, a short word each; whether it asks to be acted on. */
export function shortWarnings(
  { soFar, inAll }: Pick<CoolOutcome, 'soFar' | 'inAll'>,
  window: Pick<HangingWindow, 'warmLine'>,
  keys: readonly WarningKey[]
): { text: string; act: boolean }[] {
  const sour = sourWords(soFar.boneSour, inAll.boneSour);
  const acts: Partial<Readonly<Record<WarningKey, boolean>>> = {
    gut: soFar.gutLeft === 'act',
    warm: window.warmLine === 'act'
  };
  return [
    ...(sour ? [{ text: sour, act: soFar.boneSour === 'act' }] : []),
    ...keys.flatMap((key) => {
      const text = ROW_WARNINGS[key];
      return text ? [{ text, act: acts[key] ?? false }] : [];
    })
  ];
}

/** How tender it is, in words. */
function tenderWords(w: NonNullable<RoomRow['window']>, now: number, short: (at: number) => string): string {
  if (w.state === 'frozen') return 'nothing ages while it is frozen';
  if (w.ageing >= w.goal)
    return w.openedBy === 'ageing' && w.opens <= now
      ? `tender enough since ${short(w.opens)}`
      : 'tender enough';
  return w.ageing > 0
    ? `${Math.round((100 * w.ageing) / w.goal)} % of the way to tender`
    : 'not ageing yet: too warm inside';
}

/** The small line under a bar. */
export function noteWords(row: RoomRow, now: number, timeZone: string): string {
  const w = row.window;
  if (!w && now - (row.death ?? now) > LONGEST_DAYS * DAY)
    return `killed more than ${LONGEST_DAYS} days ago by the book: is the day right?`;
  if (!w) return row.pending ? 'being reckoned' : 'no reading and no forecast: how warm is it there?';
  const short = (at: number) => shortMoment(at, now, timeZone);
  const parts = [tenderWords(w, now, short)];
  if (w.closedBy === 'spoilage' && w.spoilage > 1 && Number.isFinite(w.closes) && w.closes > now)
    parts.push(`the skin is good until about ${short(w.closes)}`);
  if (w.felt && w.felt !== 'loose') parts.push(STIFFNESS_NAMES[w.felt]);
  if (row.coldAt !== undefined && row.coldAt > now)
    parts.push(
      Number.isFinite(row.coldAt)
        ? `cold by ${shortMoment(row.coldAt, now, timeZone)}`
        : 'never cold in this air'
    );
  else if (w.rind >= 0.5) parts.push(`dried crust ${w.rind.toFixed(0)} mm`);
  const sour = sourWords(row.sour, row.sourAhead);
  if (sour) parts.push(sour);
  for (const key of row.warnings ?? []) if (key in ROW_WARNINGS) parts.push(ROW_WARNINGS[key] as string);
  if (row.minutes > 0) parts.push(`${minutesWords(row.minutes)} at the bench`);
  return parts.join(', ');
}

const the = (row: RoomRow): string => `${row.code} (${animalsName(row.facts, row.count).toLowerCase()})`;
const list = (words: readonly string[]): string =>
  words.length < 3 ? words.join(' and ') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** The room in a sentence or two: what must be cut, and what has time. */
export function roomWords(rows: readonly RoomRow[]): string {
  if (rows.length === 0) return 'Nothing hangs.';
  const by = (urgency: Urgency) => rows.filter((r) => r.urgency === urgency);
  const [now, first, today, tomorrow, unknown] = [
    by('now'),
    by('first'),
    by('today'),
    by('tomorrow'),
    by('unknown')
  ];
  const parts: string[] = [];
  if (first.length > 0) parts.push(`Cool ${list(first.map(the))} first, then cut without waiting.`);
  if (now.length > 0) parts.push(`Cut ${list(now.map(the))} now.`);
  if (today.length > 0) parts.push(`Cut ${list(today.map(the))} today.`);
  if (tomorrow.length > 0 && parts.length < 2) parts.push(`Tomorrow ${list(tomorrow.map(the))}.`);
  // Of what nobody knows the air nothing is promised.
  const pending = rows.filter((row) => row.pending).length;
  if (pending > 0) parts.push(`${pending === 1 ? 'One is' : `${pending} are`} still being reckoned.`);
  else if (unknown.length === rows.length) return 'Nobody has said how warm it is.';
  if (parts.length === 0) return 'Nothing has to be cut before tomorrow’s end.';
  const rest = rows.length - now.length - first.length - today.length - tomorrow.length - unknown.length;
  if (rest > 0 && pending === 0 && parts.length < 2)
    parts.push(
      unknown.length > 0
        ? `${rest} more ${rest === 1 ? 'has' : 'have'} time.`
        : rest === 1
          ? 'The other has time.'
          : 'The rest have time.'
    );
  return parts.join(' ');
}

/** What an animal's cooling comes to, in one line. */
export function coldWords(
  outcome: Pick<CoolOutcome, 'hoursToTarget' | 'never'>,
  killedAt: number,
  target: number,
  now: number,
  format: Formatter
): string {
  if (outcome.never) return `It never gets to ${format.degrees(target, 0)} in this air.`;
  if (!Number.isFinite(outcome.hoursToTarget))
    return `Not down to ${format.degrees(target, 0)} by the end of this drawing.`;
  const at = killedAt + outcome.hoursToTarget * HOUR;
  return at <= now
    ? `Cold since ${format.moment(at)}: ${spanWords(outcome.hoursToTarget)} from death to ${format.degrees(target, 0)} deep.`
    : `Cold by ${format.moment(at)}: ${format.degrees(target, 0)} deep, ${spanWords((at - now) / HOUR)} from now.`;
}

/** What a question's second way is worth. */
export function answerWords(
  a: Pick<Answer, 'hoursSaved' | 'rind'>,
  target: number,
  format: Formatter
): string {
  const cost = a.rind ? `; costs about ${format.small(a.rind)} of dried crust` : '';
  if (Number.isNaN(a.hoursSaved)) return `Neither gets to ${format.degrees(target, 0)} in this air${cost}.`;
  if (a.hoursSaved === Infinity) return `Only this gets it to ${format.degrees(target, 0)}${cost}.`;
  return a.hoursSaved < 0.25 ? `Not worth the cut${cost}.` : `Saves ${spanWords(a.hoursSaved)}${cost}.`;
}
