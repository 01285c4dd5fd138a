import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { env } from 'node:process';
import { deserialize, serialize } from 'node:v8';
import type { CoverFit, Curves } from '$core/chill';
import { log } from './log';

/** Curves of an animal, and what they were reckoned from. */
export interface KeptCurves {
  id: string;
  /** All that they depend on. */
  key: string;
  /** The same without the air: entries, rooms, plans. */
  said: string;
  /** When they were reckoned, ms. */
  since: number;
  curves: Curves;
  cold?: Curves;
}

/** What takes seconds to reckon and can always be reckoned anew. */
export interface KeptReckoning {
  curves: KeptCurves[];
  fit?: { key: string; fit: CoverFit };
}

/** Which program has reckoned it: another may reckon otherwise. Given by whatever has built this one; else of this run alone. */
const PROGRAM = env.LARDER_VERSION ?? `unbuilt ${process.pid}`;

/**
 * What was reckoned, in `reckoned.bin` beside the database, so that the first page after a start need not wait for it. It is no
 * part of the larder: what is missing, broken, or of another program is reckoned anew.
 */
export class ReckonedFile {
  readonly #path: string;

  constructor(
    folder: string,
    private readonly readOnly = false
  ) {
    this.#path = join(folder, 'reckoned.bin');
  }

  read(): KeptReckoning | undefined {
    try {
      const kept = deserialize(readFileSync(this.#path)) as KeptReckoning & { program?: string };
      return kept.program === PROGRAM && Array.isArray(kept.curves) ? kept : undefined;
    } catch {
      return undefined;
    }
  }

  write(kept: KeptReckoning): void {
    if (this.readOnly) return;
    try {
      writeFileSync(`${this.#path}.new`, serialize({ program: PROGRAM, ...kept }));
      renameSync(`${this.#path}.new`, this.#path);
    } catch (err) {
      log.warn({ err }, 'what was reckoned is not kept: the next start reckons it anew');
    }
  }
}
