import { api, json } from '$lib/server/http/api';

/** What was bought and is not used up, the oldest first. */
export const GET = api(async (_event, { stock }) => {
  const goods = await stock.goods();
  return json({
    goods: goods.map(({ pool, name, left, bought, held, boughtAt }) => ({
      ...pool,
      name,
      left,
      bought,
      boughtAt,
      held: held ?? null
    }))
  });
});
