import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { readFile, rename, rm, stat } from 'node:fs/promises';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { canonical } from '$core/book';
import type { Db, Larder } from '../db/client';
import { lookThrough, saidOfSpoilt, type Spoilt } from '../db/integrity';
import { damageOf } from '../db/open';
import type { PhotoStore } from '../files/photos';
import { bookLines, headOfBook, salvagedLines, unbegun } from '../repo/book-reader';
import { photographsNamed } from '../repo/photographs';
import { versionsIn } from '../repo/versions';
import {
  ARCHIVE,
  BOOK,
  MANIFEST,
  PHOTOGRAPHS,
  SALVAGED,
  type Manifest,
  type OnProgress,
  type PartSaid,
  type Unread
} from './manifest';
import { PARTS } from './parts';
import { onUnspoiltCopy } from './unspoilt';

/** What an archive is made of. */
export interface ArchiveSource {
  larder: Larder;
  photos: PhotoStore;
  /** What the larder is called. */
  name: string;
  /** Code of how it stands. */
  seal?: string | undefined;
  now: () => number;
}

interface Said {
  text: string;
  rows: number;
  /** What stands there and cannot be read. */
  left?: readonly string[];
}

/**
 * Writes everything a larder keeps into one zip, as it stood at one moment, while the work goes on. The file comes into its
 * place when it is whole. What cannot be read (a photograph, rows on a damaged page) is left out and named in the manifest.
 * @param path  of the file; its folder must be there
 * @returns what the manifest says
 * @throws when the disk is full, the database is away or the signal says stop: nothing is left behind
 */
export async function writeArchive(
  source: ArchiveSource,
  path: string,
  { onProgress = () => undefined, signal }: { onProgress?: OnProgress; signal?: AbortSignal } = {}
): Promise<Manifest> {
  const aside = `${path}.${randomUUID()}.part`;
  const from = (larder: Larder, spoilt: readonly Spoilt[]): Promise<Manifest> =>
    larder.snapshot(async (db) => {
      const writing = new Writing(aside, new Date(source.now()), signal);
      try {
        return await writeParts(source, db, writing, onProgress, spoilt);
      } finally {
        await writing.end();
      }
    });
  try {
    const { file } = source.larder;
    const spoilt = file ? (await lookThrough(file)).unreadable : [];
    signal?.throwIfAborted();
    const manifest =
      file && spoilt.length > 0
        ? await onUnspoiltCopy(file, spoilt, (copy) => from(copy, spoilt))
        : await from(source.larder, []);
    await rename(aside, path);
    return manifest;
  } catch (error) {
    await rm(aside, { force: true });
    throw error;
  }
}

/** A zip that is being written, part after part; whatever breaks on the way ends all of it, and is heard here. */
class Writing {
  readonly parts: PartSaid[] = [];
  readonly #zip = new ZipFile();
  readonly #halt = new AbortController();
  readonly #signal: AbortSignal;
  readonly #written: Promise<void>;

  constructor(
    path: string,
    readonly made: Date,
    signal: AbortSignal | undefined
  ) {
    this.#signal = signal ? AbortSignal.any([signal, this.#halt.signal]) : this.#halt.signal;
    this.#zip.on('error', (error) => this.#halt.abort(error));
    // The zip goes on piping for a moment into what was closed: that says nothing new.
    this.#zip.outputStream.on('error', () => undefined);
    this.#written = pipeline(this.#zip.outputStream, createWriteStream(path, { flush: true }), {
      signal: this.#signal
    });
    this.#written.catch((error: unknown) => this.#halt.abort(error));
  }

  get stopped(): boolean {
    return this.#signal.aborted;
  }

  throwIfStopped(): void {
    this.#signal.throwIfAborted();
  }

  /** Adds a file; resolves when all of it has gone in. */
  async add(
    name: string,
    pieces: Iterable<Uint8Array | string> | AsyncIterable<Uint8Array | string>,
    compress = true
  ): Promise<{ bytes: number; sha256: string }> {
    this.throwIfStopped();
    const digest = createHash('sha256');
    let bytes = 0;
    const counted = new Transform({
      transform(chunk: Buffer, _encoding, next) {
        digest.update(chunk);
        bytes += chunk.length;
        next(null, chunk);
      }
    });
    this.#zip.addReadStream(counted, name, { compress, mtime: this.made });
    try {
      await pipeline(pieces, counted, { signal: this.#signal });
    } catch (error) {
      throw this.stopped ? this.#signal.reason : error;
    }
    return { bytes, sha256: digest.digest('hex') };
  }

  /** Writes the zip's own end, and waits until all of it lies on the disk. */
  async finish(): Promise<void> {
    this.#zip.end();
    await this.#written.catch(() => this.throwIfStopped());
  }

  /** Lets go of the file, whether it is whole or not. */
  async end(): Promise<void> {
    this.#halt.abort(new Error('the archive is closed'));
    await this.#written.catch(() => undefined);
  }
}

async function writeParts(
  { photos, name, seal }: ArchiveSource,
  db: Db,
  writing: Writing,
  onProgress: OnProgress,
  spoilt: readonly Spoilt[]
): Promise<Manifest> {
  const unread: Unread[] = spoilt.map((place) => ({
    part: place.table,
    why: `not readable as text: ${saidOfSpoilt(place)}`
  }));
  /** What is looked up before anything is written; where its page is damaged nothing is known of it. */
  const looked = async <T>(part: string, look: Promise<T>, otherwise: T): Promise<T> => {
    try {
      return await look;
    } catch (error) {
      const why = damageOf(error);
      if (why === undefined) throw error;
      unread.push({ part, why });
      return otherwise;
    }
  };
  const book = await looked(BOOK, headOfBook(db), undefined);
  const versions = await looked('versions', versionsIn(db), new Map<string, number>());
  /** Rows of a part as text; a damaged page ends them, and is named. */
  const addRows = async (
    part: string,
    text: AsyncIterable<Said>,
    onRows: (rows: number) => void = () => undefined
  ): Promise<number> => {
    let rows = 0;
    const pieces = async function* () {
      try {
        for await (const said of text) {
          writing.throwIfStopped();
          rows += said.rows;
          onRows(rows);
          for (const key of said.left ?? []) unread.push({ part, why: `${key} cannot be read` });
          yield said.text;
        }
      } catch (error) {
        const why = damageOf(error);
        if (why === undefined) throw error;
        unread.push({ part, after: rows, why });
      }
    };
    const said = await writing.add(part, pieces());
    writing.parts.push({ name: part, ...said, rows });
    return rows;
  };

  onProgress({ stage: 'reading', done: 0, total: book?.entries });
  // Where it is damaged, what comes before is a book by itself; what comes after is kept beside, for whoever mends it.
  const readTo = unbegun();
  await addRows(BOOK, bookLines(db, readTo), (done) =>
    onProgress({ stage: 'reading', done, total: book?.entries })
  );
  if (unread.some(({ part, after }) => part === BOOK && after !== undefined))
    await addRows(SALVAGED, salvagedLines(db, readTo.seq));
  for (const part of PARTS) await addRows(part.name, part.write(db));

  const { there, missing } = await looked(PHOTOGRAPHS, photographsOf(db, photos), { there: [], missing: [] });
  for (const [i, file] of there.entries()) {
    const part = `${PHOTOGRAPHS}${file}`;
    writing.throwIfStopped();
    onProgress({ stage: 'photographs', done: i + 1, total: there.length });
    const bytes = await readFile(photos.pathOf(file)).catch((error: unknown) => {
      unread.push({ part, why: error instanceof Error ? error.message : 'it cannot be read' });
    });
    if (!bytes) missing.push(file);
    else writing.parts.push({ name: part, ...(await writing.add(part, [bytes], false)), rows: 1 });
  }

  const manifest: Manifest = {
    ...ARCHIVE,
    made: writing.made.toISOString(),
    larder: name,
    book: { entries: readTo.entries, hash: readTo.hash },
    versions: Object.fromEntries(versions),
    parts: writing.parts,
    missing,
    ...(seal === undefined ? {} : { seal }),
    ...(unread.length > 0 ? { unread } : {})
  };
  await writing.add(MANIFEST, [`${canonical(manifest)}\n`]);
  await writing.finish();
  return manifest;
}

/** Photographs that the book names: those that are there, and those that are not. */
async function photographsOf(db: Db, photos: PhotoStore): Promise<{ there: string[]; missing: string[] }> {
  const [there, missing]: [string[], string[]] = [[], []];
  for (const file of await photographsNamed(db)) {
    const found = await stat(photos.pathOf(file)).catch(() => undefined);
    (found?.isFile() ? there : missing).push(file);
  }
  return { there, missing };
}
