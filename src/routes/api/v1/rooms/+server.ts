import { settingsSchema } from '$core/settings';
import { roomsSchema } from './about';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';

/** The rooms that animals hang in. */
export const GET = api(async (_event, { settings }) => json({ rooms: (await settings.read()).rooms }));

export const PUT = api(async ({ request }, house) => {
  const asked = roomsSchema.safeParse(await readJson(request));
  if (!asked.success) return invalid(asked.error);
  const next = settingsSchema.safeParse({ ...(await house.settings.read()), ...asked.data });
  if (!next.success) return invalid(next.error);
  await house.settings.write(asked.data);
  if (house.demo) await house.logger.find(house);
  return json({ rooms: next.data.rooms });
});
