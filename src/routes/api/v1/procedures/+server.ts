import { api, json } from '$lib/server/http/api';

export const GET = api(async (_event, { procedures }) => json({ procedures: await procedures.orders() }));
