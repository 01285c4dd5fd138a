import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { env } from 'node:process';
import { Worker } from 'node:worker_threads';
import { MINUTE } from '$core/units';
import { heard } from '../heard';
import type { Streams, Tasks } from './tasks';
import { Turns } from './turns';

/** What a thread is asked, and what it says. */
export interface Asked {
  id: number;
  task: keyof Tasks | keyof Streams;
  asked: unknown;
}
export type Said =
  | { id: number; kind: 'said'; said: unknown }
  | { id: number; kind: 'done'; answer: unknown }
  | { id: number; kind: 'fault'; why: string };

/** Something took longer, or more memory, than it may. */
export class Stopped extends Error {
  constructor(readonly by: 'time' | 'memory') {
    super(by === 'time' ? 'it took too long' : 'it took too much memory');
  }
}

/** Within which bounds, for whom, and until when. */
export interface Bounds {
  /** Time it may take once its turn has come. */
  ms: number;
  /** Who asks: of one caller only so many wait. */
  caller?: string;
  signal?: AbortSignal;
  /** Told how many are before it while it waits. */
  onPlace?: (before: number) => void;
}

/** Where the build has put the threads’ program; from the sources there is none, and the work is done at its place. */
const PROGRAM = resolve('build', 'work', 'worker.js');
const isBuilt = (): boolean => import.meta.env.PROD && existsSync(PROGRAM);
/** A thread that nobody has asked for so long ends. */
const IDLE_MS = MINUTE;

/** A thread that does one thing after another; what goes wrong in it ends it alone, and the next is done by a new one. */
class Thread {
  #worker: Worker | undefined;
  #idle: ReturnType<typeof setTimeout> | undefined;
  #asks = 0;

  constructor(
    private readonly memoryMb: number,
    readonly turns: Turns
  ) {}

  /** Asks; `onSaid` hears what is said on the way. */
  async ask(
    task: Asked['task'],
    asked: unknown,
    { ms, caller = '', signal, onPlace }: Bounds,
    onSaid: (said: unknown) => void = () => undefined
  ): Promise<unknown> {
    const end = await this.turns.enter(caller, signal, onPlace);
    try {
      return await (isBuilt() ? this.#ask(task, asked, ms, signal, onSaid) : atItsPlace(task, asked, onSaid));
    } finally {
      end();
    }
  }

  #ask(
    task: Asked['task'],
    asked: unknown,
    ms: number,
    signal: AbortSignal | undefined,
    onSaid: (said: unknown) => void
  ): Promise<unknown> {
    clearTimeout(this.#idle);
    const own = (this.#worker ??= new Worker(PROGRAM, {
      resourceLimits: { maxOldGenerationSizeMb: this.memoryMb }
    }));
    const id = (this.#asks += 1);
    return new Promise((done, fail) => {
      const end = (): void => {
        clearTimeout(late);
        own.off('message', hear).off('error', broke).off('exit', ended);
        signal?.removeEventListener('abort', gone);
        this.#idle = setTimeout(() => this.#drop(own), IDLE_MS).unref();
      };
      const stop = (why: unknown): void => {
        end();
        this.#drop(own);
        fail(why instanceof Error ? why : new Error(String(why)));
      };
      const hear = (said: Said): void => {
        if (said.id !== id) return;
        if (said.kind === 'said') return onSaid(said.said);
        end();
        if (said.kind === 'done') done(said.answer);
        else fail(new Error(said.why));
      };
      const broke = (error: Error & { code?: string }): void =>
        stop(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new Stopped('memory') : error);
      const ended = (): void => stop(new Error('the thread has ended'));
      const gone = (): void => stop(signal?.reason);
      const late = setTimeout(() => stop(new Stopped('time')), ms);
      own.on('message', hear).on('error', broke).on('exit', ended);
      signal?.addEventListener('abort', gone, { once: true });
      own.postMessage({ id, task, asked } satisfies Asked);
    });
  }

  #drop(own: Worker): void {
    if (this.#worker === own) this.#worker = undefined;
    // Whatever it still says of its end is heard.
    own.on('error', () => undefined);
    heard(own.terminate(), 'a thread could not be ended');
  }

  /** Ends it with the larder. */
  end(): void {
    clearTimeout(this.#idle);
    if (this.#worker) this.#drop(this.#worker);
  }
}

async function atItsPlace(
  task: Asked['task'],
  asked: unknown,
  onSaid: (said: unknown) => void
): Promise<unknown> {
  const { STREAMS, TASKS } = await import('./tasks');
  // What cannot be handed to a thread is no more done here than there.
  const given: unknown = structuredClone(asked);
  if (!Object.hasOwn(STREAMS, task))
    return (TASKS[task as keyof Tasks] as (asked: unknown) => unknown)(given);
  const stream = STREAMS[task as keyof Streams] as (asked: unknown) => AsyncIterable<unknown>;
  for await (const one of stream(given)) onSaid(one);
  return undefined;
}

/** Memory of a thread, MB; a machine that has little is told so. */
const MEMORY_MB = Number(env.LARDER_THREAD_MB) || 1_536;

/** Documents and files: a logger’s file of a million rows takes a third of its memory. */
const short = new Thread(MEMORY_MB, new Turns(1, 40, 120));
/** What goes on for minutes: of one caller one waits. */
const long = new Thread(MEMORY_MB, new Turns(1, 2, 8));

/**
 * Does something heavy beside the server's own thread, which goes on answering: one after another, within bounds of time and
 * memory. What goes wrong there ends nothing else.
 * @param asked  data; buffers in it are copied
 * @throws TooMany, {@link Stopped}, the signal's reason; what the task itself threw
 */
export function aside<K extends keyof Tasks>(
  task: K,
  asked: Parameters<Tasks[K]>[0],
  bounds: Bounds
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  return short.ask(task, asked, bounds) as Promise<Awaited<ReturnType<Tasks[K]>>>;
}

type SaidBy<K extends keyof Streams> = ReturnType<Streams[K]> extends AsyncIterable<infer T> ? T : never;

/** The same of what goes on for minutes: `onSaid` hears what it says on its way. */
export async function asideSaying<K extends keyof Streams>(
  task: K,
  asked: Parameters<Streams[K]>[0],
  bounds: Bounds,
  onSaid: (said: SaidBy<K>) => void
): Promise<void> {
  await long.ask(task, asked, bounds, (said) => onSaid(said as SaidBy<K>));
}

/** Ends the threads with the larder. */
export function endAside(): void {
  short.end();
  long.end();
}
