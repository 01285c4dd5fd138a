import { api, json } from '$lib/server/http/api';

/** The larder's rule cards, built-in ones among them. */
export const GET = api(async (_event, { rules }) => json({ cards: await rules.all() }));
