/** Questions asked before an animal is opened; a yes to any of them stops the work. */
export const GATE_KEYS = [
  'foundDead',
  'struck',
  'hourUnknown',
  'odd',
  'thin',
  'swollen',
  'oldWound',
  'longLost'
] as const;
export type GateKey = (typeof GATE_KEYS)[number];

export const GATE_QUESTIONS: Readonly<Record<GateKey, string>> = {
  foundDead: 'Found dead',
  struck: 'Hit by a car',
  hourUnknown: 'Hour of death not known',
  odd: 'Behaved oddly, or tame',
  thin: 'Very thin',
  swollen: 'Swollen joints or testicles',
  oldWound: 'Old wound, or pus',
  longLost: 'Gut shot and found late'
};

/** Whether proof of sex is still on the carcass. */
export const PROOF_STATES = ['on', 'off', 'notAsked'] as const;
export type ProofState = (typeof PROOF_STATES)[number];
export const PROOF_NAMES: Readonly<Record<ProofState, string>> = {
  on: 'left on a quarter',
  off: 'taken off',
  notAsked: 'not asked for here'
};

/**
 * Live weight of a deer from its heart girth: 68 kg · (G/95 cm)^2.6, ±12 % from 75 to 110 cm and ±20 % outside.
 * A published kind of regression; always drawn as an estimate.
 * @param girthMm  millimetres round the chest behind the forelegs
 */
export function liveFromGirth(girthMm: number): { kg: number; within: number } {
  const cm = girthMm / 10;
  return { kg: 68 * (cm / 95) ** 2.6, within: cm >= 75 && cm <= 110 ? 0.12 : 0.2 };
}
