import { sheetOf } from '$core/bench';
import { animalName } from '$core/reference';
import { sheetPdf } from '$lib/server/files/sheet-pdf';
import { pdfAnswer } from '$lib/server/files/pdf';
import { animalOf, api } from '$lib/server/http/api';
import { printedBase } from '$lib/server/http/printed-base';
import { bookOf } from '$lib/server/http/views';
import { formatter } from '$lib/words/formatter';

/** The bench sheet to print: what is still to weigh, with blanks, and the way back to the form. */
export const GET = api(async (event, house) => {
  const base = await printedBase(event);
  if (typeof base !== 'string') return base;
  const { params } = event;
  const card = await animalOf(house, params.code ?? '');
  const chosen = await house.settings.read();
  const format = formatter(chosen);
  const { state, history } = await bookOf(house, card.id);
  const sheet = sheetOf(state, card.id, history, {
    vocabulary: chosen.vocabulary,
    orders: await house.procedures.orders()
  });
  const bytes = await sheetPdf(
    sheet,
    {
      larder: chosen.larderName,
      code: card.code,
      who: `${animalName(card.facts)}, ${card.facts.ageClass}`,
      came: `${format.mass(card.base)} ${card.hanging === null ? 'came in' : 'on the hook'}, ${format.mass(card.stillOn)} still on`,
      printed: format.moment(Date.now()),
      url: new URL(`/animals/${card.code}/quick`, base).href
    },
    format
  );
  return pdfAnswer(bytes, `bench-sheet-${card.code}.pdf`);
});
