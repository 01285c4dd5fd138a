import { pathOf, treeFault, type Settings } from '$core/settings';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { bodySchema } from './about';

const answer = ({ places, rooms }: Settings) =>
  json({ places: places.map((node) => ({ ...node, path: pathOf(node.key, places, rooms) })) });

export const GET = api(async (_event, { settings }) => answer(await settings.read()));

export const PUT = api(async ({ request }, { settings }) => {
  const asked = bodySchema.safeParse(await readJson(request));
  if (!asked.success) return invalid(asked.error);
  const fault = treeFault(asked.data.places, (await settings.read()).rooms);
  if (fault)
    return problem({
      status: 422,
      title: 'These places are no tree',
      errors: [{ path: `/places/${fault.at}`, message: fault.text }]
    });
  return answer(await settings.write(asked.data));
});
