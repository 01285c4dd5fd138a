import { ruleCardSchema } from '$core/rules';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';

/** Keeps a rule card of the larder's own, or its own word on a built-in one. */
export const PUT = api(async ({ params, request }, { rules }) => {
  const body = await readJson(request);
  const card = ruleCardSchema.safeParse({ ...(body as object), key: params.key });
  if (!card.success) return invalid(card.error);
  await rules.write(card.data);
  return json(card.data);
});

export const DELETE = api(async ({ params }, { rules }) => {
  await rules.remove(params.key ?? '');
  return json({ cards: await rules.all() });
});
