import { attend, type Procedure } from './step';

/** M1: a shoulder cape for a mount, chosen before the first cut. */
export const CAPE: Procedure = {
  key: 'M1',
  name: 'Shoulder cape',
  groups: ['deer', 'boar'],
  from: ['live', 'dressed', 'drawn'],
  aside: true,
  why: 'For a mount: all the skin of shoulder and brisket, tubed to the skull. Chosen before the belly is opened: chest shut, throat uncut, no drag by the neck.',
  steps: [
    attend(
      'check',
      'capeFirst',
      'Nothing cut forward?',
      'Chest shut, throat uncut, hide open only behind the line of the ring, not dragged by the neck.',
      {
        answers: [
          { key: 'whole', name: 'All whole' },
          { key: 'cut', name: 'Cut already', means: 'Say so to whoever mounts it before more is cut.' }
        ],
        wrong: 'Opened to the breastbone as ever',
        why: 'A cut too far forward shows on the wall'
      }
    ),
    attend(
      'do',
      'capeRing',
      'Ring at mid-body',
      'All round the trunk, generously behind the shoulder: all shoulder and brisket skin stays in. Never forward of it.',
      {
        cautions: ['knife'],
        kit: ['openingBlade'],
        feel: 'A hand’s breadth behind the shoulder’s bulge',
        wrong: 'Too short: nothing to stretch',
        why: 'Everything else is measured from it'
      }
    ),
    attend(
      'do',
      'capeLegs',
      'Rings above the knees',
      'Then up the back of each foreleg to the ring, from the inside out.',
      {
        cautions: ['knife'],
        bones: ['knee'],
        feel: 'The hair parts along the back of the leg',
        wrong: 'Up the front: the seam shows',
        why: 'The legs slip out of it'
      }
    ),
    attend(
      'do',
      'capeTube',
      'Tube to the skull',
      'Rolled off forwards like a sleeve, meat left on the carcass, up to the ears.',
      {
        cautions: ['knife', 'swing'],
        kit: ['skinningBlade'],
        feel: 'Fist between hide and meat',
        wrong: 'A hole at the armpit',
        why: 'No seam on the neck'
      }
    ),
    attend(
      'do',
      'capeHead',
      'First neck joint',
      'Head off with the cape on it. Eyes, lips and ears are for whoever mounts it.',
      {
        cautions: ['prion', 'knife'],
        bones: ['atlas'],
        feel: 'Behind the skull, where it nods',
        wrong: 'Skinned round the eyes by hand',
        why: 'The cape hangs by it'
      }
    ),
    attend(
      'do',
      'capeMeat',
      'Meat on it back',
      'Scraped off the skin, clean, to the mince; what hair touched to waste.',
      {
        cautions: ['knife'],
        feel: 'White skin under the blade',
        wrong: 'Hair in the mince',
        why: 'Meat left on it slips the hair'
      }
    ),
    {
      key: 'hide',
      title: 'Cape and head',
      doing: 'Weighed if wanted; else passed over.',
      cautions: [],
      takes: [],
      beside: 'hide',
      kit: ['scale'],
      wrong: 'Weighed with another’s hide',
      why: 'It says what dressing cost'
    },
    attend(
      'do',
      'capeCool',
      'Cool flat, then as told',
      'Spread out cold, hair down; frozen or salted as whoever mounts it wants it, never both by guess.',
      {
        cautions: ['temp'],
        feel: 'Cold through, no warm fold',
        wrong: 'Rolled up warm: the hair slips',
        why: 'Hair slips within hours'
      }
    ),
    attend(
      'check',
      'handOver',
      'Tag and hand over',
      'The animal’s code on cape and head; who has it now and since when is written in a note.',
      {
        answers: [
          { key: 'later', name: 'Later' },
          { key: 'handed', name: 'Handed over', means: 'Write down to whom, in a note beside the animal.' }
        ],
        cautions: ['prion'],
        wrong: 'Untagged in a stranger’s freezer',
        why: 'Off the animal nobody knows whose it is'
      }
    )
  ]
};

/** M2: a clean skull. */
export const SKULL: Procedure = {
  key: 'M2',
  name: 'Clean skull',
  groups: ['deer', 'boar'],
  from: ['live', 'dressed', 'drawn', 'hanging'],
  aside: true,
  why: 'Skull with its antlers or tusks for the wall. Away from food, in a pot that cooks nothing else; antlers stay dry.',
  steps: [
    attend(
      'do',
      'skullBare',
      'Skin, eyes, tongue, jaw',
      'All off, the jaw kept if it is wanted; the meat of the cheeks as the rules allow.',
      {
        cautions: ['prion', 'knife', 'gloves'],
        wrong: 'Scored bone',
        why: 'What is off need not be boiled off'
      }
    ),
    attend(
      'do',
      'brain',
      'Brain',
      'By local rule, away from food, with tools that touch no meat; where wasting disease is known the head is left to those who may.',
      {
        cautions: ['prion', 'gloves'],
        wrong: 'Rinsed into the kitchen sink',
        why: 'It spoils first and smells longest'
      }
    ),
    attend(
      'do',
      'simmer',
      'Simmer, soak or beetles',
      'Just below boiling, changed often, or weeks in warm water, or beetles. Antlers out of the water.',
      {
        cautions: ['scald'],
        wrong: 'Boiled hard: the teeth fall out',
        why: 'Fresh it comes off in an hour or two'
      }
    ),
    attend(
      'do',
      'degrease',
      'Degrease',
      'Warm water with washing-up liquid, changed until no film stands on it; days, not hours.',
      {
        wrong: 'Skipped: yellow within a year',
        why: 'Fat comes to the surface later'
      }
    ),
    attend(
      'do',
      'whiten',
      'Whiten',
      'Peroxide as bought for it, gloves and covered eyes, the antlers wrapped. No bleach: it eats the bone.',
      { cautions: ['gloves'], wrong: 'Bleach', why: 'Clean and free of fat it whitens evenly' }
    ),
    attend('check', 'skullTag', 'Tag it', 'The animal’s code on it, dry and in the air.', {
      wrong: 'Nobody knows which animal',
      why: 'It leaves the larder now'
    })
  ]
};
