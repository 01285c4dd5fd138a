import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { PHOTO_FILE } from '$core/book';
import type { Larder } from '../db/client';
import type { PhotoStore } from '../files/photos';
import { BookRepository } from '../repo/book';
import { photographsNamed } from '../repo/photographs';
import {
  ARCHIVE,
  ArchiveStopped,
  BOOK,
  MANIFEST,
  PHOTOGRAPHS,
  claimSchema,
  manifestSchema,
  type ArchiveFault,
  type Manifest,
  type OnProgress,
  type PartSaid
} from './manifest';
import { PARTS } from './parts';

export type Restored =
  { ok: true; manifest: Manifest } | { ok: false; fault: ArchiveFault | 'not-empty' | 'stopped' };

/** A manifest of a million parts is some hundred megabytes; more is none. */
const MANIFEST_BYTES = 400 * 1024 * 1024;
/** Characters of a line: a void of a long chain has some hundred thousand. */
const LINE = 8 * 1024 * 1024;

/** An archive that has been opened. */
class Archive {
  private constructor(
    readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>
  ) {}

  static async open(path: string): Promise<Archive> {
    const zip = await openPromise(path, { autoClose: false, lazyEntries: true }).catch(() => {
      throw new ArchiveStopped({ part: '', message: 'it is no whole zip file, and may have been cut off' });
    });
    const entries = new Map<string, Entry>();
    try {
      for await (const entry of zip.eachEntry()) {
        if (entries.has(entry.fileName))
          throw new ArchiveStopped({ part: entry.fileName, message: 'stands in it twice' });
        entries.set(entry.fileName, entry);
      }
    } catch (error) {
      zip.close();
      throw error instanceof ArchiveStopped ? error : unreadable('', error);
    }
    return new Archive(zip, entries);
  }

  /** What the manifest says; a newer version is said before the rest of it is looked at. */
  async manifest(): Promise<Manifest> {
    const text = await this.#text(MANIFEST);
    let json: unknown;
    try {
      json = JSON.parse(text);
    } catch {
      throw new ArchiveStopped({ part: MANIFEST, message: 'not JSON' });
    }
    const claim = claimSchema.safeParse(json);
    if (!claim.success)
      throw new ArchiveStopped({ part: MANIFEST, message: 'this is no archive of a larder' });
    if (claim.data.version > ARCHIVE.version)
      throw new ArchiveStopped({
        part: MANIFEST,
        message: `an archive of version ${claim.data.version}: this program reads up to version ${ARCHIVE.version}`
      });
    const read = manifestSchema.safeParse(json);
    const [issue] = read.error?.issues ?? [];
    if (!read.success)
      throw new ArchiveStopped({
        part: MANIFEST,
        message: `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'cannot be read'}`
      });
    return read.data;
  }

  /** A part's bytes as they come; what is not as it was said to be ends in a fault. */
  async *bytes({ name, bytes, sha256 }: PartSaid): AsyncGenerator<Buffer> {
    const digest = createHash('sha256');
    let size = 0;
    for await (const piece of this.#raw(name)) {
      digest.update(piece);
      size += piece.length;
      yield piece;
    }
    if (size !== bytes || digest.digest('hex') !== sha256)
      throw new ArchiveStopped({ part: name, message: 'is not what it was: its SHA-256 differs' });
  }

  /** The same as lines of text. */
  async *lines(said: PartSaid): AsyncGenerator<string> {
    const decoder = new TextDecoder('utf-8', { fatal: true });
    let rest = '';
    for await (const piece of this.bytes(said)) {
      rest += decoded(said.name, () => decoder.decode(piece, { stream: true }));
      const lines = rest.split('\n');
      rest = lines.pop() ?? '';
      if (rest.length > LINE) throw new ArchiveStopped({ part: said.name, message: 'a line is too long' });
      yield* lines;
    }
    rest += decoded(said.name, () => decoder.decode());
    if (rest !== '') yield rest;
  }

  async *#raw(name: string): AsyncGenerator<Buffer> {
    const entry = this.entries.get(name);
    if (!entry) throw new ArchiveStopped({ part: name, message: 'is missing' });
    try {
      for await (const piece of await this.zip.openReadStreamPromise(entry)) yield piece as Buffer;
    } catch (error) {
      throw unreadable(name, error);
    }
  }

  async #text(name: string): Promise<string> {
    const pieces: Buffer[] = [];
    let size = 0;
    for await (const piece of this.#raw(name)) {
      size += piece.length;
      if (size > MANIFEST_BYTES) throw new ArchiveStopped({ part: name, message: 'is too long' });
      pieces.push(piece);
    }
    return Buffer.concat(pieces).toString('utf8');
  }
}

function decoded(part: string, decode: () => string): string {
  try {
    return decode();
  } catch {
    throw new ArchiveStopped({ part, message: 'is not text in UTF-8' });
  }
}

/** What the manifest of a file says; undefined where it is no archive that this program reads. */
export async function manifestOf(path: string): Promise<Manifest | undefined> {
  let archive: Archive | undefined;
  try {
    archive = await Archive.open(path);
    return await archive.manifest();
  } catch (error) {
    if (error instanceof ArchiveStopped) return undefined;
    throw error;
  } finally {
    archive?.zip.close();
  }
}

const unreadable = (part: string, error: unknown): ArchiveStopped =>
  error instanceof ArchiveStopped
    ? error
    : new ArchiveStopped({
        part,
        message: `is damaged (${error instanceof Error ? error.message : 'it cannot be read'})`
      });

/**
 * Takes an archive into an empty larder, all or nothing. Every byte is checked and every entry derived anew in a larder of
 * its own beside this one; only when all of it follows are its pictures put in their place and its rows taken over.
 * @param path  of the zip
 */
export async function restoreArchive(
  { larder, photos }: { larder: Larder; photos: PhotoStore },
  path: string,
  { onProgress = () => undefined, signal }: { onProgress?: OnProgress; signal?: AbortSignal } = {}
): Promise<Restored> {
  if (await larder.hasBook()) return { ok: false, fault: 'not-empty' };
  const adopted: string[] = [];
  let archive: Archive | undefined;
  let spool: Awaited<ReturnType<Larder['beside']>> | undefined;
  try {
    archive = await Archive.open(path);
    const manifest = await archive.manifest();
    const said = new Map(manifest.parts.map((part) => [part.name, part]));
    spool = await larder.beside();
    await readBook(archive, manifest, said, spool, onProgress, signal);
    for (const part of PARTS) {
      signal?.throwIfAborted();
      await part.read(archive.lines(saidOf(said, part.name)), spool);
    }
    const pictures = await readPhotographs(archive, manifest, said, spool, onProgress, signal);
    signal?.throwIfAborted();
    onProgress({ stage: 'taking over', done: 0 });
    // A picture is known by what is in it: one that is there before its note says nothing.
    for (const [name, from] of pictures) if (await photos.adopt(name, from)) adopted.push(name);
    const taken = await larder.takeIn(spool, { beside: true, ...(signal ? { signal } : {}) });
    if (!taken) return { ok: false, fault: 'not-empty' };
    adopted.length = 0;
    return { ok: true, manifest };
  } catch (error) {
    if (signal?.aborted) return { ok: false, fault: 'stopped' };
    if (error instanceof ArchiveStopped) return { ok: false, fault: error.fault };
    throw error;
  } finally {
    for (const name of adopted) await photos.drop(name);
    archive?.zip.close();
    spool?.remove();
  }
}

const saidOf = (said: ReadonlyMap<string, PartSaid>, name: string): PartSaid => {
  const part = said.get(name);
  if (!part) throw new ArchiveStopped({ part: name, message: 'the manifest does not speak of it' });
  return part;
};

async function readBook(
  archive: Archive,
  manifest: Manifest,
  said: ReadonlyMap<string, PartSaid>,
  spool: Larder,
  onProgress: OnProgress,
  signal: AbortSignal | undefined
): Promise<void> {
  const total = manifest.book.entries;
  const counted = async function* () {
    let done = -1;
    for await (const line of archive.lines(saidOf(said, BOOK))) {
      signal?.throwIfAborted();
      done += 1;
      if (done % 500 === 0) onProgress({ stage: 'booking', done: Math.min(done, total), total });
      yield line;
    }
  };
  const read = await BookRepository.filling(spool).fill(counted());
  if (!read.ok) {
    const { line, path, message } =
      read.fault === 'not-empty' ? { line: 1, path: '', message: '' } : read.fault;
    throw new ArchiveStopped({ part: BOOK, line, message: path === '' ? message : `${path} ${message}` });
  }
  if (read.entries !== total)
    throw new ArchiveStopped({ part: BOOK, message: `${read.entries} entries, the manifest says ${total}` });
}

/** Lays the photographs beside the spool, each checked; gives where each lies. */
async function readPhotographs(
  archive: Archive,
  manifest: Manifest,
  said: ReadonlyMap<string, PartSaid>,
  spool: Larder,
  onProgress: OnProgress,
  signal: AbortSignal | undefined
): Promise<Map<string, string>> {
  const folder = join(spool.folder, 'photographs');
  await mkdir(folder);
  const named = await photographsNamed(spool.db);
  const missing = new Set(manifest.missing);
  const lying = new Map<string, string>();
  for (const [done, name] of named.entries()) {
    signal?.throwIfAborted();
    if (done % 20 === 0) onProgress({ stage: 'photographs', done, total: named.length });
    if (missing.has(name)) continue;
    const part = saidOf(said, `${PHOTOGRAPHS}${name}`);
    if (!PHOTO_FILE.test(name) || `${part.sha256}.jpg` !== name)
      throw new ArchiveStopped({ part: part.name, message: 'is not the photograph of that name' });
    const path = join(folder, randomUUID());
    await pipeline(archive.bytes(part), createWriteStream(path));
    lying.set(name, path);
  }
  return lying;
}
