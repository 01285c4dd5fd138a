import { PlateCount, parseScaleLine } from '$core/scale';
import { newId } from '../ids';
import type { Scale } from './scale';

/** Hears a line of the scale, with the number of what lies on its plate. */
export type PlateListener = (line: string, plate: string) => void;

/** The larder's scale with a number for each thing that lies on it, the same for every bench that listens. */
export class Plates {
  readonly #count = new PlateCount();
  readonly #listeners = new Set<PlateListener>();
  /** Numbers of this run of the server never meet those of another. */
  readonly #run = newId().slice(-12);
  #stop: (() => void) | undefined;
  #plate = `${this.#run}-0`;

  constructor(private readonly scale: Scale) {}

  /** The number of what has been steady on the plate; undefined between two pieces. */
  get lies(): string | undefined {
    return this.#count.counted ? this.#plate : undefined;
  }

  /** Hears every line; gives the way to stop. */
  lines(listener: PlateListener): () => void {
    this.#listeners.add(listener);
    this.#stop ??= this.scale.lines((line) => {
      const parsed = parseScaleLine(line);
      if (parsed.ok) this.#plate = `${this.#run}-${this.#count.show(parsed.reading)}`;
      for (const hear of this.#listeners) hear(line, this.#plate);
    });
    return () => {
      this.#listeners.delete(listener);
      if (this.#listeners.size > 0) return;
      this.#stop?.();
      this.#stop = undefined;
    };
  }
}
