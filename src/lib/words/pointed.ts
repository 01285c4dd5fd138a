import { under } from '$core/units';
import type { Painted } from '$core/bench';
import type { Facts } from '$core/book';
import { GLANDS, JOINTS, USE_NAMES, bestUses, cutOf, tendernessOf } from '$core/reference';
import type { PlainFormatter } from './format';

/** What somebody points at on the drawing. */
export type Pointed = { shape: Painted } | { joint: string } | { gland: string };

const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

/**
 * Says what is pointed at: a cut by all its names, its muscle, how tender it is on this animal and what it suits, with its
 * weight or what it should weigh; a joint by how it feels and where the knife goes; a gland by where it lies and why it goes.
 * @returns undefined of what nobody has described
 */
export function pointedWords(pointed: Pointed, facts: Facts, format: PlainFormatter): string | undefined {
  if ('joint' in pointed) {
    const joint = under(JOINTS, pointed.joint);
    return joint && `${joint.name}. ${sentence(joint.feel)}. Knife: ${joint.knife ?? 'past it'}.`;
  }
  if ('gland' in pointed) {
    const gland = under(GLANDS, pointed.gland);
    return gland && `${gland.name}, ${gland.where}: ${gland.why}.`;
  }
  const { key, row, cell } = pointed.shape;
  const weight =
    cell?.taken !== undefined
      ? `${format.mass(cell.taken)} off`
      : cell?.expected
        ? `expected ${format.range(cell.expected)}`
        : '';
  const cut = cutOf(key) ?? cutOf(row?.key);
  if (!cut) return `${row?.name ?? ''}: ${weight}.`;
  const names = [...new Set([cut.names.plain, cut.names.estate, cut.names.retail])].join(' · ');
  const tender = cut.tenderness === null ? '' : `, tender ${tendernessOf(cut, facts).toFixed(1)} of 5`;
  const scale = cut.tenderness ? tendernessOf(cut, facts) / cut.tenderness : 1;
  const uses = bestUses(cut.key, scale).map((use) => USE_NAMES[use]);
  const suits = uses.length > 0 ? `; suits ${uses.join(', ')}` : '';
  return `${names} (${cut.muscle})${tender}${suits}; ${weight}.`;
}
