/** Usual practice, shown where the work can hurt someone. Local codes and licensed people decide. */
export interface Caution {
  key: string;
  text: string;
  /** Always shown: nobody waves it away for the day. */
  always?: true;
}

const rows: [key: string, text: string, always?: true][] = [
  ['firearm', 'Unloaded, and away from the work.'],
  [
    'gate',
    'Found dead, odd behaviour, unknown hour, swollen joints or testicles, a long-lost gut shot: stop, keep it apart, ask.',
    true
  ],
  ['knife', 'Edge away from the holding hand, cut-proof glove on it, nobody opposite.'],
  ['blind', 'By feel: short blade, fingers behind the edge.'],
  ['swing', 'A hung carcass swings. Hold or tie it; the last leg drops when it comes free.'],
  ['lift', 'Over 25 kg at the waist or 15 kg overhead: two people or a hoist.'],
  ['saw', 'Eyes covered. Saw bone only; wipe shards and dust off the meat.'],
  [
    'prion',
    'Where wasting disease is known: bone out, keep off spine, brain and nodes, none of them to stock or pets. Heat and cold do not destroy it. Local rules come first.',
    true
  ],
  ['gut', 'What gut or urine touched is cut off and weighed as contaminated. Change the knife.', true],
  [
    'lead',
    'Round an expanding bullet trim 20–30 cm of the track, do not rinse. No mince from hit meat; none for children or in pregnancy.'
  ],
  ['temp', 'Room under 12 °C, or no piece out longer than 30 minutes. Many codes ask 7 °C deep in the meat.'],
  ['gloves', 'Cover cuts. Gloves on, eyes covered when it splashes. Wash to the elbow when done.'],
  ['spine', 'No saw through the spine where a prion disease is known; wipe dust and shards.'],
  ['tb', 'Lumps or pus in glands, chest or liver: stop, keep everything, report.', true],
  [
    'trichinella',
    'Untested boar: tested where a test is offered, else cooked to 71 °C. Home freezing, smoking, drying and curing are not a reliable kill.'
  ],
  ['brucella', 'Gloves and covered eyes. Womb, udder and testicles are not opened.'],
  ['tularaemia', 'Gloves. White spots on the liver: do not eat, ask. Cooked to 74 °C.'],
  ['hev', 'Meat and liver cooked through; no raw liver sausage.'],
  ['birdflu', 'Sick or found dead: leave it, report it. Gloves; cooked to 74 °C.'],
  ['swinefever', 'Where known: report finds, boots and tools clean, no waste left behind.'],
  [
    'anthrax',
    'Sudden death, blood that does not clot: do not open it. Local advice decides on liver and kidney.',
    true
  ],
  ['waste', 'Bones, gut and hide by local rule, away from dogs and water.']
];

const byKey = (list: typeof rows): Readonly<Record<string, Caution>> =>
  Object.fromEntries(list.map(([key, text, always]) => [key, { key, text, ...(always ? { always } : {}) }]));

export const CAUTIONS = /* @__PURE__ */ byKey(rows);
