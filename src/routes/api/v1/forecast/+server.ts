import { hourly, type AirPoint, type DayForecast } from '$core/chill';
import { parseForecast } from '$core/probe';
import { DAY, localDate } from '$core/units';
import { NO_STAND_INS, STAND_INS_IN_SETTINGS } from '$lib/server/devices/stand-ins';
import { forecastTextSchema } from './about';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';

/** What is forecast from now on. */
export const GET = api(async (_event, { forecasts }) => {
  const now = Date.now();
  return json({ hours: await forecasts.between(now, now + 20 * DAY) });
});

/** A forecast, typed or pasted, or asked of the stand-in service. */
export const POST = api(async ({ request }, { forecasts, settings, standIns, weather }) => {
  const asked = forecastTextSchema.safeParse(await readJson(request));
  if (!asked.success) return invalid(asked.error);
  const now = Date.now();
  if (asked.data.service && !(await standIns()))
    return problem({ status: 409, title: NO_STAND_INS, detail: STAND_INS_IN_SETTINGS });
  if (asked.data.service)
    return json({ hours: await forecasts.put(weather.forecast(now), 'simulated'), unread: [] }, 201);
  const { timeZone } = await settings.read();
  const { lines, unread } = parseForecast(
    asked.data.text,
    timeZone,
    localDate(now, timeZone),
    asked.data.unit
  );
  const days = lines.filter((l): l is Extract<typeof l, { kind: 'day' }> => l.kind === 'day');
  const hours = lines.filter((l): l is Extract<typeof l, { kind: 'hour' }> => l.kind === 'hour');
  const points: AirPoint[] = [
    ...hourly(days.map((d): DayForecast => d)),
    ...hours.map(({ kind: _, ...hour }) => ({ ...hour, forecast: true }))
  ];
  if (points.length === 0)
    return problem({
      status: 422,
      title: 'No line of it is a forecast',
      errors: [
        {
          path: '/text',
          message: 'one line a day, such as “Thu 1 / 6”, or one an hour, such as “2026-11-26 14:00 4.5”'
        }
      ]
    });
  return json({ hours: await forecasts.put(points, hours.length > 0 ? 'pasted' : 'typed'), unread }, 201);
});
