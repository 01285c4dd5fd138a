import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import type { Settings } from '$core/settings';
import { MINUTE, under } from '$core/units';
import { asLarderFault } from '../db/client';
import { log } from '../log';
import { headOfBook } from '../repo/book-reader';
import { versionsIn } from '../repo/versions';
import type { Manifest, OnProgress } from './manifest';
import { manifestOf } from './open';
import { writeArchive, type ArchiveSource } from './write';

/** A backup in the larder's folder of backups. */
export interface Backup {
  file: string;
  /** Milliseconds since the epoch. */
  made: number;
  bytes: number;
  entries: number;
}

const NIGHTLY = /^larder-\d{4}-\d{2}-\d{2}\.zip$/;
/** How often a process looks whether tonight's is still to be made. */
const LOOK_MS = 10 * MINUTE;
const SOON_MS = MINUTE / 2;
/** The hour of the night from which it is made, by the larder's clock. */
const HOUR_OF_NIGHT = 3;

/** What came of the last try of this process. */
type Last = { at: number; ok: true } | { at: number; ok: false; why: string };

/** Backups that a larder makes of itself: one a night, the newest of them kept. */
export class Backups {
  #timer: ReturnType<typeof setTimeout> | undefined;
  #making: Promise<unknown> | undefined;
  last: Last | undefined;

  /**
   * @param folder  of the backups; made when the first is
   * @param chosen  the larder's choices: how many are kept, and its clock
   */
  constructor(
    readonly folder: string,
    private readonly source: Omit<ArchiveSource, 'name'>,
    private readonly chosen: () => Promise<Pick<Settings, 'backupsKept' | 'larderName' | 'timeZone'>>
  ) {}

  /** Whether they lie in the larder's own folder, and go with its disk. */
  get isBeside(): boolean {
    return resolve(this.folder).startsWith(resolve(this.source.larder.folder));
  }

  /** Looks soon, then every few minutes, whether one is to be made: a machine may be on for a quarter of an hour only. */
  start(): void {
    this.#timer ??= this.#lookIn(SOON_MS);
  }

  #lookIn(ms: number): ReturnType<typeof setTimeout> {
    return setTimeout(() => {
      this.#timer = this.#lookIn(LOOK_MS);
      void this.nightly();
    }, ms).unref();
  }

  stop(): void {
    clearTimeout(this.#timer);
    this.#timer = undefined;
  }

  /** The one that is being made is at its end. */
  async settled(): Promise<void> {
    await this.#making?.catch(() => undefined);
  }

  /** Makes tonight's, unless it is there, nothing has changed since the last, or none are wanted. */
  async nightly(): Promise<Manifest | undefined> {
    const { backupsKept, timeZone } = await this.chosen();
    const { day, hour } = clockOf(this.source.now(), timeZone);
    if (backupsKept === 0 || hour < HOUR_OF_NIGHT || this.#making) return undefined;
    const making = this.#tonight(`larder-${day}.zip`, backupsKept);
    this.#making = making;
    try {
      return await making;
    } catch (error) {
      const why = asLarderFault(error)?.message ?? (error instanceof Error ? error.message : 'it failed');
      this.last = { at: this.source.now(), ok: false, why };
      log.error({ err: error }, 'no backup could be made');
      return undefined;
    } finally {
      this.#making = undefined;
    }
  }

  async #tonight(file: string, keep: number): Promise<Manifest | undefined> {
    const files = await this.#files();
    const newest = files.at(-1);
    if (newest === file || (newest && (await this.#isCurrent(newest)))) return undefined;
    await mkdir(this.folder, { recursive: true });
    const manifest = await this.write(join(this.folder, file));
    this.last = { at: this.source.now(), ok: true };
    for (const old of (await this.#files()).slice(0, -keep))
      await rm(join(this.folder, old), { force: true });
    return manifest;
  }

  /** Writes a backup of now into a file. */
  async write(path: string, how: { onProgress?: OnProgress; signal?: AbortSignal } = {}): Promise<Manifest> {
    const { larderName } = await this.chosen();
    return writeArchive({ ...this.source, name: larderName }, path, how);
  }

  /** Backups that are there, the newest first; what cannot be read is not among them. */
  async list(): Promise<Backup[]> {
    const all = await Promise.all(
      (await this.#files()).map(async (file): Promise<Backup[]> => {
        const path = join(this.folder, file);
        const [manifest, found] = await Promise.all([manifestOf(path), stat(path).catch(() => undefined)]);
        if (!manifest || !found) return [];
        return [{ file, made: Date.parse(manifest.made), bytes: found.size, entries: manifest.book.entries }];
      })
    );
    return all.flat().reverse();
  }

  /** Whether nothing has been booked or chosen since a backup was made. */
  async #isCurrent(file: string): Promise<boolean> {
    const manifest = await manifestOf(join(this.folder, file));
    const { db } = this.source.larder;
    const [head, versions] = await Promise.all([headOfBook(db), versionsIn(db)]);
    return (
      manifest?.book.hash === head.hash &&
      [...versions].every(([scope, number]) => under(manifest.versions, scope) === number)
    );
  }

  async #files(): Promise<string[]> {
    const all = await readdir(this.folder).catch(() => []);
    return all.filter((name) => NIGHTLY.test(name)).sort();
  }
}

/** Day and hour of a moment by a clock. */
function clockOf(at: number, timeZone: string): { day: string; hour: number } {
  const parts = new Intl.DateTimeFormat('sv-SE', {
    timeZone,
    dateStyle: 'short',
    timeStyle: 'short'
  }).format(at);
  return { day: parts.slice(0, 10), hour: Number(parts.slice(11, 13)) };
}
