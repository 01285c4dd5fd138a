import { handOf } from '$lib/server/actor';
import { signed } from '$lib/server/doors/door';
import { z } from 'zod';
import { comesInLots } from '$core/reference';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem, refused } from '$lib/server/http/problem';
import { newAnimalSchema } from './about';
import { animalView } from '$lib/server/http/views';
import { newId } from '$lib/server/ids';

const querySchema = z.object({
  season: z.coerce.number().int().min(2000).max(2200).optional(),
  limit: z.coerce.number().int().min(1).max(500).default(100),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0)
});

export const GET = api(async ({ url }, { animals }) => {
  const query = querySchema.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) return invalid(query.error);
  const list = await animals.list(query.data);
  return json({ animals: list.map(animalView) });
});

export const POST = api(async (event, { animals, book, settings }) => {
  const { request, locals } = event;
  const body = newAnimalSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const { facts, reading, part, hand, count, sure } = body.data;
  const at = body.data.at ?? Date.now();
  const animal = body.data.id ?? newId(at);
  const id = newId(at);
  const [outcome] = await book.book(
    [
      {
        id: body.data.entry ?? newId(at),
        at,
        hand: await signed(event, hand ?? handOf(locals, await settings.read())),
        device: 'api',
        intent: {
          kind: 'intake',
          animal,
          ...(sure ? { sure } : {}),
          facts,
          reading,
          into: part
            ? { kind: 'part', id, ...part }
            : comesInLots(facts.species)
              ? { kind: 'lot', id, count: count ?? 1 }
              : { kind: 'carcass', id }
        }
      }
    ],
    locals.by
  );
  if (outcome?.status === 'refused') return refused(outcome.refusal);
  const card = await animals.find(animal);
  return card ? json(animalView(card), 201) : problem({ status: 404, title: 'No such animal' });
});
