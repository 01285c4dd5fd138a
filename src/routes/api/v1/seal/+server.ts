import { codeOf, showLink } from '$lib/server/db/seals';
import { api, json } from '$lib/server/http/api';

/** Gives the code of how the larder stands now, to be written down elsewhere. */
export const POST = api(async (_, { larder }) => {
  const link = await larder.write((tx) => showLink(tx, Date.now()));
  return json({ code: codeOf(link), at: Date.now(), entries: link.entry }, 201);
});
