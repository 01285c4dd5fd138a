import { api, json } from '$lib/server/http/api';

export const GET = api(async (_, { backups }) => json({ backups: await backups.list() }));
