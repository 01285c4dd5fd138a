import { animalOf, api, json } from '$lib/server/http/api';
import { bookOf } from '$lib/server/http/views';

export const GET = api(async ({ params }, house) => {
  const card = await animalOf(house, params.id ?? '');
  const { state, history } = await bookOf(house, card.id);
  const items = Object.values(state.items).map((item) => ({
    ...item,
    balance: state.balances[item.id] ?? {}
  }));
  const boundary = Object.entries(state.balances)
    .filter(([id]) => !state.items[id])
    .map(([id, balance]) => ({ id, balance }));
  return json({ animal: state.animals[card.id], items, boundary, entries: history });
});
