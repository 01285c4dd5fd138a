import { api, json } from '$lib/server/http/api';
import { openapi, type About } from '$lib/server/http/openapi';

/** What every route says of itself. */
const beside = import.meta.glob<{ about: About }>('../**/about.ts', { eager: true });

export const GET = api(() => json(openapi(Object.values(beside).map(({ about }) => about))));
