import { z } from 'zod';
import { shortText } from '$core/book';

/** What lies in what: a room stands in the house, a freezer in a room, a shelf in a freezer or a room. */
export const PLACE_KINDS = ['freezer', 'shelf'] as const;

const keySchema = z.string().regex(/^[a-z][a-z0-9-]{0,40}$/, 'small letters, figures and hyphens');

/** A freezer or a shelf. Its key never changes; its name may. */
export const placeNodeSchema = z.object({
  key: keySchema,
  kind: z.enum(PLACE_KINDS),
  name: shortText(40).min(1, 'give it a name'),
  /** `room:<key>` of a room, or the key of a freezer. */
  within: z.string().max(60),
  /** Of a freezer: its room in litres, kilograms it freezes in a day as its plate says, °C it is set to. */
  litres: z.number().int('whole litres').min(10, 'at least 10 l').max(20_000, 'at most 20 000 l').optional(),
  perDay: z.number().min(0.5, 'at least 0.5 kg').max(2_000, 'at most 2000 kg').optional(),
  set: z.number().min(-45, 'at least −45 °C').max(-10, 'at most −10 °C').optional(),
  /** What it draws, kWh in 24 hours. */
  power: z.number().min(0.05, 'at least 0.05 kWh a day').max(500, 'at most 500 kWh a day').optional()
});
export type PlaceNode = z.infer<typeof placeNodeSchema>;

/** Why a list of places is no tree, at which of them; nothing where it is one. */
export function treeFault(
  nodes: readonly PlaceNode[],
  rooms: readonly { key: string }[]
): { at: number; text: string } | undefined {
  const byKey = new Map(nodes.map((node) => [node.key, node]));
  for (const [at, node] of nodes.entries()) {
    if (byKey.get(node.key) !== node) return { at, text: 'two places share a key' };
    const mother = byKey.get(node.within);
    const inRoom = rooms.some(({ key }) => node.within === `room:${key}`);
    if (!inRoom && mother?.kind !== 'freezer')
      return { at, text: 'stands in no room and no freezer of this house' };
    if (node.kind === 'freezer' && !inRoom) return { at, text: 'a freezer stands in a room' };
    const twin = nodes.find((other) => other.within === node.within && other.name === node.name);
    if (twin !== node) return { at, text: 'there is one of that name in the same place' };
  }
  return undefined;
}

/**
 * The names of a place from the house down: `['Cold room', 'Chest freezer', 'left']`. A place that is gone has none.
 * @param key  `room:<key>`, or the key of a freezer or shelf
 */
export function pathOf(
  key: string,
  nodes: readonly PlaceNode[],
  rooms: readonly { key: string; name: string }[]
): string[] {
  const path: string[] = [];
  // A tree is at most three deep; a list that is none ends all the same.
  for (let at: string | undefined = key, steps = 0; at !== undefined && steps < 4; steps += 1) {
    const room = rooms.find((r) => at === `room:${r.key}`);
    if (room) return [room.name, ...path];
    const node = nodes.find((n) => n.key === at);
    if (!node) return [];
    path.unshift(node.name);
    at = node.within;
  }
  return [];
}
