import { randomUUID } from 'node:crypto';
import { mkdir, readdir, rename, rm, stat } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import type { Settings } from '$core/settings';
import { HOUR, MINUTE, under } from '$core/units';
import { asLarderFault } from '../db/client';
import { damageOf } from '../db/open';
import { codeOf, showLink } from '../db/seals';
import { log } from '../log';
import { headOfBook } from '../repo/book-reader';
import { versionsIn } from '../repo/versions';
import { heard } from '../heard';
import type { Manifest, OnProgress, Unread } from './manifest';
import { manifestOf } from './open';
import { writeArchive, type ArchiveSource } from './write';

/** A backup in the larder's folder of backups. */
export interface Backup {
  file: string;
  /** Milliseconds since the epoch. */
  made: number;
  bytes: number;
  entries: number;
  /** What could not be read when it was made; empty where it is whole. */
  unread: Unread[];
}

const NIGHTLY = /^larder-\d{4}-\d{2}-\d{2}(-incomplete)?\.zip$/;
const isWhole = (file: string): boolean => !file.endsWith('-incomplete.zip');
/** How often a process looks whether tonight's is still to be made. */
const LOOK_MS = 10 * MINUTE;
const SOON_MS = MINUTE / 2;
/** After each failure in a row twice as long passes before the next try, up to so long. */
const LONGEST_WAIT_MS = 4 * HOUR;
/** The hour of the night from which it is made, by the larder's clock. */
const HOUR_OF_NIGHT = 3;
/** Incomplete ones that are kept. */
const INCOMPLETE_KEPT = 3;
/** Beginning of the name of what is being made. */
const MAKING = 'making-';

/** A half that nobody has written to for so long is left by a process that was ended. */
const HALF_MS = HOUR;

/** What came of the last try of this process; what could not be read is named. */
export type Last = { at: number; ok: true; unread?: Unread[] } | { at: number; ok: false; why: string };

/** Backups that a larder makes of itself: one a night, the newest of them kept. */
export class Backups {
  #timer: ReturnType<typeof setTimeout> | undefined;
  #making: Promise<Manifest | undefined> | undefined;
  #newestWhole: { file: string; made: number } | undefined;
  #failures = 0;
  #notBefore = 0;
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
      heard(this.nightly(), 'no backup could be made');
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
  nightly(): Promise<Manifest | undefined> {
    this.#making ??= this.#try().finally(() => (this.#making = undefined));
    return this.#making;
  }

  async #try(): Promise<Manifest | undefined> {
    const now = this.source.now();
    if (now < this.#notBefore) return undefined;
    try {
      const { backupsKept, timeZone } = await this.chosen();
      const { day, hour } = clockOf(now, timeZone);
      if (backupsKept === 0 || hour < HOUR_OF_NIGHT) return undefined;
      const made = await this.#tonight(day, backupsKept);
      this.#failures = this.#notBefore = 0;
      return made;
    } catch (error) {
      const why = asLarderFault(error)?.message ?? (error instanceof Error ? error.message : 'it failed');
      this.last = { at: now, ok: false, why };
      this.#notBefore = now + Math.min(LOOK_MS * 2 ** this.#failures, LONGEST_WAIT_MS);
      this.#failures += 1;
      log.error({ err: error }, 'no backup could be made');
      return undefined;
    }
  }

  async #tonight(day: string, keep: number): Promise<Manifest | undefined> {
    const files = await this.#files();
    const newest = files.at(-1);
    if (newest?.startsWith(`larder-${day}`) || (newest && (await this.#isCurrent(newest)))) return undefined;
    await mkdir(this.folder, { recursive: true });
    await this.#sweep();
    const aside = join(this.folder, `${MAKING}${day}-${randomUUID()}.zip`);
    const manifest = await this.write(aside);
    const { unread } = manifest;
    await rename(aside, join(this.folder, `larder-${day}${unread ? '-incomplete' : ''}.zip`));
    this.last = { at: this.source.now(), ok: true, ...(unread ? { unread } : {}) };
    if (unread) log.error({ unread: unread.slice(0, 20) }, 'a backup is incomplete');
    // One that is incomplete drives out no whole one, only those like it.
    const [whole, incomplete] = partition(await this.#files(), isWhole);
    for (const old of [...whole.slice(0, -keep), ...incomplete.slice(0, -INCOMPLETE_KEPT)])
      await rm(join(this.folder, old), { force: true });
    return manifest;
  }

  /** Takes away halves of processes that were ended; what somebody has written to lately another process is making. */
  async #sweep(): Promise<void> {
    for (const half of await readdir(this.folder)) {
      if (!half.startsWith(MAKING)) continue;
      const path = join(this.folder, half);
      const found = await stat(path).catch(() => undefined);
      if (found && found.mtimeMs < Date.now() - HALF_MS) await rm(path, { force: true });
    }
  }

  /** When the newest whole one was made, of those that are there. */
  async lastWhole(): Promise<number | undefined> {
    for (const file of (await this.#files()).filter(isWhole).reverse()) {
      if (this.#newestWhole?.file === file) return this.#newestWhole.made;
      const manifest = await manifestOf(join(this.folder, file));
      if (!manifest) continue;
      this.#newestWhole = { file, made: Date.parse(manifest.made) };
      return this.#newestWhole.made;
    }
    return undefined;
  }

  /** Writes a backup of now into a file. */
  async write(path: string, how: { onProgress?: OnProgress; signal?: AbortSignal } = {}): Promise<Manifest> {
    const { larderName } = await this.chosen();
    return writeArchive({ ...this.source, name: larderName, seal: await this.#seal() }, path, how);
  }

  /** The code of how the larder stands; of one that cannot be written there is none. */
  async #seal(): Promise<string | undefined> {
    try {
      return codeOf(await this.source.larder.write((tx) => showLink(tx, this.source.now())));
    } catch (error) {
      const fault = asLarderFault(error)?.fault;
      if (fault === 'away') throw error;
      if (!fault && damageOf(error) === undefined) throw error;
      return undefined;
    }
  }

  /** Backups that are there, the newest first; what cannot be read is not among them. */
  async list(): Promise<Backup[]> {
    const all = await Promise.all(
      (await this.#files()).map(async (file): Promise<Backup[]> => {
        const path = join(this.folder, file);
        const [manifest, found] = await Promise.all([manifestOf(path), stat(path).catch(() => undefined)]);
        if (!manifest || !found) return [];
        return [
          {
            file,
            made: Date.parse(manifest.made),
            bytes: found.size,
            entries: manifest.book.entries,
            unread: manifest.unread ?? []
          }
        ];
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
      manifest !== undefined &&
      manifest.unread === undefined &&
      manifest.book.hash === head.hash &&
      [...versions].every(([scope, number]) => under(manifest.versions, scope) === number)
    );
  }

  async #files(): Promise<string[]> {
    const all = await readdir(this.folder).catch(() => []);
    return all.filter((name) => NIGHTLY.test(name)).sort();
  }
}

function partition<T>(all: readonly T[], is: (one: T) => boolean): [T[], T[]] {
  return [all.filter(is), all.filter((one) => !is(one))];
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
