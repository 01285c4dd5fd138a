import { tubsOf } from '$core/book';
import { HOLD_NAMES, PARTS, PART_NAMES, SPECIES, TUBS, animalName } from '$core/reference';
import { under } from '$core/units';
import { pdfAnswer } from '$lib/server/files/pdf';
import { tagsPdf, type SmallTag } from '$lib/server/files/tags-pdf';
import { animalOf, api } from '$lib/server/http/api';
import { printedBase } from '$lib/server/http/printed-base';
import { bookOf } from '$lib/server/http/views';
import { formatter } from '$lib/words/formatter';

/** Tubs that get a tag before anything lies in them. */
const USUAL = ['prime', 'slow', 'jerky', 'grind'] as const;

/** Tags to print for the quarters, hide, head and tubs of an animal. */
export const GET = api(async (event, house) => {
  const base = await printedBase(event);
  if (typeof base !== 'string') return base;
  const { params } = event;
  const card = await animalOf(house, params.code ?? '');
  const chosen = await house.settings.read();
  const format = formatter(chosen);
  const { facts } = card;
  const { group } = SPECIES[facts.species];
  const { state } = await bookOf(house, card.id);
  const held = (card.record.holds ?? []).map((h) => HOLD_NAMES[h.why]).join('; ');
  const who = `${animalName(facts)}, ${facts.ageClass}${held ? `. HELD: ${held}` : ''}`;
  const at = (path: string) => new URL(path, base).href;
  const bench = `/bench/${card.code}`;
  const quarters = PARTS[group]
    .filter(({ key, paired }) => paired && (key === 'hindLeg' || key === 'shoulder'))
    .flatMap(({ key }): SmallTag[] =>
      (['left', 'right'] as const).map((side) => ({
        what: `${under(PART_NAMES, key) ?? key}, ${side}`,
        about: `${who}${key === 'hindLeg' && facts.proofOfSex === 'on' ? '. Proof of sex may be on it' : ''}`,
        url: at(`${bench}?open=${key}-${side}`)
      }))
    );
  const tubs = tubsOf(state, card.id);
  const used = [...new Set([...USUAL, ...tubs.filter((t) => t.grams > 0).map((t) => t.tub)])];
  const bytes = await tagsPdf(chosen.larderName, card.code, [
    ...quarters,
    ...(group === 'deer' || group === 'boar' ? ['Hide', 'Head'] : []).map((what) => ({
      what,
      about: who,
      url: at(`/animals/${card.code}`)
    })),
    ...used.map((tub) => ({
      what: `${TUBS[tub].letter} ${TUBS[tub].name}`,
      about: `${who}. ${format.mass(tubs.find((t) => t.tub === tub)?.grams ?? 0)} when printed`,
      url: at(`${bench}?tub=${tub}`)
    }))
  ]);
  return pdfAnswer(bytes, `tags-${card.code}.pdf`);
});
