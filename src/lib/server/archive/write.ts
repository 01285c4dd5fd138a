import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { canonical } from '$core/book';
import type { Db, Larder } from '../db/client';
import type { PhotoStore } from '../files/photos';
import { bookLines, headOfBook } from '../repo/book-reader';
import { photographsNamed } from '../repo/photographs';
import { versionsIn } from '../repo/versions';
import {
  ARCHIVE,
  BOOK,
  MANIFEST,
  PHOTOGRAPHS,
  type Manifest,
  type OnProgress,
  type PartSaid
} from './manifest';
import { PARTS } from './parts';

/** What an archive is made of. */
export interface ArchiveSource {
  larder: Larder;
  photos: PhotoStore;
  /** What the larder is called. */
  name: string;
  now: () => number;
}

interface Said {
  text: string;
  rows: number;
}

/**
 * Writes everything a larder keeps into one zip, as it stood at one moment, while the work goes on. The file comes into its
 * place when it is whole.
 * @param path  of the file; its folder must be there
 * @returns what the manifest says
 * @throws when the disk is full or the signal says stop: nothing is left behind
 */
export async function writeArchive(
  source: ArchiveSource,
  path: string,
  { onProgress = () => undefined, signal }: { onProgress?: OnProgress; signal?: AbortSignal } = {}
): Promise<Manifest> {
  const aside = `${path}.${randomUUID()}.part`;
  try {
    const manifest = await source.larder.snapshot((db) => writeParts(source, db, aside, onProgress, signal));
    await rename(aside, path);
    return manifest;
  } catch (error) {
    await rm(aside, { force: true });
    throw error;
  }
}

async function writeParts(
  { photos, larder: _, name, now }: ArchiveSource,
  db: Db,
  path: string,
  onProgress: OnProgress,
  signal: AbortSignal | undefined
): Promise<Manifest> {
  const zip = new ZipFile();
  const made = new Date(now());
  const [book, versions] = [await headOfBook(db), await versionsIn(db)];
  const parts: PartSaid[] = [];
  const add = (part: string, from: () => Readable, rows: () => number, compress = true): void =>
    zip.addReadStreamLazy(part, { compress, mtime: made }, (give) => {
      const [digest, size] = [createHash('sha256'), { bytes: 0 }];
      const counted = new Transform({
        transform(chunk: Buffer, _encoding, next) {
          digest.update(chunk);
          size.bytes += chunk.length;
          next(null, chunk);
        },
        flush(next) {
          parts.push({ name: part, bytes: size.bytes, sha256: digest.digest('hex'), rows: rows() });
          next();
        }
      });
      const stream = from();
      stream.on('error', (error) => counted.destroy(error));
      give(null, stream.pipe(counted));
    });
  const addText = (part: string, text: () => AsyncIterable<Said>, onRows?: (rows: number) => void): void => {
    let rows = 0;
    const pieces = async function* () {
      for await (const said of text()) {
        signal?.throwIfAborted();
        rows += said.rows;
        onRows?.(rows);
        yield said.text;
      }
    };
    add(
      part,
      () => Readable.from(pieces()),
      () => rows
    );
  };
  onProgress({ stage: 'reading', done: 0, total: book.entries });
  addText(
    BOOK,
    () => bookLines(db),
    (done) => onProgress({ stage: 'reading', done, total: book.entries })
  );
  for (const part of PARTS) addText(part.name, () => part.write(db));
  const { there, missing } = await photographsOf(db, photos);
  for (const [i, file] of there.entries())
    add(
      `${PHOTOGRAPHS}${file}`,
      () => {
        signal?.throwIfAborted();
        onProgress({ stage: 'photographs', done: i + 1, total: there.length });
        return createReadStream(photos.pathOf(file));
      },
      () => 1,
      false
    );
  let manifest: Manifest | undefined;
  zip.addReadStreamLazy(MANIFEST, { mtime: made }, (give) => {
    manifest = {
      ...ARCHIVE,
      made: made.toISOString(),
      larder: name,
      book,
      versions: Object.fromEntries(versions),
      parts,
      missing
    };
    give(null, Readable.from([`${canonical(manifest)}\n`]));
  });
  zip.end();
  const failed = new Promise<never>((_, fail) => zip.on('error', fail));
  const out = createWriteStream(path, { flush: true });
  await Promise.race([pipeline(zip.outputStream, out, { ...(signal ? { signal } : {}) }), failed]);
  if (!manifest) throw new Error('the archive has no manifest');
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
