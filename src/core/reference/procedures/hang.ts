import { hygiene } from './room';
import { attend, type Procedure } from './step';

/** H1: hung and skinned. */
export const HANG_SKIN: Procedure = {
  key: 'H1',
  name: 'Hang and skin',
  groups: ['deer', 'boar'],
  from: ['dressed', 'drawn'],
  why: 'Cut from the inside out, hide rolled away: no hair on the meat, and a hanging weight that every yield is quoted against.',
  steps: [
    attend(
      'do',
      'hooks',
      'Hooks in',
      'Behind the tendons of both hocks, or by the neck. Lift with two, or by hoist.',
      {
        cautions: ['lift', 'swing'],
        kit: ['gambrel'],
        bones: ['hock']
      }
    ),
    attend(
      'do',
      'ring',
      'Ring the hocks',
      'Then open the inside of each leg to the middle, from the inside out.',
      {
        cautions: ['knife'],
        kit: ['openingBlade', 'gloves']
      }
    ),
    attend(
      'do',
      'hideDown',
      'Hide down',
      'Hams, tail, then the trunk: fist rather than knife, hair rolled outwards.',
      {
        look: 'A knife that scores the muscle costs more than the minute it saves.',
        cautions: ['swing', 'gloves'],
        kit: ['skinningBlade']
      }
    ),
    attend('do', 'foreOff', 'Fore legs out', 'Through the skin at the inside; lower legs off at the knee.', {
      bones: ['knee'],
      cautions: ['knife']
    }),
    attend(
      'do',
      'mount',
      'For a mount?',
      'Nothing, skull only, or a shoulder cape: that has an order of work of its own, chosen before anything is cut.',
      {
        answers: [
          { key: 'none', name: 'None' },
          { key: 'skull', name: 'Skull' },
          { key: 'cape', name: 'Cape' }
        ]
      }
    ),
    attend(
      'do',
      'headOff',
      'Head and lower legs off',
      'At the first neck joint; hind legs below the hock so that the hook holds.',
      {
        bones: ['atlas', 'hock'],
        cautions: ['prion', 'knife']
      }
    ),
    hygiene(
      'afterHide',
      'Hide out of the room; hands, hooks and knife washed.',
      'Outer skin and meat never share a knife.'
    ),
    attend(
      'check',
      'hair',
      'Look it over',
      'Hair picked or wiped off, not hosed. Look back at the hide: red on it is meat.',
      {
        answers: [
          { key: 'clean', name: 'Clean' },
          { key: 'picked', name: 'Hair picked off' },
          {
            key: 'scored',
            name: 'Muscle scored',
            means: 'Scored muscle dries first: trim it first, and weigh it as dried crust.'
          }
        ]
      }
    ),
    {
      key: 'hanging',
      title: 'Hanging weight',
      doing: 'On the hook, hide, head and lower legs off. Every yield is quoted against this one.',
      cautions: ['lift', 'swing'],
      takes: [],
      weighs: 'hanging',
      kit: ['scale']
    },
    {
      key: 'hide',
      title: 'Hide, head, legs',
      doing: 'Weighed if wanted: it says what dressing cost. Else passed over.',
      cautions: ['waste'],
      takes: [],
      beside: 'hide',
      kit: ['scale']
    },
    attend('check', 'cold', 'Into the cold', 'Away from the wall, nothing touching it, the log begun.', {
      cautions: ['temp'],
      kit: ['probe']
    })
  ]
};
