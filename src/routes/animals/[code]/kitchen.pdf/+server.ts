import { givenCuts } from '$core/account';
import { HOLD_NAMES, SPECIES, animalName, cutOf, kitchenCard, mayHoldLead } from '$core/reference';
import { tenderNow } from '$core/bench';
import { kitchenPdf } from '$lib/server/files/kitchen-pdf';
import { pdfAnswer } from '$lib/server/files/pdf';
import { animalOf, api } from '$lib/server/http/api';
import { told } from '$lib/server/http/told';
import { bookOf } from '$lib/server/http/views';
import { formatter } from '$lib/words/formatter';

/** What is said with the meat of an animal that may have been hit with lead. */
const LEAD_SAID =
  'Splinters of lead are not seen and do not rinse out. None of it for children, in pregnancy or for those planning one; cut away widely round every mark of the shot.';

/** The kitchen cards of what this animal gave, for whoever gets the meat. */
export const GET = api(async ({ params }, house) => {
  const card = await animalOf(house, params.code ?? '');
  const chosen = await house.settings.read();
  const format = formatter(chosen);
  const { state } = await bookOf(house, card.id);
  const { facts } = card;
  const { group } = SPECIES[facts.species];
  const cards = givenCuts(state, card.id).flatMap(({ cut, grams, pieces }) => {
    const base = cutOf(cut)?.tenderness;
    const tender = tenderNow(cut, facts);
    const found = kitchenCard(cut, group, tender && base ? tender / base : 1);
    if (!found) return [];
    const given = `${format.mass(grams)}${pieces > 1 ? `, ${pieces} pieces` : ''}`;
    return [{ name: format.cut(cut), given, card: told(found, chosen) }];
  });
  const bytes = await kitchenPdf({
    larder: chosen.larderName,
    code: card.code,
    who: `${animalName(facts)}, ${facts.ageClass}`,
    printed: format.moment(Date.now()),
    format,
    warnings: [
      ...(card.record.holds ?? []).map(
        (h) => `Held: ${HOLD_NAMES[h.why]}. Not to be eaten until the hold is lifted.`
      ),
      ...(mayHoldLead(facts) ? [LEAD_SAID] : [])
    ],
    notes: cards[0]?.card.notes ?? [],
    cards
  });
  return pdfAnswer(bytes, `kitchen-${card.code}.pdf`);
});
