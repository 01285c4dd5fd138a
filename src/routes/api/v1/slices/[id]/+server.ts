import { api, json } from '$lib/server/http/api';
import { slicesOf } from '../slices';

export const DELETE = api(async ({ params }, house) => {
  await house.slicings.drop(params.id ?? '');
  return json(await slicesOf(house));
});
