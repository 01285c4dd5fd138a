import { under } from '$core/units';
import { mixOf } from '$core/book';
import { api, json } from '$lib/server/http/api';
import { missing } from '$lib/server/http/problem';
import { stateOf } from '$lib/server/repo/state';

export const GET = api(async ({ params }, { larder }) => {
  const id = params.id ?? '';
  const state = await stateOf(larder.db, id);
  const pool = under(state.pools, id);
  if (!pool) return missing('No such batch, store lot or machine');
  const accounts = Object.keys(state.balances).filter((account) => !under(state.items, account));
  return json({
    pool,
    items: Object.values(state.items).map((item) => ({ ...item, holds: mixOf(state, item.id) })),
    boundary: accounts.map((account) => ({ id: account, holds: mixOf(state, account) }))
  });
});
