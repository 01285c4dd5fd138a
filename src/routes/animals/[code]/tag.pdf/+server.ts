import {
  GATE_QUESTIONS,
  HOLD_NAMES,
  PROOF_NAMES,
  SHOT_LOSS,
  animalName,
  type GateKey
} from '$core/reference';
import { tagPdf } from '$lib/server/files/tag-pdf';
import { pdfAnswer } from '$lib/server/files/pdf';
import { animalOf, api } from '$lib/server/http/api';
import { printedBase } from '$lib/server/http/printed-base';
import { formatter } from '$lib/words/formatter';

/** The tag to print. */
export const GET = api(async (event, house) => {
  const base = await printedBase(event);
  if (typeof base !== 'string') return base;
  const { params } = event;
  const card = await animalOf(house, params.code ?? '');
  const chosen = await house.settings.read();
  const format = formatter(chosen);
  const { facts } = card;
  const yes = Object.entries(facts.gate ?? {}).filter(([, said]) => said);
  const rows: [string, string | undefined][] = [
    ['dead', facts.killedAt ? format.moment(facts.killedAt) : 'hour not known'],
    ['where', facts.place ?? undefined],
    ['by', facts.takenBy ?? undefined],
    ['owner', facts.owner ?? undefined],
    ['hit', facts.placement ? SHOT_LOSS[facts.placement].name.toLowerCase() : undefined],
    ['hanging', card.hanging ? format.mass(card.hanging) : undefined],
    ['proof of sex', facts.proofOfSex ? PROOF_NAMES[facts.proofOfSex] : undefined],
    [
      'points',
      facts.pointsLeft || facts.pointsRight
        ? `${facts.pointsLeft ?? '–'} + ${facts.pointsRight ?? '–'}`
        : undefined
    ],
    [
      'examined',
      facts.exam ? `${facts.exam.by}${facts.exam.number ? `, no. ${facts.exam.number}` : ''}` : undefined
    ],
    [
      'gate',
      yes.length > 0 ? yes.map(([key]) => GATE_QUESTIONS[key as GateKey].toLowerCase()).join(', ') : undefined
    ]
  ];
  const bytes = await tagPdf({
    larder: chosen.larderName,
    code: card.code,
    ...(facts.tag ? { number: facts.tag } : {}),
    who: `${animalName(facts)}, ${facts.ageClass}`,
    rows: rows.filter((r): r is [string, string] => r[1] !== undefined),
    degreeUnit: format.degreeUnit,
    held: (card.record.holds ?? []).map((h) => HOLD_NAMES[h.why]),
    url: new URL(`/animals/${card.code}`, base).href
  });
  return pdfAnswer(bytes, `tag-${card.code}.pdf`);
});
