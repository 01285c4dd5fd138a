import { under } from '$core/units';
import {
  lossRef,
  net,
  outRef,
  readingOf,
  type BookedEntry,
  type Draft,
  type IntentOf,
  type Kind,
  type OutKind,
  type Pool,
  type Posting
} from '$core/book';
import { COOLING_NAMES, HOLD_NAMES, LOSS_NAMES, PART_NAMES, TUBS, cutOf, type TubKey } from '$core/reference';
import { capital, type PlainFormatter } from './format';

/** Titles of steps and names of orders of work by their keys, as a page brings them along. */
export type WorkWords = Readonly<Record<string, string>>;

/** What naming an entry asks for: items by their names on screen, figures by the larder's units, words a page brings. */
interface Naming {
  name: (id: string) => string;
  format: PlainFormatter;
  words: WorkWords;
}

interface KindWords<K extends Kind> {
  /** The kind, in a list of kinds. */
  kind: string;
  /** One entry in one line. */
  title: (intent: IntentOf<K>, on: Naming) => string;
}

/** The words of every kind of entry. */
export const KIND_WORDS: { readonly [K in Kind]: KindWords<K> } = {
  intake: {
    kind: 'weighed in',
    title: ({ into, reading }) =>
      into.kind === 'tub'
        ? `Booked in: ${TUBS[into.tub].name.toLowerCase()}`
        : into.kind === 'part'
          ? `Came in: ${partTitle(into)}`
          : `Weighed in, ${reading.stage ?? ''}`
  },
  amend: {
    kind: 'facts amended',
    title: ({ facts }) =>
      `Facts: ${Object.keys(facts)
        .map((key) => under(FACT_WORDS, key) ?? key)
        .join(', ')}`
  },
  reweigh: { kind: 'weighed again', title: ({ item }, { name }) => `Weighed again: ${name(item)}` },
  skin: {
    kind: 'skinned or dressed',
    title: ({ reading }) => (reading.stage === 'hanging' ? 'Skinned and hung' : 'Dressed')
  },
  cut: {
    kind: 'cut',
    title: ({ creates }, { format }) => {
      if (creates.kind === 'part') return `${partTitle(creates)} off`;
      const tub = 'tub' in creates.place ? ` → ${TUBS[creates.place.tub].name.toLowerCase()}` : '';
      return `${cutOf(creates.cut) ? format.cut(creates.cut) : creates.cut}${creates.side ? `, ${creates.side}` : ''}${tub}`;
    }
  },
  split: { kind: 'split', title: ({ item }, { name }) => `Split: ${name(item)}` },
  divide: {
    kind: 'divided',
    title: ({ item, children }, { name }) => `Divided into ${children.length}: ${name(item)}`
  },
  trim: { kind: 'trimmed', title: ({ item }, { name }) => `Trimmed: ${name(item)}` },
  tub: { kind: 'tub weighed', title: ({ tub }) => `${TUBS[tub].name} tub weighed` },
  place: {
    kind: 'moved',
    title: ({ place, item }, { name }) => (place ? `Moved: ${name(item)}` : `Side set right: ${name(item)}`)
  },
  open: { kind: 'opened', title: ({ item }, { name }) => `Opened: ${name(item)}` },
  close: {
    kind: 'closed',
    title: ({ item, glands, bone, boneTo }, { name }) =>
      `Closed: ${name(item)}${bone ? BONE_WENT[boneTo] : ''}${glands === 'left' ? ', glands left in' : ''}`
  },
  discard: { kind: 'discarded', title: ({ reason }) => `Discarded: ${LOSS_NAMES[reason]}` },
  hold: { kind: 'held back', title: ({ why }) => `Held back: ${HOLD_NAMES[why]}` },
  lift: { kind: 'hold lifted', title: () => 'Hold lifted' },
  condemn: { kind: 'condemned', title: () => 'Condemned' },
  sample: { kind: 'sampled', title: ({ lab }) => `Sample to ${lab}` },
  give: { kind: 'given', title: ({ to, item }, { name }) => `Given to ${to}: ${name(item)}` },
  send: { kind: 'sent out', title: ({ to, item }, { name }) => `Sent to ${to}: ${name(item)}` },
  return: {
    kind: 'came back',
    title: ({ packs, from }) => `${packs.length} ${packs.length === 1 ? 'pack' : 'packs'} back from ${from}`
  },
  tick: {
    kind: 'step done or skipped',
    title: ({ step, answer, how }, { words }) =>
      said(under(words, step) ?? 'A step', answer ?? HOW_WORDS[how])
  },
  school: {
    kind: 'order of work',
    title: ({ by }, { words }) => `Goes on by: ${under(words, by) ?? 'an own order of work'}`
  },
  gouge: {
    kind: 'knife in the muscle',
    title: ({ step }, { words }) => said(under(words, step) ?? 'A step', 'knife in the muscle')
  },
  claim: {
    kind: 'taken in hand or laid down',
    title: ({ item, down }, { name }) => `${down ? 'Laid down' : 'Taken in hand'}: ${name(item)}`
  },
  note: {
    kind: 'note or photograph',
    title: ({ photo, text }) => (photo ? `Photograph${text ? `: ${text}` : ''}` : `Note: ${text ?? ''}`)
  },
  chill: {
    kind: 'cooling',
    title: ({ what, to, item }, { words, name }) => {
      const done = what === 'moved' ? `taken to: ${placeWord(to, words)}` : COOLING_NAMES[what];
      return item === undefined ? capital(done) : `${name(item)}, ${done}`;
    }
  },
  buy: { kind: 'bought', title: ({ name }) => `Bought: ${name}` },
  batch: {
    kind: 'made into one',
    title: ({ what, inputs, name }) =>
      `${name ?? capital(BATCH_WORDS[what])} of ${inputs.length === 1 ? 'one thing' : `${inputs.length} things`}`
  },
  dry: { kind: 'dried', title: ({ item }, { name }) => `Weighed as it dries: ${name(item)}` },
  cook: { kind: 'cooked', title: ({ item }, { name }) => `Cooked: ${name(item)}` },
  pack: {
    kind: 'packed',
    title: ({ packs, from }, { name }) =>
      `${packs.length} ${packs.length === 1 ? 'pack' : 'packs'} of ${name(from).toLowerCase()}`
  },
  unpack: { kind: 'pack opened', title: ({ item }, { name }) => `Pack opened: ${name(item)}` },
  thaw: { kind: 'thawed', title: ({ item }, { name }) => `Thawed: ${name(item)}` },
  eat: { kind: 'eaten', title: ({ item }, { name }) => `Eaten: ${name(item)}` },
  core: {
    kind: 'middle read',
    title: ({ item }, { name }) => `Middle read by a probe: ${name(item)}`
  },
  seal: {
    kind: 'seal looked at',
    title: ({ item, tight }, { name }) => `${tight ? 'Seal holds' : 'Seal leaked, made anew'}: ${name(item)}`
  },
  correct: { kind: 'corrected', title: () => 'Corrected an earlier weight' },
  void: {
    kind: 'taken back',
    title: ({ chain }) => (chain ? `Taken back, with ${chain.length} that stood on it` : 'Taken back')
  }
};

/** Where the bone went, where it was not the waste. */
const BONE_WENT: Readonly<Record<IntentOf<'close'>['boneTo'], string>> = {
  discard: '',
  stock: ', bone to the stock pot',
  marrow: ', marrow bones kept',
  pets: ', bone to dogs'
};

/** What a batch is, on screen. */
export const BATCH_WORDS: Readonly<Record<IntentOf<'batch'>['what'], string>> = {
  mince: 'mince',
  sausage: 'sausage',
  jerky: 'jerky',
  cooked: 'cooked dish',
  stock: 'stock',
  rendered: 'rendered fat',
  joined: 'put together'
};

/** An entry in one line: "Strap, left → prime". `name` gives an item its name on screen. */
export const entryTitle = (
  { intent }: Pick<Draft, 'intent'>,
  name: (id: string) => string,
  format: PlainFormatter,
  words: WorkWords = {}
): string => (KIND_WORDS[intent.kind] as KindWords<Kind>).title(intent, { name, format, words });

/** An account of the book in words: "Strap, left", "Grind tub", "lost: silver, strap, left", "given to Ilo: strap, left". */
export function accountWords(id: string, name: (id: string) => string): string {
  const loss = lossRef(id);
  if (loss) return `lost: ${LOSS_NAMES[loss.reason]}, ${name(loss.owner).toLowerCase()}`;
  const out = outRef(id);
  if (out) return `${OUT_WORDS[out.kind]}${out.party && ` ${out.party}`}: ${name(out.owner).toLowerCase()}`;
  if (id.startsWith('field:')) return 'from the field';
  if (id.startsWith('store:')) return 'bought';
  const tub = /^tub:([a-z]+):/.exec(id)?.[1];
  return tub ? `${TUBS[tub as TubKey].name} tub` : name(id);
}
const OUT_WORDS: Readonly<Record<OutKind, string>> = {
  given: 'given to',
  with: 'sent to',
  sample: 'sample to',
  store: 'mixed in by',
  eaten: 'eaten'
};

/** What a pool is called in a list: what it is made of, bought or kept in. */
export const poolWord = ({ kind, what }: Pick<Pool, 'kind' | 'what'>): string =>
  kind === 'batch' ? (BATCH_WORDS[what as keyof typeof BATCH_WORDS] ?? what) : what;

/** A line of an entry as a page shows it: the same item under one class once, whoever its grams are of. */
export interface ShownLine {
  item: string;
  class: Posting['class'];
  grams: number;
  /** Whose they are; empty where all is the animal's that the entry speaks of. */
  origins: string[];
}
export function shownLines(postings: readonly Posting[]): ShownLine[] {
  const lines: ShownLine[] = [];
  for (const { item, class: key, grams, origin } of postings) {
    let line = lines.find((l) => l.item === item && l.class === key && l.grams > 0 === grams > 0);
    if (!line) lines.push((line = { item, class: key, grams: 0, origins: [] }));
    line.grams += grams;
    if (origin !== undefined && !line.origins.includes(origin)) line.origins.push(origin);
  }
  return lines;
}

/** "Edges keen: done", "Ready to bone? Loose". */
const said = (step: string, answer: string): string =>
  step.endsWith('?') ? `${step} ${capital(answer)}` : `${step}: ${answer}`;
const placeWord = (to: string | undefined, words: WorkWords): string =>
  to === 'field'
    ? 'the field'
    : to === 'coolbox'
      ? 'a cool box on ice'
      : (words[`room:${to ?? ''}`] ?? to ?? '');

const HOW_WORDS = { done: 'done', skipped: 'skipped', left: 'left in, knowingly' } as const;

const partTitle = (part: { cut: string; side?: string | undefined }): string =>
  `${under(PART_NAMES, part.cut) ?? part.cut}${part.side ? `, ${part.side}` : ''}`;

const FACT_WORDS: Record<string, string> = {
  ageClass: 'age',
  placement: 'shot',
  shotSide: 'shot side',
  clean: 'a clean animal',
  skin: 'plucked or skinned',
  killedAt: 'day',
  trimStandard: 'trim standard',
  meatTrimmed: 'trimmed before it was weighed',
  allQuartersHere: 'all quarters are here',
  takenBy: 'taken by',
  gate: 'the questions before it is opened',
  proofOfSex: 'proof of sex',
  pointsLeft: 'points, left',
  pointsRight: 'points, right',
  girth: 'heart girth',
  exam: 'examination'
};

/** What these read is all of it, what they book is the difference. */
const BY_DIFFERENCE: readonly Kind[] = ['trim', 'tub', 'correct', 'dry', 'cook', 'thaw'];

/** The grams an entry is about: its net reading, else the largest posting. */
export function entryGrams(entry: Pick<Draft, 'intent'> & { postings: readonly Posting[] }): number {
  const { intent } = entry;
  if (intent.kind === 'void') return 0 - Math.max(0, ...entry.postings.map((p) => Math.abs(p.grams)));
  const reading = BY_DIFFERENCE.includes(intent.kind) ? undefined : readingOf(intent);
  if (reading) return net(reading);
  if (intent.kind === 'close') return 0;
  return Math.max(0, ...entry.postings.map((p) => Math.abs(p.grams)));
}

/** What must be said beside an entry's figures: told by a stand-in, at another hour by the device, or booked though it was asked about. */
export function entryMarks(
  entry: Pick<BookedEntry, 'intent' | 'deviceAt'>,
  format: PlainFormatter
): string[] {
  const { intent, deviceAt } = entry;
  const reading = readingOf(intent);
  return [
    ...(reading?.simulated ? ['simulated'] : []),
    ...(reading?.how === 'estimated' ? ['estimated'] : []),
    ...(deviceAt === undefined ? [] : [`its device said ${format.moment(deviceAt)}`]),
    ...(intent.sure ? ['asked about, and meant so'] : [])
  ];
}
