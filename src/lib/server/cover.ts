import { curveFault, learning, phasesOf, type CoverFit, type ProbeCurve } from '$core/chill';
import { FIELD, eventsOf, fromPlain, knownAir, reckon, toPlain, type Hung } from '$core/hang';
import { hungOf } from './hung';
import type { Settings } from '$core/settings';
import { DAY, HOUR, MINUTE, hourAt } from '$core/units';
import type { AnimalCard, AnimalRepository } from './repo/animals';
import type { ForecastRepository } from './repo/forecasts';
import { animalIn, roomPlace, type ReadingRepository } from './repo/readings';
import type { SettingsRepository } from './repo/settings';
import { heard } from './heard';
import { log } from './log';

/** Curves are looked back for this far, and no more than so many are learned from: the newest. */
const BACK_DAYS = 400;
const MOST = 40;
/** A curve ends so long after its first reading: what comes later says nothing of film and coat. */
const LONGEST = 40 * HOUR;

/** Between two looks that nobody asked for, ms. */
const LOOK_EVERY = 10 * MINUTE;

/** A probe's curve that cannot teach, and why. */
export interface Unfit {
  code: string;
  why: 'short' | 'cold' | 'warm' | 'story' | 'air';
}

/** What the probes have taught, and what it rests on. */
export interface Cover {
  fit: CoverFit;
  curves: (ProbeCurve & { code: string })[];
  unfit: Unfit[];
}

/** Films of rooms and coats as the larder's own probes have them; fitted in the background when a new curve is whole. */
export class CoverService {
  /** What stands; without its curves where an earlier run has learned it. */
  #known: { key: string; fit: CoverFit; cover?: Cover } | undefined;
  #working: Promise<void> | undefined;
  #lookedAt = -Infinity;

  constructor(
    private readonly settings: SettingsRepository,
    private readonly animals: AnimalRepository,
    private readonly readings: ReadingRepository,
    private readonly forecasts: ForecastRepository,
    private readonly now: () => number = Date.now
  ) {}

  /** The fit that stands; nothing before the first, and while none can be made. */
  get fit(): CoverFit | undefined {
    return this.#known?.fit;
  }

  /** Names the fit that stands: what was reckoned with another is old. */
  get key(): string {
    return this.#known?.key ?? '';
  }

  /** Takes up what an earlier run has learned. */
  takeUp(known: { key: string; fit: CoverFit }): void {
    this.#known ??= known;
  }

  /** What a later run need not learn again. */
  get learned(): { key: string; fit: CoverFit } | undefined {
    return this.#known && { key: this.#known.key, fit: this.#known.fit };
  }

  /**
   * Looks whether there is a new curve, and learns from it; what stands goes on standing meanwhile.
   * @param whole  with the curves that it rests on
   */
  look(whole = false): Promise<void> {
    this.#working ??= this.#learn(whole)
      .catch((error: unknown) => log.error({ err: error }, 'films and coats were not learned'))
      .finally(() => (this.#working = undefined));
    return this.#working;
  }

  /** When nothing is learned any more. */
  async settled(): Promise<void> {
    await this.#working;
  }

  /** Looks in the background where the last look is some minutes old. */
  lookNowAndThen(): void {
    const now = this.now();
    if (now - this.#lookedAt < LOOK_EVERY) return;
    this.#lookedAt = now;
    heard(this.look(), 'films and coats were not learned');
  }

  /** What is known by now, looked at anew. */
  async current(): Promise<Cover> {
    await this.#working;
    await this.look(true);
    return (
      this.#known?.cover ?? {
        fit: { films: {}, hides: {}, together: {}, missed: [], used: 0, before: 0, after: 0 },
        curves: [],
        unfit: []
      }
    );
  }

  async #learn(whole: boolean): Promise<void> {
    const now = this.now();
    const settings = await this.settings.read();
    const places = await this.readings.coredSince(now - BACK_DAYS * DAY, MOST);
    const found: { card: AnimalCard; points: { at: number; core: number }[] }[] = [];
    for (const place of places) {
      const id = animalIn(place);
      const card = id === undefined ? undefined : await this.animals.find(id);
      if (!card) continue;
      const points = await this.readings.cores(card.id, now - BACK_DAYS * DAY, now);
      const first = points[0]?.at ?? 0;
      found.push({ card, points: points.filter((p) => p.at <= first + LONGEST) });
    }
    const key = JSON.stringify([
      settings.rooms,
      found.map(({ card, points }) => [card.id, card.lastSeq, points.length])
    ]);
    if (this.#known?.key === key && (this.#known.cover || !whole)) return;
    const curves: Cover['curves'] = [];
    const unfit: Unfit[] = [];
    for (const { card, points } of found) {
      const curve = await this.#curve(card, points, settings);
      if ('why' in curve) unfit.push(curve);
      else curves.push(curve);
    }
    const work = learning(curves);
    for (;;) {
      const step = work.next();
      if (step.done) {
        this.#known = { key, fit: step.value, cover: { fit: step.value, curves, unfit } };
        return;
      }
      await new Promise((resolve) => setImmediate(resolve));
    }
  }

  async #curve(
    card: AnimalCard,
    points: { at: number; core: number }[],
    settings: Settings
  ): Promise<(ProbeCurve & { code: string }) | Unfit> {
    const { code } = card;
    const fault = curveFault(points);
    if (fault) return { code, why: fault };
    const [first, last] = [points[0], points.at(-1)] as [{ at: number }, { at: number }];
    const { hung } = hungOf(card, settings);
    if (!isTold(hung, settings, last.at)) return { code, why: 'story' };
    const from = first.at - 2 * DAY;
    const read: Record<string, Awaited<ReturnType<ReadingRepository['air']>>> = {};
    for (const place of [FIELD, ...settings.rooms.map((r) => r.key)])
      read[place] = await this.readings.air(roomPlace(place), from, last.at + HOUR);
    const forecast = await this.forecasts.between(from, last.at + HOUR);
    const asked = reckon(hung, knownAir(settings.rooms, { read, forecast, alone: true }), settings, last.at);
    if (!asked.ok || asked.set.length > 0 || asked.gaps.some((g) => g.to > first.at && g.from < last.at))
      return { code, why: 'air' };
    const plain = fromPlain(toPlain(asked.asked, settings.timeZone, last.at + HOUR));
    return {
      id: card.id,
      code,
      coat: plain.body.hide,
      points,
      input: {
        body: plain.body,
        killedAt: plain.killedAt,
        phases: phasesOf(plain.killedAt, plain.events, plain.places),
        air: plain.air,
        until: plain.until,
        localHour: (at) => hourAt(at, settings.timeZone)
      }
    };
  }
}

/** Whether the hours of death, opening, hanging and hide are known by word and not concluded. */
function isTold(hung: Hung, settings: Settings, until: number): boolean {
  if (typeof hung.facts.killedAt !== 'number') return false;
  const events = eventsOf(hung, settings.rooms).filter((e) => e.at <= until);
  const said = (what: string) => events.some((e) => e.what === what && !e.assumed);
  return said('dressed') && said('moved') && events.every((e) => e.what === 'moved' || !e.assumed);
}
