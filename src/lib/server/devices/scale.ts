/** A bench scale that sends lines. A real one on a serial port and the stand-in look the same from here. */
export interface Scale {
  readonly name: string;
  /** Hears every line; gives the way to stop. */
  lines(listener: (line: string) => void): () => void;
  tare(): void;
  close(): void;
}

/** What only a stand-in can do: somebody must put the weight on the plate. */
export interface ScaleStandIn extends Scale {
  /** Puts so many grams on the plate, instead of what lay there. */
  lay(grams: number, asked?: string): void;
  /** What was asked for last, so that two benches asking for the same piece get one. */
  readonly asked: string | undefined;
  /** What somebody is asking for now; an older wish that is still being looked up is let go. */
  wish: string | undefined;
  /** Shakes the one table for a minute, or calms it. */
  noise(on: boolean): void;
  /** Hears whether the table is shaken, now and whenever that changes; gives the way to stop. */
  shaken(listener: (on: boolean) => void): () => void;
}

export const isStandIn = (scale: Scale): scale is ScaleStandIn => 'lay' in scale;
