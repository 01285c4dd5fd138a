import { simulated } from '../devices/stand-ins';
import { FIELD } from '$core/hang';
import type { ProbeReading } from '$core/probe';
import { LOGGER_EVERY, type LoggedHouse, type Logger } from '../devices/logger';
import type { SimulatedWeather } from '../devices/simulated-weather';
import type { ForecastRepository } from '../repo/forecasts';
import { roomPlace, type ReadingRepository } from '../repo/readings';
import { DAY, HOUR } from '$core/units';

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
}
