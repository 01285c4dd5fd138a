import { randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, rm, type FileHandle } from 'node:fs/promises';
import { join } from 'node:path';
import { asLarderFault, SPOOL, type Larder, type LarderFaultCode } from '../db/client';
import { linesIn } from '../lines';
import type { PhotoStore } from '../files/photos';
import { log } from '../log';
import type { BookRepository } from '../repo/book';
import type { ArchiveFault, OnProgress, Progress } from './manifest';
import { RESTORE_BOUNDS } from './bounds';
import { lineFault } from './open';
import { restoreArchive } from './read';

/** Why nothing was restored. */
export type RestoreFault =
  | ({ code: 'fault' } & ArchiveFault)
  | { code: 'not-empty' | 'stopped' | 'broken' }
  | { code: 'larder'; fault: LarderFaultCode };

type Ended = { state: 'done'; entries: number } | { state: 'failed'; why: RestoreFault };

/** How a restore stands. */
export type RestoreState = { state: 'coming'; received: number } | ({ state: 'running' } & Progress) | Ended;

/** Most bytes of one piece that is sent. */
export const PIECE_BYTES = 8 * 1024 * 1024;

interface Into {
  larder: Larder;
  photos: PhotoStore;
  book: BookRepository;
}
interface How {
  onProgress: OnProgress;
  signal: AbortSignal;
}

/** Takes a file into an empty larder, whole or not at all: an archive, or a book by itself as JSON Lines. */
export async function restoreFile(into: Into, path: string, how: How): Promise<Ended> {
  try {
    return (await isZip(path)) ? await wholeOf(into, path, how) : await bookOf(into.book, path, how);
  } catch (error) {
    if (how.signal.aborted) return { state: 'failed', why: { code: 'stopped' } };
    const fault = asLarderFault(error)?.fault;
    if (!fault) log.error({ err: error }, 'a restore broke');
    return { state: 'failed', why: fault ? { code: 'larder', fault } : { code: 'broken' } };
  }
}

async function wholeOf(into: Into, path: string, how: How): Promise<Ended> {
  const restored = await restoreArchive(into, path, how);
  if (restored.ok) return { state: 'done', entries: restored.manifest.book.entries };
  const { fault } = restored;
  return { state: 'failed', why: typeof fault === 'string' ? { code: fault } : { code: 'fault', ...fault } };
}

async function bookOf(book: BookRepository, path: string, { onProgress, signal }: How): Promise<Ended> {
  let done = -1;
  const counted = async function* () {
    for await (const line of linesIn(createReadStream(path), RESTORE_BOUNDS.line)) {
      signal.throwIfAborted();
      done += 1;
      if (done % 500 === 0) onProgress({ stage: 'booking', done });
      yield line;
    }
  };
  const read = await book.import(counted()).catch((error: unknown) => {
    const message = lineFault(error);
    if (message === undefined) throw error;
    return { ok: false as const, fault: { line: done + 2, path: '', message } };
  });
  if (read.ok) return { state: 'done', entries: read.entries };
  if (read.fault === 'not-empty') return { state: 'failed', why: { code: 'not-empty' } };
  const { line, path: place, message } = read.fault;
  const said = place === '' ? message : `${place} ${message}`;
  return { state: 'failed', why: { code: 'fault', part: '', line, message: said } };
}

class Restore {
  received = 0;
  #file: FileHandle | undefined;
  #halt = new AbortController();
  state: RestoreState = { state: 'coming', received: 0 };
  constructor(
    readonly id: string,
    private readonly folder: string
  ) {}

  get #path(): string {
    return join(this.folder, 'file');
  }

  /** Takes the next piece; false where it does not follow what came before. */
  async take(at: number, bytes: Uint8Array): Promise<boolean> {
    if (this.state.state !== 'coming' || at !== this.received) return false;
    await mkdir(this.folder, { recursive: true });
    this.#file ??= await open(this.#path, 'w');
    await this.#file.write(bytes, 0, bytes.byteLength, at);
    this.received += bytes.byteLength;
    this.state = { state: 'coming', received: this.received };
    return true;
  }

  /** Goes on with what has come. */
  async run(into: Into): Promise<void> {
    if (this.received === 0) {
      this.state = { state: 'failed', why: { code: 'fault', part: '', message: 'it is empty' } };
      return;
    }
    this.state = { state: 'running', stage: 'checking', done: 0 };
    await this.#file?.close();
    this.#file = undefined;
    this.state = await restoreFile(into, this.#path, {
      signal: this.#halt.signal,
      onProgress: (progress) => (this.state = { state: 'running', ...progress })
    });
    await rm(this.folder, { recursive: true, force: true });
  }

  /** Stops, and leaves nothing behind. */
  async stop(): Promise<void> {
    this.#halt.abort();
    if (this.state.state !== 'coming') return;
    this.state = { state: 'failed', why: { code: 'stopped' } };
    await this.#file?.close();
    await rm(this.folder, { recursive: true, force: true });
  }
}

/** Restores that come in pieces over the network; one at a time. */
export class Restores {
  #current: Restore | undefined;
  constructor(private readonly folder: string) {}

  /** Begins one in the place of what was begun before. */
  async begin(): Promise<string> {
    await this.#current?.stop();
    const id = randomUUID();
    this.#current = new Restore(id, join(this.folder, `${SPOOL}${id}`));
    return id;
  }

  of(id: string): Restore | undefined {
    return this.#current?.id === id ? this.#current : undefined;
  }
}

async function isZip(path: string): Promise<boolean> {
  const bytes = await readFirst(path);
  return bytes.subarray(0, 2).toString('latin1') === 'PK';
}

async function readFirst(path: string): Promise<Buffer> {
  try {
    const file = await open(path);
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4), 0, 4, 0);
    await file.close();
    return buffer.subarray(0, bytesRead);
  } catch {
    return Buffer.of();
  }
}
