import { SET_UP } from './room';
import { pair, type Procedure } from './step';
import { SHOULDERS_FIRST } from './deer';

const asDeer = (cut: string) =>
  SHOULDERS_FIRST.steps
    .filter(({ key }) => key.startsWith(`${cut}-`))
    .map((step) => ({ ...step, cautions: step.cautions.filter((c) => c !== 'prion') }));

/** Q4: a boar on the hook, the sample for its test before anything else. */
export const BOAR: Procedure = {
  key: 'Q4',
  name: 'Boar, sample first',
  groups: ['boar'],
  why: 'The sample is cut and labelled before anything else; until the answer is here the meat stays apart.',
  steps: [
    SET_UP,
    {
      key: 'sample',
      title: 'Sample for the test',
      doing:
        'Pillar of the diaphragm, tongue or foreleg muscle, as your laboratory asks. Weigh, bag, label with the code.',
      look: 'Gloves on. The hold stays until somebody lifts it.',
      cautions: ['trichinella', 'gloves'],
      takes: [],
      sample: 'diaphragm or foreleg muscle'
    },
    {
      key: 'backFat',
      title: 'Fat',
      doing: 'Lay the fat off the back and flanks in sheets, before the joints come off.',
      look: 'Clean white fat is worth keeping; yellow or strong-smelling fat is not.',
      cautions: ['knife', 'gloves'],
      takes: [{ kind: 'piece', cut: 'backFat' }]
    },
    ...asDeer('shoulder'),
    ...asDeer('hindLeg'),
    ...asDeer('strap'),
    ...asDeer('tenderloin'),
    ...pair(
      'piece',
      'belly',
      {
        doing: 'Along the last rib and the edge of the loin, down to the breast; the flank comes with it.',
        look: 'Shot side last, blood wiped or cut out and weighed.',
        cautions: ['knife', 'gut']
      },
      'Belly'
    ),
    ...asDeer('brisket'),
    ...asDeer('ribMeat'),
    ...asDeer('neckRoast'),
    {
      key: 'frame',
      title: 'Frame',
      doing: 'Look along the neck, beside the spine and at the hip, then weigh what is left and close it.',
      look: 'Bones and trim of an untested boar go nowhere that another animal can reach.',
      cautions: ['swinefever', 'spine'],
      takes: [],
      closes: true
    }
  ]
};
