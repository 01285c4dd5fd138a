import { under } from '$core/units';
import { animalOf, api, json } from '$lib/server/http/api';
import { bookOf } from '$lib/server/http/views';

export const GET = api(async ({ params }, house) => {
  const card = await animalOf(house, params.id ?? '');
  const { state, history } = await bookOf(house, card.id);
  const items = Object.values(state.items).map((item) => ({
    ...item,
    balance: under(state.balances, item.id) ?? {}
  }));
  const boundary = Object.entries(state.balances)
    .filter(([id]) => !under(state.items, id))
    .map(([id, balance]) => ({ id, balance }));
  return json({ animal: under(state.animals, card.id), items, boundary, entries: history });
});
