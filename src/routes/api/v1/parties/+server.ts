import { api, json } from '$lib/server/http/api';

export const GET = api(async (_, { parties }) => json({ parties: await parties.all() }));
