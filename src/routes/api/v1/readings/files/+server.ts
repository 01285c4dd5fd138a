import { api, json } from '$lib/server/http/api';

/** Files of loggers that were taken in, newest first. */
export const GET = api(async (_event, { loggerFiles }) => json({ files: await loggerFiles.list() }));
