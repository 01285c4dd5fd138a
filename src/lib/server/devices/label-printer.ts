import { mkdir, readdir, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

/** Why nothing was printed. */
export class PrinterGone extends Error {}

/**
 * The simulated label printer: each label a picture in the spool folder, named by what it is for, so that printing twice makes
 * one. It can be switched off, as real ones are.
 */
export class LabelPrinter {
  #off = false;
  constructor(
    readonly folder: string,
    private readonly readOnly = false
  ) {}

  get off(): boolean {
    return this.#off;
  }
  /** Switches the stand-in off or on. */
  switch(off: boolean): void {
    this.#off = off;
  }

  /**
   * Writes one label.
   * @throws PrinterGone where it is switched off, or its folder cannot be written
   */
  async print(id: string, png: Uint8Array): Promise<string> {
    if (this.#off || this.readOnly) throw new PrinterGone('the label printer does not answer');
    const name = `${id.replace(/[^0-9a-z-]/gi, '')}.png`;
    try {
      await mkdir(this.folder, { recursive: true });
      // Written beside and put in place at once: half a label is none.
      const path = join(this.folder, name);
      await writeFile(`${path}.part`, png);
      await rename(`${path}.part`, path);
    } catch (error) {
      throw new PrinterGone(
        `the spool cannot be written: ${error instanceof Error ? error.message : 'unknown'}`
      );
    }
    return name;
  }

  /** Labels in the spool by the ids they are for. */
  async printed(): Promise<Set<string>> {
    const names = await readdir(this.folder).catch(() => [] as string[]);
    return new Set(names.filter((n) => n.endsWith('.png')).map((n) => n.slice(0, -4)));
  }
}
