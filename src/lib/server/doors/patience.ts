import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { HOUR, MINUTE } from '$core/units';
import { normalName } from './names';
import { isLoopback } from './reach';

/**
 * How many wrong tries there may be (OWASP ASVS 4.0, 2.2.1: fewer than 100 an hour on a name): `tries` in `ms`, then none
 * for as long.
 */
export const LIMITS = {
  /** One name from one address. */
  pair: { tries: 5, ms: 15 * MINUTE },
  /** One name at the larder's own machine, where no other limit counts: whoever keeps it gets in there. */
  own: { tries: 15, ms: 10 * MINUTE },
  /** One name, wherever from; a device that it was signed in at before gets past it. */
  name: { tries: 30, ms: HOUR },
  /** One address, whatever names. */
  address: { tries: 60, ms: HOUR }
} as const;

/** Where somebody tries to sign in. */
export interface From {
  address: string;
  /** Whether this name was signed in at that device before. */
  known: boolean;
}

const limiter = ({ tries, ms }: { tries: number; ms: number }) =>
  new RateLimiterMemory({ points: tries, duration: ms / 1000, blockDuration: ms / 1000 });

/**
 * Counts tries to sign in; a try counts before it is looked at, and a right one clears what was counted against its name.
 * One that is refused counts for nothing, so that nobody is locked out by whoever goes on.
 */
export class Patience {
  readonly #pair = limiter(LIMITS.pair);
  readonly #own = limiter(LIMITS.own);
  readonly #name = limiter(LIMITS.name);
  readonly #address = limiter(LIMITS.address);

  /** The limits that count for a try, the narrowest first. */
  #limits(name: string, { address, known }: From): [RateLimiterMemory, string][] {
    const key = normalName(name);
    const pair = JSON.stringify([key, address]);
    if (isLoopback(address)) return [[this.#own, pair]];
    return [
      [this.#pair, pair],
      [this.#address, address],
      ...(known ? [] : ([[this.#name, key]] as [RateLimiterMemory, string][]))
    ];
  }

  /**
   * Counts a try.
   * @returns how long to wait, ms; nothing where it may be looked at
   */
  async tryAt(name: string, from: From): Promise<number | undefined> {
    const counted: [RateLimiterMemory, string][] = [];
    for (const [limits, by] of this.#limits(name, from))
      try {
        await limits.consume(by);
        counted.push([limits, by]);
      } catch (stopped) {
        for (const [before, its] of counted) await before.reward(its, 1);
        if (stopped instanceof RateLimiterRes) return stopped.msBeforeNext;
        throw stopped;
      }
    return undefined;
  }

  /** That try was right. */
  async right(name: string, from: From): Promise<void> {
    const [[narrowest, pair] = [], ...wider] = this.#limits(name, from);
    if (pair !== undefined) await narrowest?.delete(pair);
    for (const [limits, by] of wider) await limits.reward(by, 1);
  }
}
