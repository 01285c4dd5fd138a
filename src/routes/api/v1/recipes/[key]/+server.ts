import { BUILT_IN_RECIPES, recipeFault, recipeSchema } from '$core/grind';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';

/** A recipe with every version that was kept of it, the newest first. */
export const GET = api(async ({ params }, { recipes }) => {
  const key = params.key ?? '';
  const own = await recipes.versions(key);
  const versions = [...own, ...BUILT_IN_RECIPES.filter((r) => r.key === key)];
  if (versions.length === 0)
    return problem({ status: 404, title: 'No such recipe', detail: 'none goes by that key' });
  return json({ versions });
});

/** Keeps a recipe as the next version of its key. */
export const PUT = api(async ({ request, params }, { recipes }) => {
  const body = recipeSchema.safeParse({ ...((await readJson(request)) as object), key: params.key });
  if (!body.success) return invalid(body.error);
  const fault = recipeFault(body.data);
  if (fault)
    return problem({
      status: 422,
      title: 'Not a recipe yet',
      detail: fault,
      errors: [{ path: 'cured', message: fault }]
    });
  return json(await recipes.write(body.data));
});

export const DELETE = api(async ({ params }, { recipes }) => {
  await recipes.remove(params.key ?? '');
  return json({ recipes: await recipes.all() });
});
