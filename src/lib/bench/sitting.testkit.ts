import { vi } from 'vitest';
import { isQuestion, type WorkRow } from '$core/bench';
import { accountOf, type Account } from '$core/account';
import {
  auditSubject,
  fold,
  type BookedEntry,
  type Facts,
  type Finding,
  type Intent,
  type IntentOf
} from '$core/book';
import { TestBook, testId, weighed } from '$core/book/testkit';
import type { TubKey } from '$core/reference';
import { benchData } from './bench-data.testkit';
import practiceWorld from './practice';
import { doubting } from './bench.svelte';
import { Session, type BenchData } from './session.svelte';
import type { World } from './world';

/** A person moves at this pace: a piece is laid on and lies still before the next press. */
const PACE_MS = 1_500;

const body = {};
class Field {
  readonly type = 'text';
}
class Other {
  readonly isContentEditable = false;
}

/** The little of a page and of a device that a sitting uses; each device keeps its own choices. */
function layPage(device: string, kept: Map<string, string>): void {
  kept.set('yonder-device', device);
  vi.stubGlobal('document', {
    body,
    hidden: false,
    addEventListener: () => undefined,
    removeEventListener: () => undefined
  });
  vi.stubGlobal('HTMLInputElement', Field);
  vi.stubGlobal('HTMLElement', Other);
  vi.stubGlobal('navigator', {});
  vi.stubGlobal('location', { search: '', pathname: '/bench' });
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value)
  });
}

/** How an animal comes to the bench. */
export interface Arrives {
  grams: number;
  stage?: 'live' | 'dressed' | 'hanging';
  species?: Facts['species'];
  /** Of a bag of small game. */
  count?: number;
  facts?: Partial<Facts>;
  /** What is in its book before somebody sits down. */
  before?: (book: TestBook, body: string) => void;
  data?: Partial<BenchData>;
}

/** An animal whose bench people sit down at, each with a device of their own. All of it in fake time. */
export interface Table {
  animal: string;
  body: string;
  /** All that is in the book by now. */
  entries: () => BookedEntry[];
  kinds: () => string[];
  of: <K extends Intent['kind']>(kind: K) => IntentOf<K>[];
  last: () => Intent | undefined;
  /** What its page says of it, by the book as it is now. */
  account: () => Account;
  /** What an audit of the animal finds. */
  audit: () => Finding[];
  sit: (device?: string) => Promise<Sitting>;
}

/** Somebody at the bench: each press is a hand's pace after the last, with what was asked of the scale on its plate. */
export interface Sitting {
  session: Session;
  desk: Session['desk'];
  /** A key of the keyboard; more than one character is typed one by one. */
  key: (pressed: string) => Promise<void>;
  /** What the page's controls do. */
  does: (work: () => unknown) => Promise<void>;
  /** Time passes. */
  passes: (ms: number) => Promise<void>;
  /** The title of the step in hand. */
  now: () => string;
  /** Chooses a step by the beginning of its title. */
  choose: (title: string) => Promise<void>;
  /** Says what asks for no weight, up to a step that has a piece on the scale. */
  steady: () => Promise<void>;
  /** Presses through to the end; gives the presses. */
  workOff: (most?: number, done?: () => boolean) => Promise<number>;
  tub: (tub: TubKey) => number;
  leave: () => Promise<void>;
}

/** Lays an animal on a table that people may sit down at. Ends with {@link stoodUp}. */
export async function table({
  grams,
  stage = 'hanging',
  species = 'fallow',
  count,
  facts = {},
  before,
  data = {}
}: Arrives): Promise<Table> {
  await doubting;
  vi.useFakeTimers({ now: Date.UTC(2026, 9, 12, 8) });
  const book = new TestBook();
  const body = testId();
  book.must({
    kind: 'intake',
    sure: ['weight'],
    facts: { species, sex: 'female', ageClass: 'adult', ...facts },
    into: count === undefined ? { kind: 'carcass', id: body } : { kind: 'lot', id: body, count },
    reading: weighed(grams, { stage })
  });
  before?.(book, body);
  const { animal, history } = book;
  const entries = [...history];
  const known = book.state.animals[animal]?.facts;
  if (!known) throw new Error('no animal came');
  const world: World = practiceWorld(animal, history);
  world.outbox.listen((_, { entry }) => void (entry && entries.push(entry)));
  const devices = new Map<string, Map<string, string>>();
  const told = benchData({ id: animal, facts: known }, history, data);

  return {
    animal,
    body,
    entries: () => entries,
    kinds: () => entries.map((e) => e.intent.kind),
    of: <K extends Intent['kind']>(kind: K) =>
      entries.flatMap(({ intent }) => (intent.kind === kind ? [intent as IntentOf<K>] : [])),
    last: () => entries.at(-1)?.intent,
    account: () => {
      const state = fold(entries);
      const account = accountOf(state, animal, entries);
      if (!account) throw new Error('no account');
      return account;
    },
    audit: () => auditSubject(entries, animal).findings,
    sit: async (device = 'bench 0001') => {
      const kept = devices.get(device) ?? new Map<string, string>();
      devices.set(device, kept);
      layPage(device, kept);
      const session = new Session(() => ({ ...told, history: [...entries] }), world);
      const leave = session.join();
      await vi.dynamicImportSettled();
      const sitting = at(session, leave);
      await sitting.passes(PACE_MS);
      return sitting;
    }
  };
}

function at(session: Session, leave: () => void): Sitting {
  const { desk, bench } = session;
  const passes = async (ms: number) => void (await vi.advanceTimersByTimeAsync(ms));
  const does = async (work: () => unknown) => {
    work();
    await passes(PACE_MS);
  };
  const strike = (key: string) =>
    session.hear({ key, target: body, repeat: false, preventDefault: () => undefined } as never);
  const key = async (pressed: string) =>
    does(() => {
      if (pressed.length > 1 && !/^[A-Z]/.test(pressed)) for (const one of pressed) strike(one);
      else strike(pressed);
    });
  const asks = (row: WorkRow | undefined) => row !== undefined && /^(say|glands)$/.test(row.act.kind);
  const say = () => key(desk.row && isQuestion(desk.row) ? 'y' : ' ');
  return {
    session,
    desk,
    key,
    does,
    passes,
    now: () => desk.row?.title ?? '',
    choose: async (title) => {
      const row = bench.work.rows.find((r) => !r.done && r.title.startsWith(title));
      if (!row) throw new Error(`no step ${title}: ${bench.work.rows.map((r) => r.title).join(', ')}`);
      await does(() => session.choose(row.key));
    },
    steady: async () => {
      for (let i = 0; asks(desk.row) && i < 60; i += 1) await say();
      if (desk.gate !== 'ready' || !session.laid) throw new Error(`nothing steady at ${desk.row?.title}`);
    },
    workOff: async (most = 60, done = () => desk.row === undefined) => {
      for (let presses = 0; presses < most; presses += 1) {
        if (done()) return presses;
        const was = bench.lastId;
        await say();
        if (bench.lastId === was)
          throw new Error(`${desk.row?.title}: ${desk.notice?.text ?? 'nothing booked'}`);
      }
      throw new Error('the work has no end');
    },
    tub: (tub) => session.tubs.find((t) => t.tub === tub)?.grams ?? 0,
    leave: () => does(leave)
  };
}

/** Ends what a sitting has put in the place of clock and page. */
export function stoodUp(): void {
  vi.useRealTimers();
  vi.unstubAllGlobals();
}
