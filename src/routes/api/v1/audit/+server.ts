import { api, json } from '$lib/server/http/api';

export const GET = api(async (_, { book }) => json(await book.audit()));
