/** Usual practice, shown where the work can hurt someone. Local codes and licensed people decide. */
export interface Caution {
  key: string;
  text: string;
}

const rows: [string, string][] = [
  ['knife', 'Edge away from the holding hand, cut-proof glove on it, nobody opposite.'],
  ['swing', 'A hung carcass swings. Hold or tie it; the last leg drops when it comes free.'],
  ['lift', 'Over 25 kg at the waist or 15 kg overhead: two people or a hoist.'],
  [
    'prion',
    'Where wasting disease is known: bone out, keep off spine, brain and nodes, none of them to stock or pets. Heat and cold do not destroy it. Local rules come first.'
  ],
  ['gut', 'What gut or urine touched is cut off and weighed as contaminated. Change the knife.'],
  [
    'lead',
    'Round an expanding bullet trim 20–30 cm of the track, do not rinse. No mince from hit meat; none for children or in pregnancy.'
  ],
  ['temp', 'Room under 12 °C, or no piece out longer than 30 minutes. Many codes ask 7 °C deep in the meat.'],
  ['gloves', 'Cover cuts. Wash to the elbow when done.'],
  ['spine', 'No saw through the spine where a prion disease is known; wipe dust and shards.']
];

export const CAUTIONS: Readonly<Record<string, Caution>> = Object.fromEntries(
  rows.map(([key, text]) => [key, { key, text }])
);

/** Said beside every caution. */
export const CAUTION_CODA = 'Usual practice; your local code and a licensed inspector or vet decide.';
