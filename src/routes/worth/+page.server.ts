import { z } from 'zod';
import { seasonOf } from '$core/units';
import { seasonWorth } from '$core/worth';
import { worthOfCard } from '$lib/server/http/views';

const PAGE = 50;
const querySchema = z.object({
  season: z.coerce.number().int().min(2000).max(2200).optional().catch(undefined),
  page: z.coerce.number().int().min(1).max(10_000).catch(1).default(1)
});

export const load = async ({ url, locals }) => {
  const opened = locals.house;
  const { animals, settings } = opened;
  const chosen = await settings.read();
  const query = querySchema.parse(Object.fromEntries(url.searchParams));
  const seasons = await animals.seasons();
  const season = query.season ?? seasons[0] ?? seasonOf(Date.now(), chosen.seasonStart, chosen.timeZone);
  const totals = await animals.totals(season);
  const list = await animals.list({ season, limit: PAGE, offset: (query.page - 1) * PAGE });
  const rows = [];
  for (const card of list) rows.push({ card, worth: await worthOfCard(opened, card) });
  return {
    season,
    seasons,
    totals,
    rows,
    sharedBy: chosen.sharedBy,
    shared: chosen.costs.perSeason > 0,
    total: seasonWorth(totals, chosen),
    page: query.page,
    pages: Math.max(1, Math.ceil(totals.animals / PAGE))
  };
};
