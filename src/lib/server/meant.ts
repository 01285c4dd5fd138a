import { UUID7 } from '$core/units';
import { readCode } from '$core/wrap';
import type { House } from './larder';
import { subjectNamed, type Subject } from './recall';

/** What a word may mean: one thing, one animal, batch or lot, or several of which somebody chooses. */
export interface Meant {
  item?: string;
  subject?: Subject;
  several?: { id: string; name: string; about: string }[];
}

/** What is meant by what somebody typed or scanned. */
export async function meant(house: House, asked: string): Promise<Meant> {
  // A scanned tag or label carries an address: its last piece says what it is.
  const text = /^https?:/i.test(asked.trim())
    ? decodeURIComponent(asked.trim().split(/[?#]/)[0]?.split('/').filter(Boolean).at(-1) ?? '')
    : asked.trim();
  if (text === '') return {};
  const subject = await subjectNamed(house, text);
  if (subject) return { subject };
  if (UUID7.test(text)) return (await house.trace.item(text)) ? { item: text } : {};
  const code = readCode(text);
  if (code.ok) {
    const [first] = await house.packs.byTail(code.tail);
    if (first) {
      const own = first.id === first.owner ? await subjectNamed(house, first.id) : undefined;
      return own ? { subject: own } : { item: first.id };
    }
  }
  const [tagged, lots] = await Promise.all([
    house.animals.search({ words: text, limit: 8, offset: 0 }),
    house.trace.lotsNamed(text)
  ]);
  const several = [
    ...tagged.cards.map((a) => ({
      id: a.code,
      name: a.code,
      about: a.facts.tag ? `tag ${a.facts.tag}` : a.facts.species
    })),
    ...lots.map(({ pool }) => ({
      id: pool.id,
      name: pool.what,
      about: pool.supplierLot ?? pool.supplier ?? ''
    }))
  ];
  const [only] = several;
  if (several.length === 1 && only)
    return { subject: await subjectNamed(house, only.id) } as { subject: Subject };
  return several.length > 0 ? { several } : {};
}
