import { valueAt, type Asked, type Series } from '$core/chill';
import { hourAt } from '$core/units';

/** A question to the model as plain data: it crosses to a worker, or from the server into a page. */
export type PlainAsked = Omit<Asked, 'localHour'> & { timeZone: string };

/** A series cut down to a span, its ends kept at their values; figures to a hundredth. */
export function trimmed(series: Series, from: number, to: number): Series {
  const at = [from];
  const value = [valueAt(series, from)];
  series.at.forEach((t, i) => {
    if (t <= from || t >= to) return;
    at.push(t);
    value.push(series.value[i] as number);
  });
  at.push(to);
  value.push(valueAt(series, to));
  return { at, value: value.map((v) => Math.round(v * 100) / 100) };
}

/** The question without its functions, its air no longer than it asks. */
export function toPlain({ localHour: _, ...asked }: Asked, timeZone: string, until: number): PlainAsked {
  const air = Object.fromEntries(
    Object.entries(asked.air).map(([key, series]) => [key, trimmed(series, asked.killedAt, until)])
  );
  const places = Object.fromEntries(
    Object.entries(asked.places).map(([key, place]) => [
      key,
      place.wind ? { ...place, wind: trimmed(place.wind, asked.killedAt, until) } : place
    ])
  );
  return { ...asked, air, places, until, timeZone };
}

/** The question as the model takes it: the hour of a moment by the zone that was sent along. */
export function fromPlain({ timeZone, ...asked }: PlainAsked): Asked {
  return { ...asked, localHour: (at) => hourAt(at, timeZone) };
}

/** The air of a question from a moment on made warmer or colder; what was before stays. */
export function shifted(asked: PlainAsked, from: number, by: number): PlainAsked {
  if (by === 0) return asked;
  const air = Object.fromEntries(
    Object.entries(asked.air).map(([key, series]) => {
      const before = trimmed(series, asked.killedAt, Math.max(asked.killedAt + 1, from));
      const after = trimmed(series, from, Math.max(from + 1, asked.until));
      return [
        key,
        {
          at: [...before.at, ...after.at.map((t) => t + 1)],
          value: [...before.value, ...after.value.map((v) => v + by)]
        }
      ];
    })
  );
  return { ...asked, air };
}
