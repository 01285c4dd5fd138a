import { hang, reckon } from '$core/hang';
import { DAY, MINUTE, clockAt } from '$core/units';
import { valueAt } from '$core/chill';
import type { HangingService } from '../hanging';
import { heard } from '../heard';
import { hungOf } from '../hung';
import type { AnimalCard, AnimalRepository } from '../repo/animals';
import type { SettingsRepository } from '../repo/settings';
import { animalPlace, roomPlace, type ReadingRepository } from '../repo/readings';
import { simulated } from './stand-ins';
import { SimulatedLogger, type LoggerProbe } from './simulated-logger';
import type { SimulatedWeather } from './simulated-weather';

/** A logger that was off fills in at most this much of what it has in its own memory. */
const MEMORY_MS = 14 * DAY;
/** Readings between two of its own are this far apart, minutes. */
export const LOGGER_EVERY = 10;

/** What the logger asks of the larder it reads for. */
export interface LoggedHouse {
  settings: SettingsRepository;
  animals: AnimalRepository;
  hanging: HangingService;
}

/** The simulated logger at its socket: reads every ten minutes into the larder, and gives its memory as a file. */
export class Logger {
  #device: SimulatedLogger;
  #timer: ReturnType<typeof setInterval> | undefined;
  readonly #readings: ReadingRepository;

  constructor(
    readings: ReadingRepository,
    private readonly weather: SimulatedWeather
  ) {
    this.#readings = readings;
    this.#device = new SimulatedLogger([], weather);
  }

  get device(): SimulatedLogger {
    return this.#device;
  }

  /** Finds its probes: one in every room, and one in the ham of the largest animal that hangs. */
  async find(house: LoggedHouse): Promise<readonly LoggerProbe[]> {
    const { rooms } = await house.settings.read();
    const probes: LoggerProbe[] = rooms.map((room, i) => ({
      name: `P${i + 1}`,
      place: roomPlace(room.key),
      kind: room.outside ? 'shed' : 'cold',
      ...(room.set === null || room.set === undefined ? {} : { set: room.set })
    }));
    const hung = (await house.animals.at('hanging', 100)).filter((c) => c.whole !== 0 && c.count === null);
    const largest = hung.reduce<(typeof hung)[number] | undefined>(
      (most, c) => (most && (most.likely ?? 0) >= (c.likely ?? 0) ? most : c),
      undefined
    );
    if (largest) probes.push(await coreProbe(house, largest));
    this.#device = new SimulatedLogger(probes, this.weather);
    return probes;
  }

  /** Reads what it has in memory since the last time, unless it is told not to, then goes on reading. */
  async start(house: LoggedHouse, { collects = true, now = Date.now() } = {}): Promise<void> {
    await this.find(house);
    if (collects) await this.collect(now);
    clearInterval(this.#timer);
    this.#timer = setInterval(
      () => heard(this.collect(Date.now()), 'the simulated logger was not read'),
      LOGGER_EVERY * MINUTE
    );
    this.#timer.unref();
  }

  /** Every probe's readings since the newest that the larder has. */
  async collect(now: number): Promise<number> {
    let added = 0;
    for (const probe of this.#device.probes) {
      const [last] = await this.#readings.newest(probe.place);
      const from = Math.max(now - MEMORY_MS, (last?.at ?? 0) + 1);
      const rows = [...this.#device.span(probe, from, now, LOGGER_EVERY)];
      added += (await this.#readings.add(probe.place, simulated(probe.name), rows)).added;
    }
    return added;
  }

  stop(): void {
    clearInterval(this.#timer);
  }
}

/** A probe in a ham says what the model says of an animal a little larger than the book believes, in its room's air. */
async function coreProbe(house: LoggedHouse, card: AnimalCard): Promise<LoggerProbe> {
  const settings = await house.settings.read();
  const now = Date.now();
  const { hung } = hungOf(card, settings);
  const air = await house.hanging.air(settings);
  const asked = reckon(hung, air, settings, now);
  const name = 'P9';
  if (!asked.ok) return { name, place: animalPlace(card.id), kind: 'core' };
  // The model is run when somebody reads the probe, and not before.
  let curve: { at: ArrayLike<number>; value: ArrayLike<number> } | undefined;
  const series = () => {
    if (curve) return curve;
    const { curves } = hang({ ...hung, hanging: Math.round(hung.hanging * 1.08) as never }, asked, now);
    return (curve = { at: curves.at, value: curves.core });
  };
  const since = hung.firstAt;
  return {
    name,
    place: animalPlace(card.id),
    kind: 'core',
    core: (at) => (at < since ? undefined : valueAt(series(), at))
  };
}

/** Local clock as such a logger writes it: `2026-11-25 22:10:00`. */
export function loggerClock(timeZone: string): (at: number) => string {
  return (at) => {
    const c = clockAt(at, timeZone);
    const two = (n: number) => String(n).padStart(2, '0');
    return `${c.year}-${two(c.month)}-${two(c.day)} ${two(c.hour)}:${two(c.minute)}:${two(c.second)}`;
  };
}
