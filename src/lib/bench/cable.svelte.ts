import type { Plate } from './plate.svelte';
import type { SerialScale } from '$lib/device/serial';

const OUT = 'The scale’s cable is out. Weights can be typed, or plug it in and choose it again.';

/** A scale on this machine's own cable; while it is read, it takes the place of the larder's. */
export class Cable {
  on = $state(false);
  /** Whether this browser has a way to one. */
  offered = $state(false);
  fault = $state('');
  #scale: SerialScale | undefined;
  readonly #desk: Plate;

  constructor(desk: Plate) {
    this.#desk = desk;
  }

  /** Looks whether there is a way; gives the way to leave. */
  start(): () => void {
    this.offered = 'serial' in navigator;
    return () => void this.#scale?.close();
  }

  /** Lets the person choose a port and reads it; or lets go of the one that is read. */
  async toggle(): Promise<void> {
    this.fault = '';
    if (this.#scale) return this.#scale.close();
    try {
      // Few have one: what reads it comes with the first press.
      const { readSerial, serialOf } = await import('$lib/device/serial');
      const port = await serialOf(navigator)?.requestPort();
      if (!port) return;
      this.#scale = await readSerial(
        port,
        (line) => this.#desk.show(line),
        (why) => {
          this.#scale = undefined;
          this.on = false;
          this.#desk.silent();
          if (why === 'unplugged') this.#desk.notice = { kind: 'plain', text: OUT };
        }
      );
      this.on = true;
    } catch (error) {
      // Nobody chose one: that is an answer, not a fault.
      if (!(error instanceof DOMException && error.name === 'NotFoundError'))
        this.fault = 'The port could not be opened. Is another program reading the scale?';
    }
  }
}
