/** Why something heavy is not even begun. */
export class TooMany extends Error {
  constructor() {
    super('too much is asked for at once');
  }
}

interface Waiting {
  caller: string;
  begin: () => void;
  /** Tells its place. */
  place: () => void;
}

/**
 * Heavy answers take turns: so many are made at once, the others wait in the order in which they were asked for, and of one
 * caller and in all only so many wait.
 */
export class Turns {
  #under = 0;
  readonly #waiting: Waiting[] = [];

  /**
   * @param atOnce  how many are made at the same time
   * @param ofOne   how many of one caller wait at most
   * @param inAll   how many wait at most
   */
  constructor(
    readonly atOnce: number,
    readonly ofOne: number,
    readonly inAll: number
  ) {}

  /** How many wait. */
  get waiting(): number {
    return this.#waiting.length;
  }

  /**
   * Waits for a turn.
   * @param onPlace  told how many are before it, whenever that changes
   * @returns the way to end the turn; to be called once
   * @throws TooMany where too many wait; the signal's reason where whoever asked has gone
   */
  async enter(
    caller: string,
    signal?: AbortSignal,
    onPlace: (before: number) => void = () => undefined
  ): Promise<() => void> {
    signal?.throwIfAborted();
    if (this.#under >= this.atOnce) await this.#wait(caller, signal, onPlace);
    else this.#under += 1;
    let ended = false;
    return () => {
      if (ended) return;
      ended = true;
      this.#under -= 1;
      this.#next();
    };
  }

  /** The same around a piece of work. */
  async take<T>(caller: string, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    const end = await this.enter(caller, signal);
    try {
      return await work();
    } finally {
      end();
    }
  }

  #wait(caller: string, signal: AbortSignal | undefined, onPlace: (before: number) => void): Promise<void> {
    const own = this.#waiting.filter((one) => one.caller === caller).length;
    if (own >= this.ofOne || this.#waiting.length >= this.inAll) throw new TooMany();
    return new Promise((resolve, reject) => {
      const one: Waiting = {
        caller,
        begin: () => {
          signal?.removeEventListener('abort', gone);
          resolve();
        },
        place: () => onPlace(this.#waiting.indexOf(one) + 1)
      };
      const gone = () => {
        this.#waiting.splice(this.#waiting.indexOf(one), 1);
        reject(signal?.reason instanceof Error ? signal.reason : new Error('whoever asked has gone'));
        this.#tell();
      };
      signal?.addEventListener('abort', gone, { once: true });
      this.#waiting.push(one);
      one.place();
    });
  }

  #next(): void {
    const next = this.#waiting.shift();
    if (!next) return;
    this.#under += 1;
    next.begin();
    this.#tell();
  }

  #tell(): void {
    for (const one of this.#waiting) one.place();
  }
}
