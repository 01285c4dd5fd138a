import type { BookedEntry, Draft, Posting } from '$core/book';
import { net } from '$core/book';
import { COOLING_NAMES, HOLD_NAMES, LOSS_NAMES, TUBS, cutOf, PART_NAMES } from '$core/reference';
import type { Formatter } from './format';

/** Titles of steps and names of orders of work by their keys, as a page brings them along. */
export type WorkWords = Readonly<Record<string, string>>;

/** An entry in one line: "Strap, left → prime". `name` gives an item its name on screen. */
export function entryTitle(
  entry: Pick<Draft, 'intent'>,
  name: (id: string) => string,
  format: Formatter,
  words: WorkWords = {}
): string {
  const { intent } = entry;
  switch (intent.kind) {
    case 'intake':
      return intent.into.kind === 'tub'
        ? `Booked in: ${TUBS[intent.into.tub].name.toLowerCase()}`
        : intent.into.kind === 'part'
          ? `Came in: ${partTitle(intent.into)}`
          : `Weighed in, ${intent.reading.stage ?? ''}`;
    case 'amend':
      return `Facts: ${Object.keys(intent.facts)
        .map((key) => FACT_WORDS[key] ?? key)
        .join(', ')}`;
    case 'reweigh':
      return `Weighed again: ${name(intent.item)}`;
    case 'skin':
      return intent.reading.stage === 'hanging' ? 'Skinned and hung' : 'Dressed';
    case 'cut': {
      const { creates } = intent;
      if (creates.kind === 'part') return `${partTitle(creates)} off`;
      const tub = 'tub' in creates.place ? ` → ${TUBS[creates.place.tub].name.toLowerCase()}` : '';
      return `${cutOf(creates.cut) ? format.cut(creates.cut) : creates.cut}${creates.side ? `, ${creates.side}` : ''}${tub}`;
    }
    case 'split':
      return `Split: ${name(intent.item)}`;
    case 'trim':
      return `Trimmed: ${name(intent.item)}`;
    case 'tub':
      return `${TUBS[intent.tub].name} tub weighed`;
    case 'place':
      return intent.place ? `Moved: ${name(intent.item)}` : `Side set right: ${name(intent.item)}`;
    case 'open':
      return `Opened: ${name(intent.item)}`;
    case 'close':
      return `Closed: ${name(intent.item)}${intent.glands === 'left' ? ', glands left in' : ''}`;
    case 'discard':
      return `Discarded: ${LOSS_NAMES[intent.reason]}`;
    case 'hold':
      return `Held back: ${HOLD_NAMES[intent.why]}`;
    case 'lift':
      return 'Hold lifted';
    case 'condemn':
      return 'Condemned';
    case 'sample':
      return `Sample to ${intent.lab}`;
    case 'give':
      return `Given to ${intent.to}: ${name(intent.item)}`;
    case 'send':
      return `Sent to ${intent.to}: ${name(intent.item)}`;
    case 'return':
      return `${intent.packs.length} ${intent.packs.length === 1 ? 'pack' : 'packs'} back from ${intent.from}`;
    case 'tick':
      return `${words[intent.step] ?? 'A step'}: ${intent.answer ?? HOW_WORDS[intent.how]}`;
    case 'school':
      return `Goes on by: ${words[intent.by] ?? 'an own order of work'}`;
    case 'note':
      return intent.photo
        ? `Photograph${intent.text ? `: ${intent.text}` : ''}`
        : `Note: ${intent.text ?? ''}`;
    case 'chill':
      return intent.what === 'moved'
        ? `Taken to: ${placeWord(intent.to, words)}`
        : capital(COOLING_NAMES[intent.what]);
    case 'correct':
      return 'Corrected an earlier weight';
    case 'void':
      return intent.chain ? `Taken back, with ${intent.chain.length} that stood on it` : 'Taken back';
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const placeWord = (to: string | undefined, words: WorkWords): string =>
  to === 'field' ? 'the field' : (words[`room:${to ?? ''}`] ?? to ?? '');

const HOW_WORDS = { done: 'done', skipped: 'skipped', left: 'left in, knowingly' } as const;

const partTitle = (part: { cut: string; side?: string | undefined }): string =>
  `${PART_NAMES[part.cut] ?? part.cut}${part.side ? `, ${part.side}` : ''}`;

const FACT_WORDS: Record<string, string> = {
  ageClass: 'age',
  placement: 'shot',
  shotSide: 'shot side',
  killedAt: 'day',
  trimStandard: 'trim standard',
  allQuartersHere: 'all quarters are here',
  takenBy: 'taken by',
  gate: 'the questions before it is opened',
  proofOfSex: 'proof of sex',
  pointsLeft: 'points, left',
  pointsRight: 'points, right',
  girth: 'heart girth',
  exam: 'examination'
};

/** The grams an entry is about: its net reading, else the largest posting. */
export function entryGrams(entry: Pick<Draft, 'intent'> & { postings: readonly Posting[] }): number {
  const { intent } = entry;
  if (intent.kind === 'void') return 0 - Math.max(0, ...entry.postings.map((p) => Math.abs(p.grams)));
  if (
    'reading' in intent &&
    intent.reading &&
    intent.kind !== 'trim' &&
    intent.kind !== 'tub' &&
    intent.kind !== 'correct'
  )
    return net(intent.reading);
  if (intent.kind === 'close') return intent.bone ? net(intent.bone) : 0;
  return Math.max(0, ...entry.postings.map((p) => Math.abs(p.grams)));
}

/** What must be said beside an entry's figures: told by a stand-in, at another hour by the device, or booked though it was asked about. */
export function entryMarks(entry: Pick<BookedEntry, 'intent' | 'deviceAt'>, format: Formatter): string[] {
  const { intent, deviceAt } = entry;
  const reading = 'reading' in intent ? intent.reading : intent.kind === 'close' ? intent.bone : undefined;
  return [
    ...(reading?.simulated ? ['simulated'] : []),
    ...(reading?.how === 'estimated' ? ['estimated'] : []),
    ...(deviceAt === undefined ? [] : [`its device said ${format.moment(deviceAt)}`]),
    ...(intent.sure ? ['asked about, and meant so'] : [])
  ];
}
