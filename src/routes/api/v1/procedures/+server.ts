import { PROCEDURES } from '$core/reference';
import { api, json } from '$lib/server/http/api';

export const GET = api(async (_event, { procedures }) =>
  json({ procedures: [...Object.values(PROCEDURES), ...(await procedures.all())] })
);
