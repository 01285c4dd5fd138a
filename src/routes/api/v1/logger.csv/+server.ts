import { z } from 'zod';
import { momentSchema } from '$core/book';
import { NO_STAND_INS, STAND_INS_IN_SETTINGS } from '$lib/server/devices/stand-ins';
import { loggerClock } from '$lib/server/devices/logger';
import { api, textStream } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';

const asked = z.object({
  probe: z.string().max(20),
  from: z.coerce.number().pipe(momentSchema),
  to: z.coerce.number().pipe(momentSchema),
  every: z.coerce.number().int().min(1).max(240).default(10),
  unit: z.enum(['C', 'F']).default('C'),
  separator: z.enum([',', ';']).default(',')
});

/** The stand-in logger's memory as the file that such a device gives. */
export const GET = api(async ({ url }, { logger, settings, standIns }) => {
  const parsed = asked.safeParse(Object.fromEntries(url.searchParams));
  if (!parsed.success) return invalid(parsed.error);
  if (!(await standIns()))
    return problem({ status: 409, title: NO_STAND_INS, detail: STAND_INS_IN_SETTINGS });
  const { probe: name, from, to, every, unit, separator } = parsed.data;
  const probe = logger.device.probe(name);
  if (!probe) return problem({ status: 404, title: 'No such probe' });
  const { timeZone } = await settings.read();
  const lines = logger.device.csv(probe, from, Math.min(to, Date.now()), every, {
    unit,
    separator,
    clock: loggerClock(timeZone)
  });
  async function* told() {
    let batch = '';
    for (const line of lines) {
      batch += line;
      if (batch.length < 65_536) continue;
      yield batch;
      batch = '';
    }
    yield batch;
  }
  return textStream(told(), 'text/csv; charset=utf-8', `logger-${name}.csv`);
});
