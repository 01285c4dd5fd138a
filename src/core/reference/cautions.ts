import { CUTTING, DEEP, HOT, SCALD, inCelsius } from './heat';
import type { GroupKey } from './species';

/** Usual practice, shown where the work can hurt someone. Local codes and licensed people decide. */
export interface Caution {
  key: string;
  /** A word or two, in sight as long as the step is. */
  mark: string;
  text: string;
  /** What is said of a kind of animal in its place. */
  of?: Partial<Record<GroupKey, string>>;
  /** What cannot be undone, or hurts whoever eats it: its mark stands out. */
  always?: true;
  /** Groups of species that it is said of; of all without. */
  groups?: readonly GroupKey[];
}

const DEER: readonly GroupKey[] = ['deer'];
const BOAR: readonly GroupKey[] = ['boar'];
const BIRDS: readonly GroupKey[] = ['gamebird', 'pigeonlike', 'waterfowl'];

const KEPT_COLD = `Room under ${inCelsius(CUTTING.air)}, or no piece out longer than ${CUTTING.minutes} minutes.`;
/** How cold the meat has to be: said of all where nobody knows whose step it is. */
const DEEP_SAID = `Many codes ask ${inCelsius(DEEP.large)} deep in large game, ${inCelsius(DEEP.small)} in birds and small game, ${inCelsius(DEEP.offal)} in offal.`;
const deepSaid = (celsius: number): string =>
  `${KEPT_COLD} Many codes ask ${inCelsius(celsius)} deep in the meat, ${inCelsius(DEEP.offal)} in offal.`;
const SMALL_GAME: readonly GroupKey[] = [...BIRDS, 'rabbit'];

const rows: [key: string, mark: string, text: string, always?: boolean, groups?: readonly GroupKey[]][] = [
  ['firearm', 'Unloaded', 'Unloaded, and away from the work.', true],
  [
    'gate',
    'Ask first',
    'Found dead, odd behaviour, unknown hour, swollen joints or testicles, a long-lost gut shot: stop, keep it apart, ask.',
    true
  ],
  ['knife', 'Edge', 'Edge away from the holding hand, cut-proof glove on it, nobody opposite.'],
  ['blind', 'By feel', 'By feel: short blade, fingers behind the edge.'],
  ['swing', 'Swings', 'A hung carcass swings. Hold or tie it; the last leg drops when it comes free.'],
  ['lift', 'Heavy', 'Over 25 kg at the waist or 15 kg overhead: two people or a hoist.'],
  ['saw', 'Saw', 'Eyes covered. Saw bone only; wipe shards and dust off the meat.'],
  [
    'prion',
    'Wasting disease',
    'Where wasting disease is known: bone out, keep off spine, brain and nodes, none of them to stock or pets. Heat and cold do not destroy it. Local rules come first.',
    true,
    DEER
  ],
  ['gut', 'Gut', 'What gut or urine touched is cut off and weighed as contaminated. Change the knife.', true],
  [
    'lead',
    'Lead',
    'Splinters of a lead bullet are not seen and do not rinse out. Under 20 kg hanging the whole hit part goes; to 60 kg 20 cm round the track, above that 30. A slug counts as lead. No mince from hit meat; none for children or in pregnancy.',
    true
  ],
  [
    'pellets',
    'Shot',
    'Lead smears, steel breaks teeth; a magnet finds steel only. Shot, feather and a centimetre round it out; no mince and no vinegar over lead.',
    true,
    [...BIRDS, 'rabbit']
  ],
  ['temp', 'Keep it cold', `${KEPT_COLD} ${DEEP_SAID}`],
  ['gloves', 'Gloves', 'Cover cuts. Gloves on, eyes covered when it splashes. Wash to the elbow when done.'],
  [
    'spine',
    'Spine',
    'No saw through the spine where a prion disease is known; wipe dust and shards.',
    true,
    DEER
  ],
  ['tb', 'Lumps, pus', 'Lumps or pus in glands, chest or liver: stop, keep everything, report.', true],
  [
    'trichinella',
    'Trichinella',
    `Untested boar: tested where a test is offered, else cooked to ${inCelsius(HOT.through.celsius)}. Home freezing, smoking, drying and curing are not a reliable kill.`,
    true,
    BOAR
  ],
  ['brucella', 'Brucella', 'Gloves and covered eyes. Womb, udder and testicles are not opened.', true],
  [
    'tularaemia',
    'White spots',
    `Gloves, no spray. White spots on liver or spleen, swollen nodes: do not eat, ask. Cooked to ${inCelsius(HOT.most.celsius)}.`,
    true,
    ['rabbit']
  ],
  ['hev', 'Cook it through', 'Meat and liver cooked through; no raw liver sausage.'],
  [
    'birdflu',
    'Bird flu',
    `Sick or found dead: leave it, report it. Gloves; cooked to ${inCelsius(HOT.most.celsius)}.`,
    true,
    BIRDS
  ],
  [
    'swinefever',
    'Swine fever',
    'Where known: report finds, boots and tools clean, no waste left behind.',
    true,
    BOAR
  ],
  ['aujeszky', 'Not to dogs', 'Raw boar is never given to dogs, cleared by a test or not.', true, BOAR],
  [
    'anthrax',
    'Sudden death',
    'Sudden death, blood that does not clot: do not open it. Local advice decides on liver and kidney.',
    true
  ],
  [
    'uninspected',
    'Not looked at',
    `The organs were not looked at: that is recorded, and said with the meat. Cooked to ${inCelsius(HOT.most.celsius)}.`,
    true
  ],
  ['scald', 'Hot water', `Water of ${inCelsius(SCALD)} scalds. Two hands, boots on, no children near.`],
  ['waste', 'Waste', 'Bones, gut and hide by local rule, away from dogs and water.']
];

const byKey = (list: typeof rows): Readonly<Record<string, Caution>> =>
  Object.fromEntries(
    list.map(([key, mark, text, always, groups]) => [
      key,
      {
        key,
        mark,
        text,
        ...(always ? { always: true as const } : {}),
        ...(groups ? { groups } : {}),
        ...(key === 'temp' ? { of: TEMP_OF } : {})
      }
    ])
  );
const TEMP_OF: Partial<Record<GroupKey, string>> = Object.fromEntries([
  ...[...DEER, ...BOAR].map((group) => [group, deepSaid(DEEP.large)]),
  ...SMALL_GAME.map((group) => [group, deepSaid(DEEP.small)])
]);

export const CAUTIONS = /* @__PURE__ */ byKey(rows);
