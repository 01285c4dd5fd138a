import { under } from '$core/units';
import type { Doubt, Refusal } from '$core/book';
import { HOLD_NAMES, LOSS_NAMES, PART_NAMES, cutOf, type Stage } from '$core/reference';
import { capital, plainFormatter, type PlainFormatter } from './format';
import { GROUP_NAMES } from './groups';

/** Words for what the book refuses: what was wrong, what was kept, what to do next. `name` gives an item its name on screen. */
export function refusalText(
  refusal: Refusal | { code: 'invalid' },
  format: PlainFormatter,
  name: (id: string) => string
): string {
  switch (refusal.code) {
    case 'overdrawn':
      return `${name(refusal.item)} has ${format.mass(refusal.left, 3)} left by the book; ${format.mass(refusal.wanted, 3)} is more than that.`;
    case 'too-many':
      return `${refusal.wanted} are more than the ${refusal.left} that are in the lot.`;
    case 'on-hold':
      return `This animal is held back: ${HOLD_NAMES[refusal.why]}. Until that is lifted none of it, and nothing it went into, is given, eaten, sent out, fed or boiled for stock.`;
    case 'condemned':
      return 'This animal is condemned. What is left of it is waste by the local rule.';
    case 'no-hold':
      return 'That hold no longer stands.';
    case 'heavier':
      return `${name(refusal.item)} is ${format.mass(refusal.left, 3)} in the book and ${format.mass(refusal.reading, 3)} on the scale. Meat does not grow: correct the first weight, or look at the tare.`;
    case 'not-lighter':
      return `${format.mass(refusal.reading, 3)} is not less than the ${format.mass(refusal.left, 3)} in the book. Weigh it after trimming.`;
    case 'parts-differ':
      return `The parts add up to ${format.mass(refusal.sum, 3)}, the whole is ${format.mass(refusal.whole, 3)}.`;
    case 'closed':
      return `${name(refusal.item)} is closed. Open it again first.`;
    case 'already-open':
      return `${name(refusal.item)} is open already.`;
    case 'not-open':
      return `${name(refusal.item)} does not lie open.`;
    case 'nothing':
      return 'Nothing on the scale. Put the piece on, or type its weight.';
    case 'unchanged':
      return 'The same weight as in the book. Nothing to book.';
    case 'stands-on':
      if (refusal.chain.length === 0) return 'Nothing stands on it any more. Press again.';
      return `${refusal.chain.length} later ${refusal.chain.length === 1 ? 'entry stands' : 'entries stand'} on this one.`;
    case 'stale':
      return 'Somebody at another bench was quicker; the figures have moved. Look again and press again.';
    case 'tag-taken':
      return `Tag ${refusal.tag} hangs on ${refusal.holder} this season.`;
    case 'already-voided':
      return 'That has been taken back already.';
    case 'not-voidable':
      return 'Taking back cannot be taken back. Book it anew.';
    case 'not-correctable':
      return 'This kind of entry is taken back and booked anew, not corrected.';
    case 'id-taken':
      return 'An entry with this number says something else. It was not booked.';
    case 'plate-taken':
      return `${refusal.hand} has taken that piece off the same scale already. Lift it off; the next one counts.`;
    case 'rests-on-refused':
      return 'It rests on an entry that was refused before it.';
    case 'unknown-photograph':
      return 'The photograph of that note has not come here. Send it again.';
    case 'malformed':
      return `${refusal.path === '' ? 'What was sent' : refusal.path}: ${refusal.message}. It was not booked.`;
    case 'fault':
      return 'Something broke in the program at this entry. It was not booked; what was sent with it is not touched by that.';
    case 'item-exists':
      return 'That piece is in the book already.';
    case 'stage-missing':
      return 'Say at which stage it was weighed.';
    case 'stage-passed':
      return `It is past that stage: a ${refusal.stage} weight stands in the book.`;
    case 'wrong-kind':
      return `${name(refusal.item)} cannot be used this way.`;
    case 'other-animal':
      return `${name(refusal.item)} belongs to another animal.`;
    case 'no-source':
      return 'Nothing is open on the table that this could have come from.';
    case 'not-allowed':
      return `${refusal.name} may not book that here.`;
    case 'no-tub':
      return `${name(refusal.item)} holds what cannot be told apart: it goes on a shelf, not into an animal's tub.`;
    case 'consent-missing':
      return `These animals belong to ${refusal.owners.map((owner) => owner || 'the house').join(' and ')}. Say who agreed that they are joined.`;
    case 'cure-unknown':
      return 'Nobody has said how strong that cure salt is. Read its label: the strength is never guessed.';
    case 'cure-over': {
      const { grams, strength, meat, mgPerKg, limit } = refusal;
      return `Too much cure: ${grams.toFixed(1)} g at ${(strength * 100).toFixed(2)} % in ${format.mass(meat, 2)} of meat and fat is ${mgPerKg.toFixed(1)} mg of nitrite a kg, and the rule allows ${limit}. Over-dosing is poisonous.`;
    }
    case 'cure-fresh':
      return 'No cure salt goes into what is eaten fresh.';
    case 'into-itself':
      return `${name(refusal.item)} cannot go into itself, or twice into one.`;
    case 'unknown-item':
      return 'That piece is no longer in the book: somebody took its entry back.';
    case 'doubt':
      return doubtText(refusal, format, name);
    case 'unknown-animal':
    case 'unknown-pool':
    case 'unknown-entry':
    case 'facts-missing':
    case 'facts-known':
    case 'kind-not-offered':
    case 'invalid':
      return `The book could not take it (${refusal.code}). Nothing was booked.`;
  }
}

const STAGE_WORDS: Record<Stage | 'part', string> = {
  live: 'live',
  dressed: 'dressed',
  drawn: 'drawn',
  hanging: 'hanging',
  aged: 'hanging',
  part: 'as this part alone'
};

/** What is asked before an entry is booked: numbers first, then why it is asked. */
export function doubtText(doubt: Doubt, format: PlainFormatter, name: (id: string) => string): string {
  // A bound is an estimate: no more places than it is good for.
  const about = (grams: number) => format.mass(grams, grams >= 10_000 ? 0 : grams >= 1_000 ? 1 : 2);
  switch (doubt.why) {
    case 'weight':
      return `${format.mass(doubt.grams, 2)} is far ${doubt.grams < doubt.low ? 'under' : 'over'} what one of this species, sex and age weighs ${STAGE_WORDS[doubt.stage]}: ${about(doubt.low)} to ${about(doubt.high)}. Is it the right unit, stage, species?`;
    case 'heavy':
      return `${format.mass(doubt.grams, 2)} is far more than this cut (${cutOf(doubt.cut)?.names.plain ?? doubt.cut}) can weigh on this animal: ${about(doubt.high)} at most. Is something else on the scale, or is it another cut?`;
    case 'twice': {
      const who = [doubt.hand, doubt.at === undefined ? undefined : format.moment(doubt.at)]
        .filter(Boolean)
        .join(', ');
      return `${name(doubt.item)} is in the book already: ${format.mass(doubt.grams, 3)}${who ? ` (${who})` : ''}. Are there two, or is this the same piece?`;
    }
    case 'loss':
      return `${format.mass(doubt.grams, 3)} less than the ${format.mass(doubt.was, 3)} in the book; no more than ${format.mass(doubt.plausible, 3)} goes by itself. Was the first weight wrong?`;
    case 'anatomy':
      return `${cutOf(doubt.cut)?.names.plain ?? under(PART_NAMES, doubt.cut) ?? doubt.cut} does not come off ${doubt.from === '' ? 'this species' : name(doubt.from).toLowerCase()}. Is it the right cut, the right animal?`;
    case 'pets':
      return doubt.because === 'hit'
        ? `${format.mass(doubt.grams, 3)} of a part that was hit: splinters of lead are not seen, and no animal gets them. Is it cut clear of the track?`
        : `${capital(GROUP_NAMES[doubt.because])} goes to animals cooked, whatever its test says: raw it can carry what kills a dog. Is it for cooking?`;
    case 'writeOff':
      return doubt.grams < 0
        ? `${format.mass(-doubt.grams, 3)} more than the book had. Close the gap as unaccounted for?`
        : doubt.reason === 'notReturned'
          ? `${format.mass(doubt.grams, 3)} of what was sent is not among the packs: bone and trim, or more to come? Say “more is to come”, or that it does not come back.`
          : `${format.mass(doubt.grams, 3)} would be written off as ${LOSS_NAMES[doubt.reason].toLowerCase()}, and nobody has weighed them. Look for them first.`;
  }
}

/** A refusal as a form says it, by the larder's own units. */
export const sayRefusal = (refusal: Refusal, chosen: Parameters<typeof plainFormatter>[0]): string =>
  refusalText(refusal, plainFormatter(chosen), () => 'It');
