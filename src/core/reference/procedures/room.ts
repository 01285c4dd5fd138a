import { CUTTING, LENGTHENS, inCelsius } from '../heat';
import { attend, type Procedure, type Step } from './step';

/** B0 in one step, at the head of the work on a whole animal. */
export const SET_UP: Step = attend(
  'setup',
  'setup',
  'Set up the room',
  'Wash, disinfect for food, rinse. Tubs named and tared, edges keen, towels and water at hand.',
  {
    look: 'Floor dry, nothing else open in the room.',
    cautions: ['temp'],
    kit: ['boningKnife', 'steel', 'tubs', 'scale', 'gloves', 'wash']
  }
);

/** Q0: whether the meat may leave the bone yet. */
export const READY: Step = attend(
  'check',
  'ready',
  'Ready to bone?',
  'Flex shoulder and hock. Meat cut from the bone before it is stiff, or while it is, draws up short and tough, strap and hip most: wait, unless heat, a long way or a huge animal forbids.',
  {
    answers: [
      { key: 'loose', name: 'Loose again', means: 'Loose again: it may be boned.' },
      {
        key: 'loosening',
        name: 'Loosening',
        means: 'Loosening: most joints may be cut; give the straps another day where the cold allows.'
      },
      {
        key: 'stiff',
        name: 'Stiff',
        means: 'Still stiff: boned now it shortens and toughens. Wait, unless it is too warm to hang.'
      },
      {
        key: 'stiffening',
        name: 'Stiffening',
        means: `It is setting: boned now it draws up short. Where heat or the way forces it, leave the long muscles on the bone and give them days at ${inCelsius(LENGTHENS)} afterwards.`
      },
      {
        key: 'notYet',
        name: 'Limp, not stiff yet',
        means: `Limp is not loose: it has not begun. Boned warm it shortens. Right for heat, distance or a huge animal: long muscles on the bone, slow chill, days at ${inCelsius(LENGTHENS)} later.`
      }
    ]
  }
);

/** Hands, board and knife before another kind of surface is touched. */
export const hygiene = (key: string, doing: string, look?: string): Step =>
  attend('hygiene', key, 'Hands, board, knife', doing, {
    kit: ['wash', 'gloves'],
    cautions: ['gloves'],
    ...(look ? { look } : {})
  });

/** The knife's edge, between one long piece of work and the next. */
export const edge = (key: string): Step =>
  attend('edge', key, 'The edge', 'A few strokes on the steel. A knife that skids on silver is blunt.', {
    kit: ['steel'],
    cautions: ['knife']
  });

/** B0: the room made ready, away from any animal. */
export const ROOM: Procedure = {
  key: 'B0',
  name: 'Set up the room',
  why: 'Ten minutes before the first cut, and nothing has to be looked for with wet hands.',
  groups: ['deer', 'boar', 'rabbit', 'gamebird', 'pigeonlike', 'waterfowl'],
  apart: true,
  steps: [
    attend(
      'setup',
      'clear',
      'Clear and wash',
      'Everything else out or covered. Tables, hooks and boards washed.',
      {
        kit: ['wash']
      }
    ),
    attend(
      'setup',
      'disinfect',
      'Disinfect, rinse',
      'With what is meant for food surfaces, as long as its label asks, then rinsed.',
      {
        kit: ['wash']
      }
    ),
    attend(
      'setup',
      'tare',
      'Tubs named and tared',
      'One for every pile, its letter on it; each empty one on the scale, tared.',
      {
        kit: ['tubs', 'scale']
      }
    ),
    attend(
      'setup',
      'edges',
      'Knives keen',
      'Boning and slicing knife on the steel; a second one ready for after the gut.',
      {
        kit: ['boningKnife', 'slicingKnife', 'steel'],
        cautions: ['knife']
      }
    ),
    attend(
      'setup',
      'hands',
      'Gloves, towels, water',
      'Cut-proof glove on the holding hand. Water within reach, paper and towels dry.',
      {
        kit: ['gloves', 'wash'],
        cautions: ['gloves']
      }
    ),
    attend(
      'setup',
      'floor',
      'Floor and air',
      `Floor dry, dogs out, the air under ${inCelsius(CUTTING.air)} by the thermometer.`,
      {
        kit: ['probe'],
        cautions: ['temp']
      }
    )
  ]
};

/** The questions before any dressing, as one step; a yes opens a hold. */
export const GATE_STEP: Step = attend(
  'check',
  'gate',
  'Before it is opened',
  'Found dead, hit by a car, hour of death unknown, odd behaviour, very thin, swollen joints or testicles, old wound, long-lost gut shot?',
  {
    cautions: ['firearm', 'gate'],
    answers: [
      { key: 'clear', name: 'None of these', means: 'None of these was seen.' },
      {
        key: 'stop',
        name: 'One of these',
        means: 'Stop. It is held back now: keep it apart and ask whoever decides where you are.',
        hold: 'gate'
      }
    ]
  }
);

const question = (key: string, title: string, doing: string): Step =>
  attend('check', key, title, doing, {
    cautions: ['gate'],
    answers: [
      { key: 'no', name: 'No' },
      { key: 'yes', name: 'Yes', means: 'Stop, keep it apart, ask.', hold: 'gate' }
    ]
  });

/** The gate, question by question. */
export const GATE: Procedure = {
  key: 'Gate',
  name: 'Before it is opened',
  why: 'Whether it is fit to open at all. Any yes: stop, keep it apart, ask.',
  groups: ['deer', 'boar', 'rabbit', 'gamebird', 'pigeonlike', 'waterfowl'],
  apart: true,
  steps: [
    attend('check', 'unloaded', 'Firearm', 'Unloaded, and laid where nobody works.', {
      cautions: ['firearm']
    }),
    question('dead', 'Found dead, or hit by a car', 'Not by your own shot, or the hour is not known.'),
    question('odd', 'Odd behaviour', 'It stumbled, drooled, stood tame, or was alone when its kind is not.'),
    question('thin', 'Very thin', 'Backbone and hips stand out; no fat on the kidneys.'),
    question(
      'swollen',
      'Swollen joints or testicles',
      'Thick knees or hocks, one testicle larger than the other.'
    ),
    question('old', 'Old wound', 'Pus, swelling, or a smell that is not of today.'),
    question('lost', 'Long-lost gut shot', 'Hours on the track with the gut open.')
  ]
};
