import type { Refusal, RefusalCode } from '$core/book';
import { grams } from '$core/units';

const [ANIMAL, ITEM, ENTRY] = [
  '01a21640-0000-7000-8000-000000000001',
  '01a21640-0000-7000-8000-000000000002',
  '01a21640-0000-7000-8000-000000000003'
];

type Told = { [Code in RefusalCode]: { says: string; example: Extract<Refusal, { code: Code }> } };

/**
 * Why the book does not take an entry, each with an example. One entry sent alone is answered with 409 and the refusal in the
 * problem; of a batch the answer is 200, and the entry's result is `refused` with it. Nothing of a refused entry is booked.
 */
export const REFUSALS: Told = {
  'unknown-animal': {
    says: 'No animal of that id has come in.',
    example: { code: 'unknown-animal', animal: ANIMAL }
  },
  'unknown-item': { says: 'There is no such item.', example: { code: 'unknown-item', item: ITEM } },
  'unknown-entry': { says: 'There is no such entry.', example: { code: 'unknown-entry', entry: ENTRY } },
  'item-exists': {
    says: 'The new item’s id is taken: make another.',
    example: { code: 'item-exists', item: ITEM }
  },
  'facts-missing': {
    says: 'The first intake of an animal asks for its facts.',
    example: { code: 'facts-missing', animal: ANIMAL }
  },
  'facts-known': {
    says: 'The animal is known already: amend its facts.',
    example: { code: 'facts-known', animal: ANIMAL }
  },
  'other-animal': {
    says: 'The item is of another animal.',
    example: { code: 'other-animal', item: ITEM, animal: ANIMAL }
  },
  'wrong-kind': {
    says: 'This cannot be done with an item of that kind.',
    example: { code: 'wrong-kind', item: ITEM, kind: 'piece', wanted: 'part' }
  },
  closed: { says: 'The item is closed: open it first.', example: { code: 'closed', item: ITEM } },
  'already-open': { says: 'It lies open already.', example: { code: 'already-open', item: ITEM } },
  'not-open': { says: 'It does not lie open.', example: { code: 'not-open', item: ITEM } },
  nothing: {
    says: 'A weight above nothing is needed there.',
    example: { code: 'nothing', field: 'reading' }
  },
  'too-many': {
    says: 'More animals of the lot than there are.',
    example: { code: 'too-many', item: ITEM, wanted: 9, left: 6 }
  },
  'on-hold': {
    says: 'The animal is held back.',
    example: { code: 'on-hold', animal: ANIMAL, why: 'test' }
  },
  condemned: { says: 'The animal is condemned.', example: { code: 'condemned', animal: ANIMAL } },
  'no-hold': { says: 'That entry holds nothing.', example: { code: 'no-hold', entry: ENTRY } },
  overdrawn: {
    says: 'More grams than are left.',
    example: { code: 'overdrawn', item: ITEM, wanted: 5_200, left: 4_980 }
  },
  heavier: {
    says: 'It weighs more than the book has: what came to it, or which weight was wrong?',
    example: { code: 'heavier', item: ITEM, reading: 24_900, left: 24_700 }
  },
  'not-lighter': {
    says: 'It should weigh less after this.',
    example: { code: 'not-lighter', item: ITEM, reading: 1_200, left: 1_200 }
  },
  'parts-differ': {
    says: 'The parts together weigh more than the whole.',
    example: { code: 'parts-differ', item: ITEM, sum: 2_410, whole: 2_380 }
  },
  'stage-missing': {
    says: 'Say at which stage it was weighed.',
    example: { code: 'stage-missing', item: ITEM }
  },
  'stage-passed': {
    says: 'It is past that stage.',
    example: { code: 'stage-passed', item: ITEM, stage: 'live' }
  },
  'no-source': {
    says: 'Nothing lies open that the grams could have come from: say it in `from`.',
    example: { code: 'no-source', animal: ANIMAL }
  },
  'unknown-pool': {
    says: 'There is no such batch, lot or machine.',
    example: { code: 'unknown-pool', pool: ITEM }
  },
  'no-tub': {
    says: 'What belongs to a batch lies in no animal’s tub.',
    example: { code: 'no-tub', item: ITEM }
  },
  'consent-missing': {
    says: 'Animals of different owners are joined only with their consent.',
    example: { code: 'consent-missing', owners: ['Alderbank', 'Fernholt'] }
  },
  'cure-unknown': {
    says: 'The label of that cure salt was never read: say `strength` when it is bought.',
    example: { code: 'cure-unknown', item: ITEM }
  },
  'cure-over': {
    says: 'More nitrite than the rule allows, with the arithmetic: `grams` × `strength` ÷ `meat`, in mg/kg.',
    example: { code: 'cure-over', grams: 25, strength: 0.0625, meat: 10000, mgPerKg: 156.25, limit: 156 }
  },
  'cure-fresh': {
    says: 'No cure salt goes into what is eaten fresh.',
    example: { code: 'cure-fresh', product: 'fresh' }
  },
  'into-itself': {
    says: 'Something would be put into itself.',
    example: { code: 'into-itself', item: ITEM }
  },
  unchanged: { says: 'It stands so already.', example: { code: 'unchanged', item: ITEM } },
  'stands-on': {
    says: 'Later entries stand on it: send the void again with this `chain`.',
    example: { code: 'stands-on', entry: ENTRY, chain: [ITEM] }
  },
  'already-voided': { says: 'It is taken back already.', example: { code: 'already-voided', entry: ENTRY } },
  'not-voidable': {
    says: 'Such an entry is not taken back.',
    example: { code: 'not-voidable', entry: ENTRY }
  },
  'not-correctable': {
    says: 'The reading of such an entry cannot be set right.',
    example: { code: 'not-correctable', entry: ENTRY, kind: 'note' }
  },
  stale: {
    says: 'The book derives other postings than were sent: read the animal anew.',
    example: { code: 'stale', sent: [], derived: [] }
  },
  'id-taken': { says: 'Another entry has that id.', example: { code: 'id-taken', entry: ENTRY } },
  'plate-taken': {
    says: 'What lay on the larder’s scale has been booked by somebody.',
    example: { code: 'plate-taken', entry: ENTRY, hand: 'Tove' }
  },
  'tag-taken': {
    says: 'Another animal of this season has that tag.',
    example: { code: 'tag-taken', tag: 'F 0097', animal: ANIMAL, holder: '26-017' }
  },
  'kind-not-offered': {
    says: 'Such an entry is not offered here.',
    example: { code: 'kind-not-offered', kind: 'cure' }
  },
  'not-allowed': {
    says: 'Whoever is signed in may not book this.',
    example: { code: 'not-allowed', name: 'Ilo', kind: 'condemn' }
  },
  doubt: {
    says: 'Asked, not refused: sent again with `why` in the intent’s `sure` it is booked.',
    example: {
      code: 'doubt',
      why: 'weight',
      stage: 'hanging',
      grams: grams(1_340_000),
      low: grams(6_000),
      high: grams(32_000)
    }
  },
  'rests-on-refused': {
    says: 'An entry before it in the batch was refused, and it stands on that.',
    example: { code: 'rests-on-refused', entry: ENTRY }
  },
  'unknown-photograph': {
    says: 'The photograph was never sent here: send it to /photos first.',
    example: { code: 'unknown-photograph', file: `${'0'.repeat(64)}.jpg` }
  },
  malformed: {
    says: 'It is no entry: a field is missing, too long, or of another kind.',
    example: { code: 'malformed', path: '/intent/reading/grams', message: 'whole grams' }
  },
  fault: {
    says: 'The program failed at this entry; the others of the batch stand.',
    example: { code: 'fault' }
  }
};
