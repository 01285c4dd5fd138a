import { api } from '$lib/server/http/api';
import { reachedBy } from '$lib/server/doors/door';
import { epcisDocument } from '$lib/server/epcis';

/** Everything that moved, as events. */
export const GET = api(async ({ locals }, house) => {
  const [{ base }, { timeZone }] = await Promise.all([reachedBy(locals), house.settings.read()]);
  return epcisDocument(house.trace.moving(), base, timeZone, 'events.jsonld');
});
