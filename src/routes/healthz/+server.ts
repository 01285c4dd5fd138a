import { sql } from 'drizzle-orm';
import { api, json } from '$lib/server/http/api';

export const GET = api(async (_, { larder, demo }) => {
  await larder.db.run(sql`select 1`);
  return json({ status: 'up', demo });
});
