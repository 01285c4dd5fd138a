import { coresOf } from '$core/chill';
import { FILM_SD, HIDES, HIDE_SD, type HideKey } from '$core/reference';
import { HOUR } from '$core/units';

/** Curves drawn at most: the newest. */
const DRAWN = 12;

/** What the probes have taught of rooms and coats, each curve against the model before and after. */
export const load = async ({ locals }) => {
  const { cover, settings } = locals.house;
  const { fit, curves, unfit } = await cover.current();
  const { rooms } = await settings.read();
  const missed = new Map(fit.missed.map((m) => [m.id, m.by]));
  return {
    rooms: rooms.map(({ key, name, film }) => ({
      key,
      name,
      film,
      learned: fit.films[key] ?? { factor: 1, sd: FILM_SD, curves: 0 }
    })),
    coats: (Object.keys(HIDES) as HideKey[])
      .filter((key) => fit.hides[key])
      .map((key) => ({ key, learned: fit.hides[key] ?? { factor: 1, sd: HIDE_SD, curves: 0 } })),
    used: fit.used,
    before: fit.before,
    after: fit.after,
    curves: curves.slice(0, DRAWN).map((curve) => {
      const [table, own] = [coresOf(curve), coresOf(curve, fit)];
      return {
        code: curve.code,
        missed: missed.get(curve.id),
        points: curve.points.map((p, i) => ({
          hour: Math.round((100 * (p.at - curve.input.killedAt)) / HOUR) / 100,
          read: p.core,
          before: Math.round(10 * (table[i] as number)) / 10,
          after: Math.round(10 * (own[i] as number)) / 10
        }))
      };
    }),
    unfit
  };
};
