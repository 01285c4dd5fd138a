import { GATE_STEP } from './room';
import { attend, type Procedure, type Step } from './step';

/** What is done to an animal that somebody else has drawn: its organs are not to be seen any more. */
export const NOT_SEEN: readonly Step[] = [
  attend(
    'check',
    'organsGone',
    'Organs not seen',
    'Somebody else drew it. That is recorded here: nobody of this larder has looked at the organs.',
    {
      cautions: ['uninspected'],
      answers: [
        {
          key: 'notSeen',
          name: 'Not seen',
          means: 'The organs were not seen here. That goes with the meat.'
        },
        { key: 'vouched', name: 'Seen by who drew it', means: 'Write down who, in a note: it is their word.' }
      ],
      wrong: 'Forgotten to be said',
      why: 'Before it looks like any other'
    }
  ),
  attend(
    'do',
    'rest',
    'What is left inside',
    'Rest of the vent, bladder, lungs, heart and kidneys out, without spilling.',
    {
      cautions: ['gut', 'blind'],
      feel: 'A stump of gut at the pelvis',
      wrong: 'The bladder bursts over the fillets',
      why: 'It spoils first'
    }
  ),
  attend(
    'check',
    'anyLiver',
    'Any liver there?',
    'Look at it: smooth and even, no spots, lumps or smell. So with what nodes are left.',
    {
      cautions: ['tb', 'tularaemia', 'gloves'],
      answers: [
        { key: 'none', name: 'None there' },
        {
          key: 'smooth',
          name: 'Smooth',
          means: 'Nothing was seen on it; that is a look, not an inspection.'
        },
        {
          key: 'spots',
          name: 'Spots or lumps',
          means: 'It is held back now. Keep liver and carcass together.',
          hold: 'inspection'
        }
      ],
      wrong: 'Thrown away before it was looked at',
      why: 'What is left is all there is to see'
    }
  ),
  attend(
    'do',
    'wipe',
    'Wipe, rinse soil only, dry',
    'Wiped with paper; water only where soil or gut touched it, then dry again.',
    {
      cautions: ['gut'],
      kit: ['cloths', 'wash'],
      feel: 'Dry to the back of the hand',
      wrong: 'Hosed: it spreads and stays wet',
      why: 'Wet it spoils, dry it keeps'
    }
  )
];

/** D2: a large animal that came in drawn. */
export const DRAWN: Procedure = {
  key: 'D2',
  name: 'Came in drawn',
  groups: ['deer', 'boar'],
  from: ['dressed'],
  position: 'hocks',
  aside: true,
  why: 'Somebody else has drawn it: drawing is skipped, the organs are said not to have been seen, what was left inside comes out.',
  steps: [GATE_STEP, ...NOT_SEEN]
};
