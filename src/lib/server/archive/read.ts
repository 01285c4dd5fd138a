import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { PHOTO_FILE } from '$core/book';
import type { Larder } from '../db/client';
import type { PhotoStore } from '../files/photos';
import { BookRepository } from '../repo/book';
import { photographsNamed } from '../repo/photographs';
import {
  ArchiveStopped,
  BOOK,
  PHOTOGRAPHS,
  type ArchiveFault,
  type Manifest,
  type OnProgress
} from './manifest';
import { Archive } from './open';
import { PARTS } from './parts';

export type Restored =
  { ok: true; manifest: Manifest } | { ok: false; fault: ArchiveFault | 'not-empty' | 'stopped' };

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
    spool = await larder.beside();
    const way: Way = { archive, manifest, spool, onProgress, signal };
    await readBook(way);
    for (const part of PARTS) {
      signal?.throwIfAborted();
      if (part.later && !archive.has(part.name)) continue;
      await part.read(archive.lines(archive.said(part.name)), spool);
    }
    const pictures = await readPhotographs(way);
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

/** What a restore reads, where it is made ready, and who looks on. */
interface Way {
  archive: Archive;
  manifest: Manifest;
  spool: Larder;
  onProgress: OnProgress;
  signal: AbortSignal | undefined;
}

async function readBook({ archive, manifest, spool, onProgress, signal }: Way): Promise<void> {
  const total = manifest.book.entries;
  const counted = async function* () {
    let done = -1;
    for await (const line of archive.lines(archive.said(BOOK))) {
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
async function readPhotographs({
  archive,
  manifest,
  spool,
  onProgress,
  signal
}: Way): Promise<Map<string, string>> {
  const folder = join(spool.folder, 'photographs');
  await mkdir(folder);
  const named = await photographsNamed(spool.db);
  const missing = new Set(manifest.missing);
  const lying = new Map<string, string>();
  for (const [done, name] of named.entries()) {
    signal?.throwIfAborted();
    if (done % 20 === 0) onProgress({ stage: 'photographs', done, total: named.length });
    if (missing.has(name)) continue;
    const part = archive.said(`${PHOTOGRAPHS}${name}`);
    if (!PHOTO_FILE.test(name) || `${part.sha256}.jpg` !== name)
      throw new ArchiveStopped({ part: part.name, message: 'is not the photograph of that name' });
    const path = join(folder, randomUUID());
    await pipeline(archive.bytes(part), createWriteStream(path));
    lying.set(name, path);
  }
  return lying;
}
