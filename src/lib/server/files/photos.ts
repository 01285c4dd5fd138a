import { createHash, randomUUID } from 'node:crypto';
import { constants, createReadStream } from 'node:fs';
import { access, mkdir, open, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { PHOTO_FILE } from '$core/book';
import { asLarderFault, LarderFault } from '../db/client';
import { streamOf } from './stream-of';

/** Largest photograph that is taken in, bytes as sent. */
export const PHOTO_BYTES = 24 * 1024 * 1024;
/**
 * Most pixels that are looked at, and the longest side: a picture that unfolds to more is a trap, not a photograph. What is
 * not made smaller while it is read, as JPEG is, may have fewer. Own choice: cameras of phones stay below.
 */
const MOST_PIXELS = 80_000_000;
const MOST_PIXELS_WHOLE = 30_000_000;
const LONGEST_SIDE = 16_000;
const SHRINKING = ['jpeg', 'heif'];
/** Photographs that are unfolded at the same time; the others wait. */
const AT_ONCE = 2;
/** One core for each: pages are answered meanwhile. */
sharp.concurrency(1);
/** Long side of what is kept, and of what lists show. */
const KEPT = 2000;
const SMALL = 420;
const FORMATS = ['jpeg', 'png', 'webp', 'heif', 'tiff'];

export type PhotoFault = 'not-a-photograph' | 'too-many-pixels' | 'empty';
export interface Kept {
  /** Name it is known by: the SHA-256 of what is kept. */
  file: string;
  width: number;
  height: number;
}

type KeptOrFault = ({ ok: true } & Kept) | { ok: false; fault: PhotoFault };

/** Photographs in a folder beside the database, named after what is in them. */
export class PhotoStore {
  #busy = 0;
  readonly #waiting: (() => void)[] = [];

  /** @param readOnly  nothing may be written */
  constructor(
    readonly folder: string,
    private readonly readOnly = false
  ) {}

  /** Photographs that are unfolded just now. */
  get unfolding(): number {
    return this.#busy;
  }

  /** Whether a photograph of that name is kept. */
  async has(file: string): Promise<boolean> {
    return PHOTO_FILE.test(file) && (await sizeOf(this.pathOf(file))) !== undefined;
  }

  /** Does something that unfolds a picture, after those that were asked for before. */
  async #inTurn<T>(work: () => Promise<T>): Promise<T> {
    if (this.#busy >= AT_ONCE) await new Promise<void>((next) => this.#waiting.push(next));
    this.#busy += 1;
    try {
      return await work();
    } finally {
      this.#busy -= 1;
      this.#waiting.shift()?.();
    }
  }

  /**
   * Checks, turns upright, makes smaller and keeps a photograph. Where it was taken, and everything else a camera
   * writes beside the picture, is left out unless `keepPlace` asks for it.
   * @throws LarderFault where the folder may not be written, or the disk is full
   */
  async keep(bytes: Uint8Array, { keepPlace = false }: { keepPlace?: boolean } = {}): Promise<KeptOrFault> {
    if (this.readOnly) throw new LarderFault('read-only', undefined);
    if (bytes.byteLength === 0) return { ok: false, fault: 'empty' };
    return this.#inTurn(() => this.#keep(bytes, keepPlace));
  }

  async #keep(bytes: Uint8Array, keepPlace: boolean): Promise<KeptOrFault> {
    try {
      const image = () =>
        sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error', animated: false }).timeout({
          seconds: 20
        });
      const { format, width = 0, height = 0 } = await image().metadata();
      if (!format || !FORMATS.includes(format)) return { ok: false, fault: 'not-a-photograph' };
      const most = SHRINKING.includes(format) ? MOST_PIXELS : MOST_PIXELS_WHOLE;
      if (width * height > most || Math.max(width, height) > LONGEST_SIDE)
        return { ok: false, fault: 'too-many-pixels' };
      const upright = image().autoOrient();
      const sized = upright.resize({ width: KEPT, height: KEPT, fit: 'inside', withoutEnlargement: true });
      const { data, info } = await (keepPlace ? sized.keepExif() : sized)
        .jpeg({ quality: 82, mozjpeg: true })
        .toBuffer({ resolveWithObject: true });
      const small = await smallOf(data);
      const file = `${createHash('sha256').update(data).digest('hex')}.jpg`;
      await mkdir(this.folder, { recursive: true });
      await this.#write(file, data);
      await this.#write(`small-${file}`, small);
      return { ok: true, file, width: info.width, height: info.height };
    } catch (error) {
      const said = error instanceof Error ? error.message : '';
      if (asLarderFault(error)) throw error;
      return { ok: false, fault: /pixel limit/i.test(said) ? 'too-many-pixels' : 'not-a-photograph' };
    }
  }

  /** Makes what lists show of a kept photograph; undefined where that is not there, or is none. */
  async #shrink(file: string): Promise<{ size: number } | undefined> {
    try {
      const small = await this.#inTurn(async () => smallOf(await readFile(this.pathOf(file))));
      if (this.readOnly) return undefined;
      await this.#write(`small-${file}`, small);
      return { size: small.byteLength };
    } catch {
      return undefined;
    }
  }

  /** Written aside, then put in its place: a name is never half a picture. */
  async #write(name: string, data: Uint8Array): Promise<void> {
    const aside = join(this.folder, `.${randomUUID()}`);
    try {
      await writeFile(aside, data);
      await rename(aside, join(this.folder, name));
    } catch (error) {
      await rm(aside, { force: true });
      throw error;
    }
  }

  /** Where a photograph lies, or would. */
  pathOf(file: string): string {
    return join(this.folder, file);
  }

  /**
   * Puts a file that is a kept photograph in its place; what lists show of it is made when it is asked for.
   * @returns whether it was not there before
   */
  async adopt(file: string, from: string): Promise<boolean> {
    const fresh = (await sizeOf(this.pathOf(file))) === undefined;
    await mkdir(this.folder, { recursive: true });
    await rename(from, this.pathOf(file));
    return fresh;
  }

  /** What is wrong with a kept photograph: it is not there, or is not what its name says; undefined where nothing is. */
  async fault(file: string): Promise<string | undefined> {
    if (!PHOTO_FILE.test(file)) return 'is no name of a photograph';
    const digest = createHash('sha256');
    try {
      for await (const piece of createReadStream(this.pathOf(file))) digest.update(piece as Buffer);
    } catch {
      return 'the photograph is missing';
    }
    return `${digest.digest('hex')}.jpg` === file ? undefined : 'the photograph is another than was kept';
  }

  /** What is wrong with what lists show of a kept photograph: it shows something else; undefined where nothing is. */
  async previewFault(file: string): Promise<string | undefined> {
    const small = this.pathOf(`small-${file}`);
    if (!PHOTO_FILE.test(file) || (await sizeOf(small)) === undefined) return undefined;
    try {
      const [shown, kept] = [await seenOf(small), await seenOf(this.pathOf(file))];
      const apart = shown.reduce((sum, value, i) => sum + Math.abs(value - (kept[i] ?? 0)), 0) / kept.length;
      if (apart <= SEEN_APART) return undefined;
    } catch {
      return 'its small picture cannot be read: taken away, it is made anew';
    }
    return 'its small picture shows something else: taken away, it is made anew';
  }

  /** Takes a photograph out again that no entry speaks of. */
  async drop(file: string): Promise<void> {
    await rm(this.pathOf(file), { force: true });
  }

  /** A kept photograph as a stream, large or small; undefined where there is none of that name. */
  async open(
    file: string,
    size: 'kept' | 'small'
  ): Promise<{ stream: ReadableStream; length: number } | undefined> {
    if (!PHOTO_FILE.test(file)) return undefined;
    const path = this.pathOf(size === 'small' ? `small-${file}` : file);
    const found = (await sizeOf(path)) ?? (size === 'small' ? await this.#shrink(file) : undefined);
    if (!found) return undefined;
    // One that cannot be read is as good as none.
    const readable = await access(path, constants.R_OK).then(
      () => true,
      () => false
    );
    return readable ? { stream: streamOf(() => open(path)), length: found.size } : undefined;
  }
}

/** A picture in so few points that being made smaller changes none of them much, of 255. */
const SEEN = 24;
const SEEN_APART = 8;
const seenOf = (path: string): Promise<Buffer> =>
  sharp(path).removeAlpha().toColourspace('srgb').resize(SEEN, SEEN, { fit: 'fill' }).raw().toBuffer();

const sizeOf = (path: string): Promise<{ size: number } | undefined> => stat(path).catch(() => undefined);

const smallOf = (data: Uint8Array): Promise<Buffer> =>
  sharp(data)
    .resize({ width: SMALL, height: SMALL, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 74 })
    .toBuffer();
