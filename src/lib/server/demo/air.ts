import { simulated } from '../devices/stand-ins';
import { cool, isLarge, valueAt, wayInput } from '$core/chill';
import { FIELD, reckon } from '$core/hang';
import { normal, seedOf, seeded } from '$core/statistics';
import { hungOf } from '../hung';
import type { ProbeReading } from '$core/probe';
import { LOGGER_EVERY, type LoggedHouse, type Logger } from '../devices/logger';
import type { SimulatedWeather } from '../devices/simulated-weather';
import type { ForecastRepository } from '../repo/forecasts';
import { animalPlace, roomPlace, type ReadingRepository } from '../repo/readings';
import { DAY, HOUR, MINUTE } from '$core/units';

/** Films and coats of the demo's hidden truth, times the table's: what its probes are there to find. */
const TRUTH = { filmOf: { cold: 0.6, shed: 1.5 }, hideFactor: 1.6 } as const;
/** How long a probe stays in a ham, and how often it reads. */
const PROBED = { hours: 36, every: 30 * MINUTE } as const;

/** A probe in the ham of each large animal whose story was told, as a carcass of the hidden truth would read. */
async function furnishCores(house: AiredHouse, now: number): Promise<void> {
  const settings = await house.settings.read();
  const cards = [...(await house.animals.at('hanging', 50)), ...(await house.animals.at('bench', 50))];
  for (const card of cards) {
    const { hung } = hungOf(card, settings);
    const told = hung.cooling?.some((e) => e.what === 'dressed') ?? false;
    if (!told || !isLarge(card.facts.species)) continue;
    const asked = reckon(hung, await house.hanging.air(settings), settings, now);
    if (!asked.ok) continue;
    const curves = cool({ ...wayInput(asked.asked), ...TRUTH });
    const noise = seeded(seedOf(card.code));
    const off = 0.5 * normal(noise);
    const from = Math.max(...(hung.cooling ?? []).filter((e) => e.what === 'moved').map((e) => e.at));
    const rows: ProbeReading[] = [];
    for (let at = from + HOUR; at <= Math.min(now, from + PROBED.hours * HOUR); at += PROBED.every)
      rows.push({
        at,
        core:
          Math.round(10 * (valueAt({ at: curves.at, value: curves.core }, at) + off + 0.1 * normal(noise))) /
          10
      });
    await house.readings.add(animalPlace(card.id), simulated('P7'), rows);
  }
}

/** How far back the demo's probes have read. */
const BACK_DAYS = 24;

export interface AiredHouse extends LoggedHouse {
  weather: SimulatedWeather;
  readings: ReadingRepository;
  forecasts: ForecastRepository;
  logger: Logger;
}

/** The demo's air: rooms as its logger has read them, the lake's air as a station had it, and a forecast. */
export async function furnishAir(house: AiredHouse, now: number): Promise<void> {
  const { weather, readings, forecasts, logger } = house;
  const from = now - BACK_DAYS * DAY;
  const outside: ProbeReading[] = [];
  for (let at = Math.ceil(from / HOUR) * HOUR; at <= now; at += HOUR) {
    const { air, rh } = weather.truth(at);
    outside.push({ at, air: Math.round(air * 10) / 10, rh });
  }
  await readings.add(roomPlace(FIELD), 'station', outside);
  await forecasts.put(weather.forecast(now), 'simulated');
  for (const probe of await logger.find(house))
    if (probe.kind !== 'core')
      await readings.add(probe.place, simulated(probe.name), [
        ...logger.device.span(probe, from, now, LOGGER_EVERY)
      ]);
  await furnishCores(house, now);
}
