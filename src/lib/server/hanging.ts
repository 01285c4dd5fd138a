import {
  FIELD,
  curvesOf,
  hangBy,
  hangPart,
  knownAir,
  placeOf,
  reckon,
  type HangFault,
  type Hanging,
  type Hung,
  type KnownAir,
  type Reckoning
} from '$core/hang';
import { yieldFacts } from '$core/account';
import { balanceOf } from '$core/book';
import { valueAt, type Curves } from '$core/chill';
import type { Settings } from '$core/settings';
import type { Side } from '$core/reference';
import { expectAnimal } from '$core/yield';
import type { CoverService } from './cover';
import { hungOf } from './hung';
import type { AnimalCard, AnimalRepository } from './repo/animals';
import type { ForecastRepository } from './repo/forecasts';
import type { PlanRepository, Planned } from './repo/plans';
import { roomPlace, type ReadingRepository } from './repo/readings';
import { historyOf, stateOf } from './repo/state';
import { versionsIn, versionsOf, type Scope } from './repo/versions';
import { log } from './log';
import type { KeptReckoning } from './reckoned-file';
import type { Larder } from './db/client';
import type { SettingsRepository } from './repo/settings';
import { DAY, HOUR, MINUTE, grams } from '$core/units';

/** Air is looked back at this far: longer nothing hangs. */
const BACK_DAYS = 30;
/** A window is good until something is booked or read, and for so long by the clock. */
const FRESH_MS = 5 * MINUTE;
/** Curves of the same air are the same; how far ahead they reach is as of when they were reckoned, and is lost at this age. */
const CURVES_MS = 6 * HOUR;

/** Which air is reckoned with: what was read and then the forecast, only what was read, or only the forecast. */
export type AirChoice = 'both' | 'probe' | 'forecast';

/** An animal's cooling with what it rests on, or what stands in the way. */
export type Reckoned =
  | ({ ok: true; hung: Hung; place: string; planned: Planned; hanging: Hanging } & {
      reckoning: Reckoning;
      /** Of the air that was known before the last start; looked at anew behind the page. */
      earlier?: true;
    })
  | ({ ok: false; hung: Hung; place: string; planned: Planned } & HangFault);

/** An animal that is still being reckoned: where it hangs is known, how it cools is not yet. */
export interface Pending {
  ok: false;
  fault: 'pending';
  hung: Hung;
  place: string;
}

/** A part that lies by itself. */
export interface LonePart {
  item: string;
  cut: string;
  side?: Side;
  grams: number;
  /** `field`, `coolbox`, or a room's key. */
  place: string;
  /** Something was said of it alone; else it goes where its animal goes. */
  alone: boolean;
  /** Absent where its air is not known. */
  hanging?: Hanging;
  target?: number;
}

/** What every animal of one answer is reckoned from. */
interface Basis {
  settings: Settings;
  air: KnownAir;
  /** What all of it depends on: another key, other windows. */
  key: string;
  /** The same without the air. */
  said: string;
}

/** How often something was said of the air, and of what is planned. */
interface Version {
  air: string;
  plans: string;
}

const basisOf = (settings: Settings, version: Version, air: KnownAir, choice: AirChoice): Basis => {
  const said = [choice, version.plans, settings.coreTarget, JSON.stringify(settings.rooms)].join('|');
  return { settings, air, key: `${said}|${version.air}`, said };
};

interface Kept {
  key: string;
  said: string;
  /** When it was looked at last; 0 of what an earlier run has left. */
  at: number;
  /** When its curves were reckoned. */
  since: number;
  curves?: Curves;
  cold?: Curves | undefined;
  reckoned?: Reckoned;
}

/** Windows of what hangs, reckoned from the book, the readings and the forecast; kept until one of them changes. */
export class HangingService {
  readonly #air: Partial<Record<AirChoice, { key: string; air: KnownAir }>> = {};
  readonly #kept = new Map<string, Kept>();
  /** What goes on behind the pages. */
  #behind: Promise<void> | undefined;

  constructor(
    private readonly larder: Larder,
    private readonly settings: SettingsRepository,
    private readonly animals: AnimalRepository,
    private readonly readings: ReadingRepository,
    private readonly forecasts: ForecastRepository,
    private readonly plans: PlanRepository,
    private readonly cover: Pick<CoverService, 'fit' | 'key' | 'lookNowAndThen'>,
    private readonly now: () => number = Date.now
  ) {}

  /** Takes up what an earlier run has reckoned. */
  takeUp({ curves }: Pick<KeptReckoning, 'curves'>): void {
    for (const { id, ...kept } of curves) this.#kept.set(id, { ...kept, at: 0 });
  }

  /** What a later run need not reckon again. */
  get reckoned(): KeptReckoning['curves'] {
    return [...this.#kept].flatMap(([id, { key, said, since, curves, cold }]) =>
      curves ? [{ id, key, said, since, curves, ...(cold ? { cold } : {}) }] : []
    );
  }

  /** Air of every room and of the field, as it was read and as it is forecast. */
  async air(settings?: Settings, choice: AirChoice = 'both'): Promise<KnownAir> {
    const { rooms } = settings ?? (await this.settings.read());
    const now = this.now();
    const version = await versionsOf(this.larder.db, 'readings', 'forecasts');
    const key = `${choice}|${version}|${JSON.stringify(rooms)}|${Math.floor(now / (60 * MINUTE))}`;
    const kept = this.#air[choice];
    if (kept?.key === key) return kept.air;
    const from = now - BACK_DAYS * DAY;
    const read: Record<string, Awaited<ReturnType<ReadingRepository['air']>>> = {};
    if (choice !== 'forecast')
      for (const place of [FIELD, ...rooms.map((r) => r.key)])
        read[place] = await this.readings.air(roomPlace(place), from, now);
    const forecast = choice === 'probe' ? [] : await this.forecasts.between(from, now + 20 * DAY);
    const air = knownAir(rooms, { read, forecast, alone: choice !== 'both' });
    this.#air[choice] = { key, air };
    return air;
  }

  /** Curves and window of an animal. */
  async of(card: AnimalCard, choice: AirChoice = 'both'): Promise<Reckoned> {
    const settings = await this.settings.read();
    const version = await this.#version();
    const air = await this.air(settings, choice);
    return this.#reckon(card, basisOf(settings, version, air, choice), await this.plans.of(card.id));
  }

  /** Core by the record at a moment, °C; undefined where its air is not known, or before its death. */
  async coreAt(card: AnimalCard, at: number): Promise<number | undefined> {
    return (await this.coresAt(card, [at]))[0];
  }

  /** The same at several moments. */
  async coresAt(card: AnimalCard, moments: readonly number[]): Promise<(number | undefined)[]> {
    const reckoned = await this.of(card);
    // Air that only stands in says nothing about a probe.
    if (!reckoned.ok || reckoned.reckoning.borrowed) return moments.map(() => undefined);
    const { killedAt } = reckoned.reckoning.asked;
    const { curves } = reckoned.hanging;
    const last = curves.at.at(-1) ?? -Infinity;
    return moments.map((at) =>
      at < killedAt || at > last + HOUR ? undefined : valueAt({ at: curves.at, value: curves.core }, at)
    );
  }

  /** Parts of an animal that lie by themselves, each with its own curves and window; none where its air is not known. */
  async partsOf(card: AnimalCard): Promise<LonePart[]> {
    const settings = await this.settings.read();
    const { hung } = hungOf(card, settings);
    const state = await stateOf(this.larder.db, card.id);
    const off = Object.values(state.items).filter((i) => i.kind === 'part' && balanceOf(state, i.id) > 0);
    if (off.length === 0) return [];
    const history = await historyOf(this.larder.db, card.id);
    const air = await this.air(settings);
    const { parts } = expectAnimal(yieldFacts(card.facts));
    const leg = ((parts.find((p) => p.key === 'hindLeg')?.taken.mean ?? 0.3) / 2) * hung.hanging;
    const now = this.now();
    const cores = await this.readings.cores(card.id, now - BACK_DAYS * DAY, now);
    return off.flatMap((item): LonePart[] => {
      const born = history.find((e) => e.id === item.bornIn);
      if (!born) return [];
      const said = (card.record.apart ?? []).filter((e) => e.item === item.id);
      const came = born.postings.reduce((sum, p) => (p.item === item.id ? sum + p.grams : sum), 0);
      const part = { item: item.id, grams: grams(came), offAt: born.at, offBy: born.id, said };
      // A core is read in the ham: of a leg it holds as long as that lies with its animal, of all else until it came off.
      const isItsHam = item.cut === 'hindLeg' && said.length === 0;
      const read = isItsHam ? cores : cores.filter((c) => c.at <= born.at);
      const one = hangPart(hung, part, leg, air, settings, now, read, this.cover.fit);
      return [
        {
          item: item.id,
          cut: item.cut ?? '',
          ...(item.side ? { side: item.side } : {}),
          grams: balanceOf(state, item.id),
          place: placeOf(one.hung, settings.rooms),
          alone: said.length > 0,
          ...(one.ok ? { hanging: one.hanging, target: one.reckoning.target } : {})
        }
      ];
    });
  }

  /** The same for many, one plan and one air for all. */
  async all(cards: readonly AnimalCard[]): Promise<Map<string, Reckoned>> {
    return (await this.within(cards, Infinity)) as Map<string, Reckoned>;
  }

  /**
   * As many of them as can be reckoned in so many milliseconds, what is known already first; the others are pending, and go
   * on behind the page between other work.
   */
  async within(cards: readonly AnimalCard[], most: number): Promise<Map<string, Reckoned | Pending>> {
    const settings = await this.settings.read();
    const version = await this.#version();
    const now = this.now();
    const [air, plans] = [await this.air(settings), await this.plans.all()];
    const basis = basisOf(settings, version, air, 'both');
    const out = new Map<string, Reckoned | Pending>();
    // What goes on behind a page already is not done a second time beside it: whoever looks again is told how far it is.
    const until = performance.now() + (this.#behind && most !== Infinity ? 0 : most);
    const rest: AnimalCard[] = [];
    for (const card of cards) {
      const known = this.#kept.get(card.id);
      const planned = plans.get(card.id) ?? [];
      const earlier = most === Infinity ? undefined : this.#earlier(card, basis, planned, known, now);
      if (earlier) {
        out.set(card.id, earlier);
        rest.push(card);
      } else if (
        performance.now() > until &&
        !this.#standing(card, basis) &&
        !this.#curves(card, basis, now)
      ) {
        // What was reckoned some minutes ago, and nothing was said since, is known well enough until it is looked at anew.
        out.set(
          card.id,
          known?.reckoned && known.key === this.#keyOf(card, basis)
            ? known.reckoned
            : { ok: false, fault: 'pending', ...hungOf(card, settings) }
        );
        rest.push(card);
      } else out.set(card.id, await this.#reckon(card, basis, planned));
    }
    if (rest.length > 0 && !this.#behind) this.#behind = this.#goOn(rest, basis, plans);
    return out;
  }

  /** Reckons what is pending, one at a time: whoever asks for a page meanwhile is answered in between. */
  async #goOn(cards: readonly AnimalCard[], basis: Basis, plans: Map<string, Planned>): Promise<void> {
    try {
      for (const card of cards) {
        await new Promise<void>((next) => setImmediate(next));
        await this.#reckon(card, basis, plans.get(card.id) ?? []);
      }
    } catch (err) {
      // A larder that was closed meanwhile; whoever asks next is told.
      log.warn({ err }, 'windows are not reckoned behind the page');
    } finally {
      this.#behind = undefined;
    }
  }

  /** When nothing is reckoned behind a page any more. */
  async settled(): Promise<void> {
    await this.#behind;
  }

  /** What an animal's window depends on. */
  #keyOf(card: AnimalCard, { key }: Basis): string {
    return `${card.lastSeq}|${this.cover.key}|${key}`;
  }

  /** Curves that still hold: of the same entries, plans and air, and not too old to reach far enough ahead. */
  #curves(card: AnimalCard, basis: Basis, now: number): Kept | undefined {
    const kept = this.#kept.get(card.id);
    return kept?.curves && kept.key === this.#keyOf(card, basis) && now - kept.since < CURVES_MS
      ? kept
      : undefined;
  }

  /** The window of an animal of which an earlier run knew the air; undefined where it knew the same, or said otherwise. */
  #earlier(
    card: AnimalCard,
    basis: Basis,
    planned: Planned,
    known: Kept | undefined,
    now: number
  ): Reckoned | undefined {
    if (!known?.curves || known.at > 0 || now - known.since > DAY) return undefined;
    const isSame = known.key === this.#keyOf(card, basis);
    if (isSame || known.said !== `${card.lastSeq}|${basis.said}`) return undefined;
    const { hung, place } = hungOf(card, basis.settings);
    const reckoning = reckon(hung, basis.air, basis.settings, now, planned, [], this.cover.fit);
    if (!reckoning.ok) return undefined;
    const hanging = hangBy(hung, reckoning, now, known.curves, known.cold);
    return { ok: true, hung, place, planned, reckoning, hanging, earlier: true };
  }

  /** What was reckoned a little while ago and still holds. */
  #standing(card: AnimalCard, basis: Basis): Reckoned | undefined {
    const kept = this.#kept.get(card.id);
    return kept && kept.key === this.#keyOf(card, basis) && this.now() - kept.at < FRESH_MS
      ? kept.reckoned
      : undefined;
  }

  async #version(): Promise<Version> {
    const known = await versionsIn(this.larder.db);
    const of = (...scopes: Scope[]) => scopes.map((scope) => known.get(scope) ?? 0).join('.');
    return { air: of('readings', 'forecasts'), plans: of('plans') };
  }

  async #reckon(card: AnimalCard, basis: Basis, planned: Planned): Promise<Reckoned> {
    const now = this.now();
    this.cover.lookNowAndThen();
    const { fit } = this.cover;
    const standing = this.#standing(card, basis);
    if (standing) return standing;
    const { settings, air } = basis;
    const key = this.#keyOf(card, basis);
    const { hung, place } = hungOf(card, settings);
    const cores = await this.readings.cores(card.id, now - BACK_DAYS * DAY, now);
    const reckoning = reckon(hung, air, settings, now, planned, cores, fit);
    if (this.#kept.size > 2000) this.#kept.clear();
    const said = `${card.lastSeq}|${basis.said}`;
    if (!reckoning.ok) {
      const without: Reckoned = { hung, place, planned, ...reckoning };
      this.#kept.set(card.id, { key, said, at: now, since: now, reckoned: without });
      return without;
    }
    const known = this.#curves(card, basis, now);
    const still = known && Boolean(known.cold) === Boolean(reckoning.cold) ? known : undefined;
    const curves = still?.curves ?? curvesOf(reckoning.asked);
    const cold = still ? still.cold : reckoning.cold && curvesOf(reckoning.cold);
    const hanging = hangBy(hung, reckoning, now, curves, cold);
    const reckoned: Reckoned = { ok: true, hung, place, planned, reckoning, hanging };
    this.#kept.set(card.id, { key, said, at: now, since: still?.since ?? now, curves, cold, reckoned });
    return reckoned;
  }
}
