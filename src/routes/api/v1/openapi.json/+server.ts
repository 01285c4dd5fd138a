import { api, json } from '$lib/server/http/api';
import { openapi } from '$lib/server/http/openapi';

export const GET = api(() => json(openapi()));
