import { api, json, readJson } from '$lib/server/http/api';
import { invalid, missing, problem } from '$lib/server/http/problem';
import { changeSchema } from '../about';

export const PUT = api(async ({ params, request }, { parties }) => {
  const change = changeSchema.safeParse(await readJson(request));
  if (!change.success) return invalid(change.error);
  const id = params.id ?? '';
  const fault =
    'name' in change.data
      ? await parties.rename(id, change.data.name)
      : await parties.join(id, change.data.join);
  switch (fault?.code) {
    case 'unknown':
      return missing('No such party');
    case 'name-taken':
      return problem({
        status: 409,
        title: 'That is somebody else’s name; join the two if they are one',
        detail: fault.by
      });
    case 'itself':
      return problem({ status: 422, title: 'It is the same one already' });
    case undefined:
      return json({ parties: await parties.all() });
  }
});
