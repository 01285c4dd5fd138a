import { api } from '$lib/server/http/api';
import { scaleStream } from '$lib/server/http/scale-stream';

/** The scale for a station that speaks of no one animal: every new entry of the book is told. */
export const GET = api(async ({ request, locals: { visitor } }, house) =>
  scaleStream({ request, visitor }, house, await house.standIns(), () => true)
);
