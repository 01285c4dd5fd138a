import { api, json } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';

export const POST = api(async (_, { larder, restores }) =>
  (await larder.hasBook())
    ? problem({
        status: 409,
        title: 'The larder is not empty',
        detail: 'a backup is taken into an empty larder only; nothing was changed'
      })
    : json({ id: await restores.begin() }, 201)
);
