import { SCALD, inCelsius } from '../heat';
import { BEGIN, cutSteps, placed } from './large';
import { SET_UP, hygiene } from './room';
import { attend, type Procedure, type Step } from './step';

/** A little meat for the laboratory, before anything else is cut. */
export const SAMPLE: Step = {
  key: 'sample',
  title: 'Sample for the test',
  doing:
    'Pillar of the diaphragm, tongue or foreleg muscle, as your laboratory asks. Weigh, bag, label with the code.',
  look: 'Gloves on. The hold stays until somebody lifts it.',
  cautions: ['trichinella', 'gloves'],
  takes: [],
  sample: 'diaphragm or foreleg muscle'
};

const asBoar = (...cuts: readonly string[]): Step[] =>
  cutSteps(...cuts).map((step) =>
    step.closes
      ? {
          ...step,
          look: 'Bones and trim of an untested boar go nowhere that another animal can reach; raw never to a dog.'
        }
      : step
  );

const SHIELD = attend(
  'check',
  'shield',
  'Shield and sheath',
  'An old male’s shoulder shield is gristle: to waste. The gland of the sheath and its skin are cut away uncut.',
  {
    cautions: ['gloves'],
    feel: 'Hard as a board over the shoulder',
    wrong: 'It goes into the mince',
    why: 'The outside lies bare'
  }
);

/** Q4: a boar on the hook, the sample for its test before anything else. */
export const BOAR: Procedure = {
  key: 'Q4',
  name: 'Boar, sample first',
  groups: ['boar'],
  position: 'hocks',
  why: 'The sample is cut and labelled before anything else; until the answer is here the meat stays apart.',
  steps: placed('hocks', [
    SET_UP,
    SAMPLE,
    ...asBoar('leafFat', 'backFat'),
    SHIELD,
    ...asBoar(
      'shoulder',
      'tenderloin',
      'belly',
      'brisket',
      'strap',
      'ribSide',
      'collar',
      'edge',
      'hindLeg',
      'frame'
    )
  ])
};

/** Q4-straps: the loins before the shoulders. */
export const BOAR_STRAPS: Procedure = {
  key: 'Q4-straps',
  name: 'Boar, straps first',
  groups: ['boar'],
  position: 'hocks',
  why: 'Sample and fat off, then the loins while they are cold and clean. Their front lies under the blade: it comes with the shoulders.',
  steps: placed('hocks', [
    ...BEGIN.filter((s) => s.key === 'setup'),
    SAMPLE,
    ...asBoar('backFat'),
    ...asBoar('strap').map((step) => ({ ...step, why: 'Cold and clean, before anything drips on it' })),
    SHIELD,
    ...asBoar('shoulder').map((step) => ({
      ...step,
      look: 'The front of the strap lies under the blade: take it now.'
    })),
    ...asBoar('leafFat', 'tenderloin', 'belly', 'brisket', 'ribMeat', 'collar', 'edge', 'hindLeg', 'frame')
  ])
};

/** Q4-skin: scalded and scraped, the skin stays on; parted from halves. */
export const BOAR_SKIN_ON: Procedure = {
  key: 'Q4-skin',
  name: 'Boar, skin on',
  groups: ['boar'],
  from: ['dressed', 'drawn'],
  position: 'hocks',
  why: 'Scalded and scraped instead of skinned: crackling, and a ham that keeps. It is weighed with its skin on, and that is said with the weight.',
  steps: placed('hocks', [
    SET_UP,
    SAMPLE,
    attend(
      'do',
      'scaldSkin',
      'Scald',
      `Water of ${inCelsius(SCALD)}, a part at a time, until a bristle comes by itself. Hotter sets the bristles.`,
      {
        cautions: ['scald', 'gloves'],
        kit: ['probe', 'wash'],
        feel: 'A bristle comes by itself',
        wrong: 'Too hot: the bristles set fast',
        why: 'Before the skin has dried'
      }
    ),
    attend(
      'do',
      'scrape',
      'Scrape, singe, wash',
      'With the bell or a blunt blade, then the flame, then cold water and a brush.',
      {
        cautions: ['gloves'],
        kit: ['wash'],
        feel: 'No stubble under the thumb',
        wrong: 'The skin is cut through',
        why: 'The bristles are loose while it is warm'
      }
    ),
    hygiene(
      'afterScrape',
      'Bristles and water out of the room; hands, board and knives washed.',
      'From here on it is food.'
    ),
    attend(
      'do',
      'halve',
      'Into halves',
      'Down the middle of the spine by saw, from tail to neck; dust wiped.',
      {
        cautions: ['saw'],
        kit: ['saw'],
        wrong: 'The saw runs off into one loin',
        why: 'Clean outside, it may be opened'
      }
    ),
    {
      key: 'hanging',
      title: 'Hanging weight, skin on',
      doing: 'Both halves on the hook, skin on, head off: the weight that what it gives is held against.',
      cautions: ['lift', 'swing'],
      takes: [],
      weighs: 'hanging',
      kit: ['scale']
    },
    attend('check', 'cold', 'Into the cold', 'Away from the wall, nothing touching it, the log begun.', {
      cautions: ['temp'],
      kit: ['probe']
    })
  ])
};
