import { NOT_OFFERED } from '$core/grind';
import { api, json } from '$lib/server/http/api';

export const GET = api(async (_event, { recipes }) =>
  json({ recipes: await recipes.all(), notOffered: NOT_OFFERED })
);
