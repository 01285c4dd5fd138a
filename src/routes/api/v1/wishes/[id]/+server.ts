import { api, json } from '$lib/server/http/api';
import { wishesOf } from '../wishes';

export const DELETE = api(async ({ params }, house) => {
  await house.cutPlans.dropWish(params.id ?? '');
  return json(await wishesOf(house));
});
