import { createHash } from 'node:crypto';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { jsonOf } from '$core/book';
import { LineTooLong, NotText, linesIn } from '../lines';
import { RESTORE_BOUNDS } from './bounds';
import {
  ARCHIVE,
  ArchiveStopped,
  MANIFEST,
  claimSchema,
  manifestSchema,
  type Manifest,
  type PartSaid
} from './manifest';

/** An archive that has been opened. */
export class Archive {
  readonly #parts = new Map<string, PartSaid>();
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
        if (entries.size >= RESTORE_BOUNDS.files)
          throw new ArchiveStopped({ part: '', message: `holds more than ${RESTORE_BOUNDS.files} files` });
        entries.set(entry.fileName, entry);
      }
    } catch (error) {
      zip.close();
      throw error instanceof ArchiveStopped ? error : unreadable('', error);
    }
    return new Archive(zip, entries);
  }

  /** What the manifest says of a part. */
  said(name: string): PartSaid {
    const part = this.#parts.get(name);
    if (!part) throw new ArchiveStopped({ part: name, message: 'the manifest does not speak of it' });
    return part;
  }

  /** Whether the manifest speaks of a part: an archive of before may lack one. */
  has(name: string): boolean {
    return this.#parts.has(name);
  }

  /** What the manifest says; a newer version is said before the rest of it is looked at. */
  async manifest(): Promise<Manifest> {
    const text = await this.#text(MANIFEST);
    const json = jsonOf(text);
    if (json === undefined) throw new ArchiveStopped({ part: MANIFEST, message: 'not JSON' });
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
    for (const part of read.data.parts) {
      if (this.#parts.has(part.name))
        throw new ArchiveStopped({ part: part.name, message: 'the manifest speaks of it twice' });
      if (part.bytes > RESTORE_BOUNDS.part)
        throw new ArchiveStopped({ part: part.name, message: 'is too large' });
      this.#parts.set(part.name, part);
    }
    for (const name of this.entries.keys())
      if (name !== MANIFEST && !this.#parts.has(name))
        throw new ArchiveStopped({ part: name, message: 'the manifest does not speak of it' });
    return read.data;
  }

  /** A part's bytes as they come; what is not as it was said to be ends in a fault. */
  async *bytes({ name, bytes, sha256 }: PartSaid): AsyncGenerator<Buffer> {
    const digest = createHash('sha256');
    let size = 0;
    const other = () =>
      new ArchiveStopped({ part: name, message: 'is not what it was: its SHA-256 differs' });
    const entry = this.entries.get(name);
    if (entry && entry.uncompressedSize !== bytes) throw other();
    for await (const piece of this.#raw(name)) {
      digest.update(piece);
      size += piece.length;
      yield piece;
    }
    if (size !== bytes || digest.digest('hex') !== sha256) throw other();
  }

  /** The same as lines of text. */
  async *lines(said: PartSaid): AsyncGenerator<string> {
    try {
      yield* linesIn(this.bytes(said), RESTORE_BOUNDS.line);
    } catch (error) {
      const message = lineFault(error);
      throw message === undefined ? error : new ArchiveStopped({ part: said.name, message });
    }
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
      if (size > RESTORE_BOUNDS.manifest) throw new ArchiveStopped({ part: name, message: 'is too long' });
      pieces.push(piece);
    }
    return Buffer.concat(pieces).toString('utf8');
  }
}

/** What is wrong with the lines of a file; nothing where an error says something else. */
export function lineFault(error: unknown): string | undefined {
  if (error instanceof LineTooLong) return 'a line is too long';
  return error instanceof NotText ? 'is not text in UTF-8' : undefined;
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
