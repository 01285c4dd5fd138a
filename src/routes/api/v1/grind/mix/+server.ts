import { batchesFor, mixOf } from '$core/grind';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { mixAskSchema } from '../about';

/** What is weighed out for so much meat and fat by a recipe, and in how many batches: it reckons, and keeps nothing. */
export const POST = api(async ({ request }, { recipes, settings }) => {
  const body = mixAskSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const { recipe: key, meat, strength, dose } = body.data;
  const recipe = (await recipes.all()).find((r) => r.key === key);
  if (!recipe) return problem({ status: 404, title: 'No such recipe', detail: 'none goes by that key' });
  const { machines, cureRule: rule } = await settings.read();
  const mix = mixOf(recipe, meat, strength === undefined ? undefined : { strength, rule, dose });
  return json({ ...mix, rule, batches: batchesFor(mix.total, machines) });
});
