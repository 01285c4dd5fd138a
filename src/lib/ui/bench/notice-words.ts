import { accountOf, lightSoFar, yieldFacts } from '$core/account';
import {
  asksWorth,
  gougesOf,
  heavyLift,
  pieceAhead,
  sideWays,
  stepBase,
  type PieceAhead,
  type WorkRow
} from '$core/bench';
import { SIDES_STEP, SIDE_WAYS, leadMargin } from '$core/reference';
import { under } from '$core/units';
import { valueOfCuts, worthTheKnife } from '$core/worth';
import { keptByTrim, leadLoss } from '$core/yield';
import type { Session } from '$lib/bench/session.svelte';
import { pieceWords } from '$lib/words/piece';

/** What lies under the words of a notice, of the drawing and of the piece that comes: loaded once the bench stands. */
export { entryTitle } from '$lib/words/entries';
export { refusalText } from '$lib/words/messages';
export { pointedWords } from '$lib/words/pointed';

/** The piece that a step takes off, at this bench. */
export const pieceOf = (row: WorkRow, { desk, facts, lotCount, data }: Session): PieceAhead | undefined =>
  desk.task
    ? undefined
    : pieceAhead(row, facts, {
        tub: row.key === desk.row?.key ? desk.suggested : undefined,
        count: Math.max(1, lotCount),
        ageing: data.aged?.index,
        trims: data.trims.standards,
        trimmed: data.trims.own
      });

/** The piece that a step takes off in one line; '' where it takes none. */
export const pieceLine = (row: WorkRow, session: Session): string => {
  const piece = pieceOf(row, session);
  return piece ? pieceWords(piece, session.format) : '';
};

/** What a small cut is worth against the minutes it takes, of what is eaten of it, trimmed; '' where nobody asks. */
function worthLine({ act, expected }: WorkRow, session: Session): string {
  const { takes, account, bench, data, format } = session;
  if (act.kind !== 'take' || !asksWorth(act.cut) || !expected || takes === undefined) return '';
  const kept = account && !bench.trimmed ? keptByTrim(account.expectation) : 1;
  const worth = worthTheKnife(act.cut, expected.mean * kept, takes, data.prices, data.household);
  if (!worth) return '';
  const { grams, meals, value, perMinute } = worth;
  return `Worth the knife? ${format.mass(grams)}, ${meals.toFixed(1)} meals, ${format.money(value)}; ${format.money(perMinute)} a minute.`;
}

/** Where one side is boned: what the other gives either way, a line each; '' at every other step. */
function sidesLines(row: WorkRow, { bench, data, format }: Session): string {
  if (row.key !== SIDES_STEP || row.act.kind !== 'say') return '';
  const ways = sideWays(bench.state, bench.animal, bench.entries, data.learned, data.minutes);
  return ways
    .map(({ key, grams, bone, prime, minutes, cuts }) => {
      const value = valueOfCuts(cuts, data.prices);
      const name = SIDE_WAYS.find((way) => way.key === key)?.name ?? '';
      const onBone = bone > 0 ? `, ${format.mass(bone)} of it bone` : '';
      return `${name}: ${format.mass(grams)}${onBone}; prime ${format.mass(prime)}, ${format.money(value)}, ${Math.round(minutes)} min.`;
    })
    .join('\n');
}

/** At the frame: what came off light, and may still sit there; '' where nothing did. */
function lightLine({ act }: WorkRow, { focus, bench, data, format }: Session): string {
  if (act.kind !== 'close' || (focus?.kind !== 'carcass' && focus?.kind !== 'lot')) return '';
  const account = accountOf(bench.state, bench.animal, bench.entries, data.learned);
  if (!account) return '';
  const light = lightSoFar(account).map((l) => `${l.name.toLowerCase()} by ${format.mass(l.by)}`);
  return light.length > 0 ? `Light so far: ${light.join(', ')}.` : '';
}

/** What to do with a piece that is in hand again. */
const TASKS = {
  trim: 'Trim it, then lay it back. One press books what came off as silver; a tub or a reason says otherwise.',
  split: 'Lay one of the two on the scale and press the tub it goes to. The rest stays where it lies.',
  reweigh: 'Lay it back on the scale. Lighter, it has dried; heavier is asked about.',
  correct:
    'What it weighed as it came, before anything was cut from it: type it, or lay the whole on the scale.'
} as const;
const TASK_NAMES = {
  trim: 'Trim',
  split: 'Part in two',
  reweigh: 'Weigh again',
  correct: 'Set its weight right'
} as const;

/** How much of the meat round the track is given up. */
export function leadWords({ size, facts, format }: Pick<Session, 'size' | 'facts' | 'format'>): string {
  const one = size?.hanging === undefined ? undefined : size.hanging / size.count;
  const margin = leadMargin(one);
  const lost = one === undefined ? undefined : leadLoss(yieldFacts(facts), one);
  const share = lost ? `, about ${format.percent(lost.share, 0)} of the meat` : '';
  return `${margin === 'part' ? 'all of the hit part goes' : `${margin} cm round the track goes`}${share}`;
}

/** How often the knife went into a muscle at the step in hand, on earlier animals and on this one. */
export function gougedAt({ desk, bench, data }: Pick<Session, 'desk' | 'bench' | 'data'>): number {
  if (!desk.row) return 0;
  const step = stepBase(desk.row.key);
  const here = under(gougesOf(bench.entries, data.larder.atBench), step) ?? 0;
  return here + (under(data.gouges, step) ?? 0);
}

/** One thing to mind at this step on this very animal. */
interface Warn {
  key: 'gouged' | 'drops' | 'lift' | 'shot' | 'lost';
  text: string;
}

/** What is to be minded at a step on this very animal: where it was hit, what falls, what is heavy, where the knife slipped. */
function warnLines(row: WorkRow, session: Session): Warn[] {
  const { hit, shotSide, format } = session;
  const gouged = gougedAt(session);
  const lift = heavyLift(row);
  const organs = row.act.kind === 'beside' && row.act.tub === 'offal' ? (hit?.organs ?? []) : [];
  const lead = hit?.fragments ? `; lead: ${leadWords(session)}` : '';
  const warns: (Warn | false)[] = [
    shotSide && { key: 'shot', text: `Shot side: open the seam, wipe first${lead}.` },
    row.drops !== undefined && { key: 'drops', text: row.drops },
    lift !== undefined && {
      key: 'lift',
      text: `About ${format.mass(lift.mean, 0)}: two lift it, or a hoist.`
    },
    gouged > 0 && {
      key: 'gouged',
      text: `In the muscle here ${gouged === 1 ? 'once' : `${gouged} times`} before: slower.`
    },
    organs.length > 0 && {
      key: 'lost',
      text: `Usually lost by this shot: ${organs.join(', ')}. Discard what is torn.`
    }
  ];
  return warns.filter((warn): warn is Warn => warn !== false);
}

/** What the card of a step says beside the step's own words. */
export const stepWords = { warnLines, pieceLine, sidesLines, worthLine, lightLine, TASKS, TASK_NAMES };
