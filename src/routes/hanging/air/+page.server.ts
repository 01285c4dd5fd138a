import { DAY } from '$core/units';
import { LIMITS } from '$lib/server/limits';
import { animalIn } from '$lib/server/repo/readings';

export const load = async ({ depends, locals }) => {
  depends('larder:air');
  const opened = locals.house;
  const settings = await opened.settings.read();
  const now = Date.now();
  const places = await opened.readings.places();
  const cards = await opened.animals.at('hanging', 60);
  const field = await opened.animals.at('field', 30);
  const code = new Map([...cards, ...field].map((c) => [`animal:${c.id}`, c.code]));
  // A probe may have stayed in what is at the bench by now, or done.
  const files = await opened.loggerFiles.list();
  for (const { place } of [...places, ...files]) {
    const id = animalIn(place);
    if (id === undefined || code.has(place)) continue;
    const card = await opened.animals.find(id);
    if (card) code.set(place, card.code);
  }
  const forecast = await opened.forecasts.between(now, now + 10 * DAY);
  const days = new Map<string, { low: number; high: number }>();
  const name = new Intl.DateTimeFormat('en-GB', {
    timeZone: settings.timeZone,
    weekday: 'short',
    day: 'numeric'
  });
  for (const { at, air } of forecast) {
    const key = name.format(at);
    const day = days.get(key);
    if (day) [day.low, day.high] = [Math.min(day.low, air), Math.max(day.high, air)];
    else days.set(key, { low: air, high: air });
  }
  const probes = await Promise.all(
    opened.logger.device.probes.map(async (probe) => ({
      name: probe.name,
      place: probe.place,
      kind: probe.kind,
      battery: opened.logger.device.battery(probe, now),
      newest: (await opened.readings.newest(probe.place))[0]
    }))
  );
  return {
    standIns: await opened.standIns(),
    rooms: settings.rooms,
    limits: LIMITS.room,
    timeZone: settings.timeZone,
    animals: [...cards, ...field].map(({ code: c, facts, place }) => ({ code: c, facts, place })),
    places: places.map((p) => ({ ...p, name: code.get(p.place) ?? p.place })),
    files: files.map((f) => ({ ...f, place: code.get(f.place) ?? f.place })),
    days: [...days].map(([day, range]) => ({ day, ...range })),
    source: forecast[0]?.source,
    probes: probes.map((p) => ({ ...p, name: p.name, at: code.get(p.place) ?? p.place })),
    now
  };
};
