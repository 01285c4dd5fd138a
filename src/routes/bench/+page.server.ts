import { fail, redirect } from '@sveltejs/kit';
import { addWaste, wasteOf } from '$core/account';
import { clockOf, workOf } from '$core/bench';
import { ROOM_KEY, KIT_KEYS } from '$core/reference';
import { under } from '$core/units';
import { actorSchema, handOf, keepActor } from '$lib/server/actor';
import { LIMITS } from '$lib/server/limits';
import { bookOf } from '$lib/server/http/views';
import type { AnimalCard } from '$lib/server/repo/animals';

export const actions = {
  /** Who works at this device. */
  actor: async (event) => {
    const { request, locals } = event;
    // Who is signed in signs; somebody else signs in.
    if (locals.visitor) redirect(303, '/sign-in?to=/bench');
    const asked = actorSchema.safeParse((await request.formData()).get('name'));
    if (!asked.success) return fail(400, { fault: asked.error.issues[0]?.message ?? 'say who works here' });
    keepActor(event, asked.data);
    redirect(303, '/bench');
  }
};

export const load = async ({ locals, url }) => {
  const opened = locals.house;
  const { animals, book, settings, procedures, minutes } = opened;
  const chosen = await settings.read();
  const { vocabulary, kitMissing } = chosen;
  const hand = handOf(locals, chosen);
  const orders = await procedures.orders();
  const look = async (card: AnimalCard) => {
    const { state, history } = await bookOf(opened, card.id);
    const learned = await minutes.learned(hand, card.facts.species);
    const last = history.at(-1);
    const clock = clockOf(state, card.id, history, learned, { orders });
    return {
      next: workOf(state, card.id, history, { vocabulary, orders }).open[0]?.title ?? '',
      parts: Object.values(state.items).filter((i) => i.kind === 'part' && i.door !== 'closed').length,
      minutes: Math.round(clock.left),
      waste: wasteOf(state, card.id),
      by: last ? { hand: last.hand, device: last.device, at: last.at } : undefined
    };
  };
  const begun = await animals.at('bench', 12);
  const waiting = await animals.at('hanging', 12);
  const table: Record<string, Awaited<ReturnType<typeof look>>> = {};
  for (const card of [...begun, ...waiting]) table[card.id] = await look(card);
  const wasteFrom = (cards: readonly AnimalCard[]) =>
    addWaste(cards.flatMap(({ id }) => under(table, id)?.waste ?? []));
  return {
    waste: { begun: wasteFrom(begun), waiting: wasteFrom(waiting) },
    begun,
    waiting,
    table,
    hand,
    /** Somebody else works here now. */
    asks: url.searchParams.has('who'),
    hands: await book.hands(),
    limits: LIMITS.draft,
    room: ROOM_KEY,
    kit: { missing: kitMissing.length, all: KIT_KEYS.length },
    now: Date.now()
  };
};
