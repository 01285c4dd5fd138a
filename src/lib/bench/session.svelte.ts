import { createContext } from 'svelte';
import {
  PAUSE_MS,
  addedKey,
  isQuestion,
  minutesOf,
  sizeOf,
  type Gouges,
  type Minutes as Learnt,
  type Trims,
  type TubTrims
} from '$core/bench';
import { bodyOf, tubsOf, type BookedEntry, type Facts } from '$core/book';
import {
  HOLD_NAMES,
  SHOT_LOSS,
  SPECIES,
  TUB_KEYS,
  TUB_OF_LETTER,
  cutOf,
  kitFor,
  mayHoldLead,
  type Caution,
  type KitItem,
  type KitKey,
  type Procedure,
  type Side,
  type TrimSaid,
  type TubKey
} from '$core/reference';
import { MINUTE, under } from '$core/units';
import type { Household, PriceBook } from '$core/worth';
import type { Learned } from '$core/yield';
import { deviceName, setTrimmedHere, trimmedHere } from '$lib/device/ids';
import { isTyping } from '$lib/device/typing';
import type { Settings } from '$core/settings';
import { plainFormatter, type PlainChoices } from '$lib/words/format';
import { Bench } from './bench.svelte';
import type { Task } from './booking.svelte';
import { Cable } from './cable.svelte';
import { Desk } from './desk.svelte';
import { benchKey, takesOver } from './keys';
import { Minutes } from './today.svelte';
import { Voice } from './voice.svelte';
import { wantOf } from './want';
import { LARDER, type World } from './world';

/** What the larder tells a bench as its page opens. */
/** What a plan asks of a piece: its tub, the words for it, what it was to weigh, and its bone where somebody has said so. */
export interface PlannedPiece {
  tub: TubKey;
  words: string;
  grams: number;
  onBone?: boolean;
}
export interface BenchData {
  card: { id: string; code: string; facts: Facts };
  history: BookedEntry[];
  larder: PlainChoices & Pick<Settings, 'degrees'> & { atBench: string; larderName: string };
  learned: Learned | undefined;
  /** Ageing index by now, and the one that is wanted; undefined where its death or its air is not known. */
  aged: { index: number; goal: number } | undefined;
  orders: readonly Procedure[];
  minutes: Learnt;
  /** Where what lies out is put. */
  cold: { key: string; name: string } | undefined;
  /** A room that is too warm to leave meat out in, in the unit chosen. */
  warmAbove: string;
  /** Such deer are tested here. */
  tested: boolean;
  /** How often whoever works here went into a muscle before, by step. */
  gouges: Gouges;
  /** How closely each tub’s meat is trimmed here, and what trimming has taken off pieces of whoever works here. */
  trims: { standards: TubTrims; own: Trims };
  silverTo: 'stock' | 'discard';
  /** Whether meat is trimmed before it is weighed, as it was said last of an animal. */
  trimHabit?: TrimSaid | undefined;
  tubTares: Partial<Record<TubKey, number>>;
  kitMissing: readonly string[];
  /** What each tool is, and everything that is said of danger, by key. */
  tools: Readonly<Record<KitKey, KitItem>>;
  cautions: Readonly<Record<string, Caution>>;
  /** The plan in force, and what it asks of the pieces still to come, by cut and side. */
  plan?: string;
  planned?: Readonly<Record<string, PlannedPiece>>;
  prices: PriceBook;
  household: Household;
  edgeMinutes: number;
  letterKeys: boolean;
  weighs: 'cable' | 'typed' | 'paper' | null;
  /** What the last animals say of the scales, where one may be off. */
  scaleOff?: string;
  /** A simulated scale may be used, and answers here. */
  standIn: boolean;
  demo: boolean;
}

/** What may lie over the bench; one at a time. */
export type Panel =
  | 'find'
  | 'keys'
  | 'step'
  | 'reasons'
  | 'keypad'
  | 'scale'
  | 'procedures'
  | 'kit'
  | 'pieces'
  | 'bones'
  | 'hands'
  | 'recap';

/** A tone, where somebody has asked for tones: what makes it comes with the first. */
const sound = (kind: 'booked' | 'refused'): void =>
  void import('$lib/device/sound').then(({ tone }) => tone(kind));

/** The animal that is followed without a scale on this device. */
const FOLLOWED = 'yonder-follow';

/** What was in hand when the page was left: animal, work and item. */
const IN_HAND = 'yonder-in-hand';
const WORKS: readonly Task['kind'][] = ['trim', 'split', 'reweigh', 'correct'];

/** One sitting at one bench with one animal: what all that is drawn there reads, and what its presses do. */
export class Session {
  readonly bench: Bench;
  readonly desk: Desk;
  readonly cable: Cable;
  readonly minutes = new Minutes();
  /** The step in hand spoken aloud, where somebody wants it. */
  readonly voice = new Voice();
  readonly #data: () => BenchData;
  /** The bench's own element: what is pressed is heard there. */
  root = $state<HTMLElement | undefined>();
  panel = $state<Panel | undefined>();
  /** What is pointed at on the drawing, in words. */
  pointed = $state<string | undefined>();
  /** Cuts that somebody looks for; the drawing points them out. */
  sought = $state.raw<readonly string[]>([]);
  /** Drawn as it hangs, head down; else as it lies. Kept on the device. */
  hung = $state(false);
  /** The next press on the drawing says where the knife went into a muscle. */
  marking = $state(false);
  /** Somebody has said whether pieces are weighed trimmed here. */
  stateKnown = $state(true);
  /** Somebody shakes the stand-in's table. */
  shaken = $state(false);
  /** The page hears what is pressed. */
  awake = $state(false);
  /** Tools the larder is without, as this page has been told. */
  #gone = $state.raw<readonly string[] | undefined>();

  /**
   * @param data   as the page has it now; the animal stays the same
   * @param world  what lies beyond the bench
   */
  constructor(
    data: () => BenchData,
    readonly world: World = LARDER
  ) {
    this.#data = data;
    const { card, larder, learned, orders, minutes, history, tubTares, trimHabit } = data();
    const { atBench: hand, vocabulary, units } = larder;
    this.bench = new Bench(
      { animal: card.id, code: card.code, hand, vocabulary, learned, orders, minutes, world },
      history
    );
    this.desk = new Desk(this.bench, units, () => data().silverTo, this.ask, sound);
    this.desk.tares = tubTares;
    this.desk.trimHabit = trimHabit;
    this.bench.onBone = (cut) => (this.plannedOf(cut, 'left') ?? this.plannedOf(cut, undefined))?.onBone;
    this.desk.planned = (cut, side) => this.plannedOf(cut, side)?.tub;
    this.desk.keepTares = (tares) => world.keep('/api/v1/tubs', { tares });
    this.cable = new Cable(this.desk);
    this.desk.keepTask = (task) =>
      localStorage.setItem(IN_HAND, task ? [card.id, task.kind, task.item].join(' ') : '');
    this.desk.byHand = (then) => {
      if (this.data.standIn || this.cable.on) return false;
      this.#then = then;
      return true;
    };
  }

  get data(): BenchData {
    return this.#data();
  }
  /** What a plan in force asks of a piece that is still to come off. */
  plannedOf(cut: string, side: Side | undefined): PlannedPiece | undefined {
    const { planned = {} } = this.data;
    return under(planned, `${cut}|${side ?? ''}`);
  }
  /** The same of the piece in hand, in words; '' where no plan says anything of it. */
  readonly plannedWords = $derived.by(() => {
    const act = this.desk.row?.act;
    if (act?.kind !== 'take' || act.born !== 'piece') return '';
    return this.plannedOf(act.cut, act.side === 'both' ? 'left' : act.side)?.words ?? '';
  });
  readonly format = $derived.by(() => plainFormatter(this.data.larder));
  readonly account = $derived.by(() => this.bench.account);
  readonly beam = $derived.by(() => this.account?.beam);
  readonly animal = $derived.by(() => under(this.bench.state.animals, this.bench.animal));
  readonly facts = $derived.by(() => this.animal?.facts ?? this.data.card.facts);
  readonly group = $derived.by(() => SPECIES[this.facts.species].group);
  readonly focus = $derived.by(() => this.bench.work.focus);
  readonly lotCount = $derived.by(() => bodyOf(this.bench.state, this.bench.animal)?.count ?? 0);
  readonly tubs = $derived.by(() => tubsOf(this.bench.state, this.bench.animal));
  readonly lost = $derived.by(
    () => this.beam?.segments.filter((s) => s.class === 'X' && s.key !== 'unaccounted' && s.grams > 0) ?? []
  );
  /** Boneless ÷ what is 100 % of the beam. */
  readonly soFar = $derived.by(() =>
    this.account && this.beam && this.beam.base > 0 ? this.account.yield.boneless / this.beam.base : 0
  );
  readonly held = $derived.by(() => {
    const [hold] = this.animal?.holds ?? [];
    return this.animal?.condemned ? 'condemned' : hold && `held: ${HOLD_NAMES[hold.why]}`;
  });
  /** The parts a shot has hit, and on which side where one knows. */
  readonly hit = $derived.by(() => {
    const { placement, shotSide } = this.facts;
    if (!placement) return undefined;
    const { hits: parts, organs } = SHOT_LOSS[placement];
    return { parts, organs, fragments: mayHoldLead(this.facts), side: shotSide ?? undefined };
  });
  /** The piece in hand lies where the shot went. */
  readonly shotSide = $derived.by(() => {
    const { hit } = this;
    const act = this.desk.row?.act;
    if (!hit || hit.parts === 'scattered' || act?.kind !== 'take') return false;
    const { cut, side } = act;
    const onSide = hit.side === undefined || side === undefined || side === 'both' || side === hit.side;
    return onSide && hit.parts.includes(cutOf(cut)?.of ?? cut);
  });
  /** Cautions of the step in hand: its own, and what this animal adds. */
  readonly cautionKeys = $derived.by(() => [
    ...(this.desk.row?.cautions ?? []),
    ...(this.shotSide && this.hit?.fragments ? ['lead'] : [])
  ]);
  readonly kit = $derived.by(() =>
    this.bench.work.procedure ? kitFor(this.bench.work.procedure, this.#gone ?? this.data.kitMissing) : []
  );
  /** How large the animal or lot is. */
  readonly size = $derived.by(() => sizeOf(this.bench.state, this.bench.animal));
  /** Whole minutes on the step in hand, from the last entry here unless that was another sitting; and what it takes. */
  readonly spent = $derived.by(() => {
    const { row } = this.desk;
    const since = this.bench.lastOwnAt;
    if (!row || !this.size) return undefined;
    const on = since === undefined ? 0 : this.minutes.since(since);
    const usual = Math.max(1, Math.round(minutesOf(row, this.size, this.data.minutes).minutes));
    return { minutes: on * MINUTE > PAUSE_MS ? 0 : on, usual };
  });
  /** Minutes that the step in hand takes, by own times and the model. */
  readonly takes = $derived.by(() => {
    const { row } = this.desk;
    return row && this.size ? minutesOf(row, this.size, this.data.minutes).minutes : undefined;
  });
  /** Tubs that stand on this bench. A boar's fat is worth one of its own; nobody dries its meat. */
  readonly shownTubs = $derived.by(() => {
    const boar = this.group === 'boar';
    const usual = new Set<TubKey>(['prime', 'slow', boar ? 'fat' : 'jerky', 'grind', 'stock', 'pets']);
    return TUB_KEYS.filter((k) => usual.has(k));
  });
  /** The step that closes what lies open. */
  readonly closing = $derived.by(() => this.bench.work.rows.find((r) => r.act.kind === 'close'));
  /** Where no scale is, tubs are weighed by hand. */
  readonly noScale = $derived.by(() => {
    const { standIn, weighs } = this.data;
    return !standIn && weighs !== 'cable' && weighs !== null && !this.cable.on;
  });

  /** Says that presses are heard, joins the outbox, the stream and the cable; gives the way to leave. */
  join(): () => void {
    const { bench, desk, cable, ask } = this;
    const leaveBench = bench.join(ask);
    const news = () => void bench.refresh().then(ask);
    const stream = this.world.connect(bench.animal, {
      scale: (line, plate) =>
        !cable.on && desk.show(line, { plate, ...(this.data.standIn ? { simulated: true } : {}) }),
      taken: ({ plate, hand, device }) => {
        if (device !== deviceName())
          desk.takenElsewhere(
            plate,
            `${hand} has taken that piece off this scale. Lift it off; the next one counts.`
          );
      },
      table: (on) => {
        if (on || this.shaken)
          desk.notice = {
            kind: 'plain',
            text: on
              ? 'The table is shaken: no reading steadies. It calms itself within a minute.'
              : 'The table is calm again.'
          };
        this.shaken = on;
      },
      book: (seq) => {
        if (!bench.isNews(seq)) return;
        desk.disarm('other');
        news();
      },
      lost: () => !cable.on && desk.silent(),
      found: news
    });
    const lock = navigator.wakeLock?.request('screen').catch(() => undefined);
    const leaveCable = cable.start();
    const stopMinutes = this.minutes.start();
    // Nobody presses what is out of sight.
    const hide = () => document.hidden && desk.disarm('hidden');
    document.addEventListener('visibilitychange', hide);
    this.voice.start();
    this.hung = localStorage.getItem('yonder-hung') === '1';
    desk.follow = localStorage.getItem(FOLLOWED) === bench.animal;
    const [of, work, item = ''] = (localStorage.getItem(IN_HAND) ?? '').split(' ');
    const kind = of === bench.animal ? WORKS.find((one) => one === work) : undefined;
    if (kind) desk.resume({ kind, item });
    this.stateKnown = trimmedHere() !== undefined;
    bench.trimmed = trimmedHere() ?? false;
    this.awake = true;
    const { search } = location;
    if (search)
      void import('./scanned').then(({ default: scanned }) =>
        scanned({ bench, desk, choose: this.choose, list: () => (this.panel = 'pieces') }, search)
      );
    this.root?.focus({ preventScroll: true });
    void navigator.serviceWorker?.ready.then((registration) =>
      registration.active?.postMessage({ keep: location.pathname })
    );
    ask();
    return () => {
      leaveBench();
      this.voice.hush();
      stopMinutes();
      document.removeEventListener('visibilitychange', hide);
      leaveCable();
      stream.close();
      void lock?.then((l) => l?.release());
    };
  }

  /** Whoever follows the book at this bench: told when all that was booked here has been answered. */
  heard: () => void = () => {};

  /** Asks the stand-in scale for the piece that comes next; a real scale does not hear it. */
  readonly ask = (): void => {
    const { bench, desk, data } = this;
    if (bench.answered) this.heard();
    const want = wantOf(desk.task, desk.row, bench.trimmed);
    // The stand-in looks into the book: what was booked here must have been answered first; the answer asks again.
    if (!data.demo || !data.standIn || !bench.answered) return;
    // One at a time: two on their way at once may arrive the other way round, and the older would empty the plate.
    if (this.#asking) return void (this.#askAgain = true);
    this.#asking = true;
    this.#asks = true;
    void this.send({ action: 'ask', ask: { animal: bench.animal, after: bench.lastId, want } }).then(
      (laid) => {
        this.#asking = false;
        this.#asks = this.#askAgain;
        this.#off = laid?.off ?? this.#off;
        if (!this.#askAgain) return;
        this.#askAgain = false;
        this.ask();
      }
    );
  };
  #asking = false;
  #askAgain = false;
  /** The same, for what is shown of it. */
  #asks = $state(false);
  /** The number of what was lifted off for the piece that was asked for last. */
  #off = $state.raw<string | undefined>();
  /** What was asked of the stand-in is on its plate or on its way there, and what lay there before is off. */
  readonly laid = $derived.by(
    () => this.bench.answered && !this.#asks && (this.#off === undefined || this.desk.lies !== this.#off)
  );
  /** A word to the stand-in scale. */
  readonly send = (body: unknown) => this.world.toScale(body);

  /** All of the step in hand, and back again: by a press, or by a second pedal. */
  readonly more = (): void => (this.panel === 'step' ? this.back() : void (this.panel = 'step'));
  readonly show = (panel: Panel) => () => void (this.panel = panel);
  /** What was pressed and waits for a weight that is typed. */
  #then: (() => void) | undefined;
  /** Goes on with what was typed: the press that asked for it, else the step in hand. */
  readonly typed = (): void => this.act(this.#then ?? (() => this.desk.press()))();
  /** Back to the bench, from whatever lay over it. */
  readonly back = (): void => {
    this.#then = undefined;
    this.panel = undefined;
    this.root?.focus({ preventScroll: true });
  };
  /** What a press does: its work, and back to the bench. */
  readonly act =
    <A extends unknown[]>(work: (...given: A) => unknown) =>
    (...given: A): void => {
      this.#then = undefined;
      work(...given);
      this.#leave();
    };
  /** Back to the bench; to the keypad where no scale speaks and what was pressed needs a weight. */
  readonly #leave = (): void => {
    if (this.#then) this.panel = 'keypad';
    else this.back();
  };
  readonly choose = this.act((key: string) => {
    this.desk.choose(key);
    this.ask();
  });
  readonly goBy = this.act((item: string, key: string) => {
    this.desk.goBy(item, key);
    this.ask();
  });
  readonly toggleBoth = this.act(() => {
    this.desk.both = !this.desk.both;
    this.ask();
  });
  /** Nobody weighs: pieces are taken at what is expected of them. Kept on the device, for this animal. */
  readonly toggleFollow = this.act(() => {
    this.desk.follow = !this.desk.follow;
    localStorage.setItem(FOLLOWED, this.desk.follow ? this.bench.animal : '');
  });
  readonly toggleByTub = this.act(() => (this.desk.byTub = !this.desk.byTub));
  /** Says how pieces are weighed at this device. */
  readonly weighTrimmed = this.act((trimmed: boolean) => {
    this.bench.trimmed = trimmed;
    this.stateKnown = true;
    setTrimmedHere(trimmed);
    this.ask();
  });
  readonly closePart = this.act(() => {
    const { closing } = this;
    if (closing && !closing.done) this.desk.choose(closing.key);
    this.ask();
  });
  /**
   * Puts a cut into this order of work, for this once; undefined where it cannot come off what lies open: a muscle comes
   * off its part, the rest off the carcass.
   */
  adding(cut: string): (() => void) | undefined {
    const { focus } = this;
    const of = cutOf(cut)?.of;
    const may =
      focus?.kind === 'part' ? of === focus.cut : of !== undefined && of !== 'hindLeg' && of !== 'shoulder';
    if (!focus || !may) return undefined;
    return this.act(() => {
      const take = { kind: 'piece' as const, cut, ...(focus.side ? { side: focus.side } : {}) };
      this.bench.add(focus.id, take);
      this.desk.choose(addedKey(take));
      this.ask();
    });
  }
  /** Tells the larder whether it has a tool; the order of work then says what does instead. */
  readonly has = (key: KitKey, there: boolean): void => {
    const rest = (this.#gone ?? this.data.kitMissing).filter((k) => k !== key);
    this.#gone = there ? rest : [...rest, key];
    this.world.keep('/api/v1/kit', { missing: this.#gone });
  };

  /** Y: yes to what is asked, in its own place beside the press; the first answer is the usual one. */
  #yes(): void {
    const { row, notice } = this.desk;
    if (notice?.retry) return this.act(notice.retry)();
    if (row && isQuestion(row))
      this.act(() => this.desk.tick('done', row.act.kind === 'say' ? row.act.answers[0]?.key : undefined))();
  }
  readonly #letters: Record<string, () => void> = {
    y: () => this.#yes(),
    u: this.act(() => this.desk.undo()),
    n: this.act(() => this.desk.step(1)),
    b: this.act(() => this.desk.step(-1)),
    t: this.act(() => this.desk.trimFirst()),
    w: this.toggleByTub,
    x: this.show('reasons'),
    l: this.show('pieces'),
    m: this.act(() => this.desk.gouge()),
    v: this.act(() => this.voice.toggle()),
    e: this.act(() => this.minutes.fresh()),
    ...Object.fromEntries(
      Object.entries(TUB_OF_LETTER).map(([letter, tub]) => [
        letter.toLowerCase(),
        this.act(() => this.desk.toTub(tub))
      ])
    )
  };

  /** A key, wherever it was pressed on the page. */
  readonly hear = (event: KeyboardEvent): void => {
    const { desk } = this;
    const key = benchKey(event, {
      free: event.target === document.body || event.target === this.root,
      typing: isTyping(event.target),
      typed: desk.typed !== '',
      letters: this.data.letterKeys ? Object.keys(this.#letters).filter((l) => desk.hears(l)) : []
    });
    if (!key) return;
    if (takesOver(key, event)) event.preventDefault();
    if (!this.awake) return;
    if (key.kind === 'press') this.act(() => desk.press())();
    else if (key.kind === 'more') this.more();
    else if (key.kind === 'back') this.back();
    else if (key.kind === 'find') this.panel = 'find';
    else if (key.kind === 'keys') this.panel = this.panel === 'keys' ? undefined : 'keys';
    else if (key.kind === 'erase') desk.digit('back');
    else if (key.kind === 'letter') under(this.#letters, key.letter)?.();
    else if (key.kind === 'digit') {
      this.panel = 'keypad';
      desk.digit(key.digit);
    }
  };
}

/** The session that all of a bench's page reads. */
export const [useSession, provideSession] = createContext<Session>();
