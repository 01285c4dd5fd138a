import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { HOUR, MINUTE } from '$core/units';
import { normalName } from './names';

/**
 * How many wrong tries there may be (OWASP ASVS 4.0, 2.2.1: fewer than 100 an hour on a name): `tries` in `ms`, then none
 * for as long.
 */
export const LIMITS = {
  /** One name from one address. */
  pair: { tries: 5, ms: 15 * MINUTE },
  /** One name, wherever from. */
  name: { tries: 30, ms: HOUR },
  /** One address, whatever names. */
  address: { tries: 60, ms: HOUR }
} as const;

const limiter = ({ tries, ms }: { tries: number; ms: number }) =>
  new RateLimiterMemory({ points: tries, duration: ms / 1000, blockDuration: ms / 1000 });

/** Counts tries to sign in; a try counts before it is looked at, and a right one clears what was counted against its name. */
export class Patience {
  readonly #pair = limiter(LIMITS.pair);
  readonly #name = limiter(LIMITS.name);
  readonly #address = limiter(LIMITS.address);

  /**
   * Counts a try.
   * @returns how long to wait, ms; nothing where it may be looked at
   */
  async tryAt(name: string, address: string): Promise<number | undefined> {
    const key = normalName(name);
    const asked: [RateLimiterMemory, string][] = [
      [this.#address, address],
      [this.#name, key],
      [this.#pair, JSON.stringify([key, address])]
    ];
    for (const [limits, by] of asked)
      try {
        await limits.consume(by);
      } catch (stopped) {
        if (stopped instanceof RateLimiterRes) return stopped.msBeforeNext;
        throw stopped;
      }
    return undefined;
  }

  /** That try was right. */
  async right(name: string, address: string): Promise<void> {
    const key = normalName(name);
    await this.#pair.delete(JSON.stringify([key, address]));
    await this.#name.reward(key, 1);
    await this.#address.reward(address, 1);
  }
}
