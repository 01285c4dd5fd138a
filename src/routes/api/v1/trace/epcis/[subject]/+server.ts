import { api } from '$lib/server/http/api';
import { missing } from '$lib/server/http/problem';
import { reachedBy } from '$lib/server/doors/door';
import { epcisDocument } from '$lib/server/epcis';

/** One batch, or any item: how it came to be, and what became of it. */
export const GET = api(async ({ params, locals }, house) => {
  const item = await house.trace.item(params.subject ?? '');
  if (!item) return missing('No such batch or item');
  const [{ base }, { timeZone }] = await Promise.all([reachedBy(locals), house.settings.read()]);
  return epcisDocument(house.trace.moving(item.id), base, timeZone, `events-${item.id.slice(-10)}.jsonld`);
});
