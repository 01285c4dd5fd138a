import { runsOf, usualFat } from '$core/grind';
import { api, json } from '$lib/server/http/api';

/** Meat that waits to be ground, in the order in which it goes through the machine. */
export const GET = api(async (_event, { stock }) => {
  const lots = await stock.trim(Date.now());
  return json({
    runs: runsOf(lots).map((run) => ({
      ...run,
      lots: run.lots.map((lot) => ({ ...lot, fat: usualFat(lot) }))
    })),
    leftIn: await stock.residues()
  });
});
