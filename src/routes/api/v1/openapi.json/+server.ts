import { api, json } from '$lib/server/http/api';
import { openapi, type About } from '$lib/server/http/openapi';

/** What every route says of itself. */
const beside = import.meta.glob<{ about: About }>('../**/about.ts', { eager: true });

/** The same for as long as the program runs: made once, when it is first asked for. */
let made: ReturnType<typeof openapi> | undefined;

export const GET = api(() => json((made ??= openapi(Object.values(beside).map(({ about }) => about)))));
