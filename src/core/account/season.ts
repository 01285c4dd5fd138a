import type { WorkState } from '$core/book';
import type { PriceUse } from '$core/reference';
import { addSums, type Sums } from '$core/units';

/** What one animal adds to its season. Grams. */
export interface SeasonShare {
  work: WorkState;
  hanging: number | null;
  /** What will be left when all of it is trimmed: the sum of its meat by use. */
  boneless: number;
  bloodshot: number;
  unaccountedAbs: number;
  expectedLow: number | null;
  expectedHigh: number | null;
  byUse: Partial<Record<PriceUse, number>>;
  /** What other houses asked for cutting it. */
  bills: Sums;
  condemned: boolean;
  /** Day it was taken, as a date of the larder's zone. */
  day: string;
}

export interface SeasonSums {
  animals: number;
  /** Animals that are closed, have a hanging weight and gave meat; the next four are sums over these. */
  done: number;
  hanging: number;
  boneless: number;
  expectedLow: number;
  expectedHigh: number;
  /** Of those the ones of which something was to be expected: one of an old list is held against nothing. */
  compared: number;
  /** Over all animals of the season, trimmed: what the lines by use add up to. */
  bonelessAll: number;
  bloodshot: number;
  unaccountedAbs: number;
  byUse: Partial<Record<PriceUse, number>>;
  bills: Sums;
  /** Animals that are closed and not condemned, and what they gave and cost elsewhere. */
  settled: number;
  bonelessSettled: number;
  billsSettled: Sums;
  /** Days on which something was taken, and the part of them that falls to what is closed: a day is shared by its animals. */
  days: number;
  daysSettled: number;
}

/**
 * Adds a season up, and lets an animal's share be taken out again when it changes. Animals vary on their own, so the
 * half-widths of their intervals add in quadrature: a season is known better than its animals.
 */
export class SeasonTally {
  #animals = 0;
  #done = 0;
  #hanging = 0;
  #boneless = 0;
  #bonelessAll = 0;
  #bloodshot = 0;
  #unaccountedAbs = 0;
  #bills: Sums = {};
  #settled = 0;
  #bonelessSettled = 0;
  #billsSettled: Sums = {};
  readonly #days = new Map<string, { all: number; settled: number }>();
  #middle = 0;
  #compared = 0;
  #square = 0;
  readonly #byUse = new Map<PriceUse, number>();

  add(share: SeasonShare): void {
    this.#count(share, 1);
  }

  /** Takes out what was added before. */
  remove(share: SeasonShare): void {
    this.#count(share, -1);
  }

  #count(share: SeasonShare, sign: 1 | -1): void {
    this.#animals += sign;
    this.#bonelessAll += sign * share.boneless;
    this.#bills = addSums(this.#bills, share.bills, sign);
    const settled = share.work === 'done' && !share.condemned;
    const day = this.#days.get(share.day) ?? { all: 0, settled: 0 };
    this.#days.set(share.day, { all: day.all + sign, settled: day.settled + (settled ? sign : 0) });
    if (settled) {
      this.#settled += sign;
      this.#bonelessSettled += sign * share.boneless;
      this.#billsSettled = addSums(this.#billsSettled, share.bills, sign);
    }
    this.#bloodshot += sign * share.bloodshot;
    this.#unaccountedAbs += sign * share.unaccountedAbs;
    for (const use in share.byUse) {
      const key = use as PriceUse;
      this.#byUse.set(key, (this.#byUse.get(key) ?? 0) + sign * (share.byUse[key] ?? 0));
    }
    // What left whole, or went to waste whole, was never boned.
    if (share.work !== 'done' || share.condemned || share.hanging === null || share.boneless === 0) return;
    this.#done += sign;
    this.#hanging += sign * share.hanging;
    this.#boneless += sign * share.boneless;
    if (share.expectedLow === null || share.expectedHigh === null) return;
    this.#compared += sign;
    this.#middle += (sign * (share.expectedLow + share.expectedHigh)) / 2;
    this.#square += sign * ((share.expectedHigh - share.expectedLow) / 2) ** 2;
  }

  /** Animals that were taken on a day; a lot counts once. */
  on(day: string): number {
    return this.#days.get(day)?.all ?? 0;
  }

  get sums(): SeasonSums {
    const half = Math.sqrt(Math.max(0, this.#square));
    const days = [...this.#days.values()].filter(({ all }) => all > 0);
    return {
      animals: this.#animals,
      done: this.#done,
      hanging: this.#hanging,
      boneless: this.#boneless,
      expectedLow: this.#middle - half,
      expectedHigh: this.#middle + half,
      compared: this.#compared,
      bonelessAll: this.#bonelessAll,
      bloodshot: this.#bloodshot,
      unaccountedAbs: this.#unaccountedAbs,
      bills: this.#bills,
      settled: this.#settled,
      bonelessSettled: this.#bonelessSettled,
      billsSettled: this.#billsSettled,
      days: days.length,
      daysSettled: days.reduce((sum, { all, settled }) => sum + settled / all, 0),
      byUse: Object.fromEntries([...this.#byUse].filter(([, value]) => value !== 0))
    };
  }
}
