/** Said where a stand-in is asked for in a larder that has none. */
export const NO_STAND_INS = 'No simulated devices here';
export const STAND_INS_IN_SETTINGS = 'They can be asked for in Settings; what they say is marked simulated.';

/** How a stand-in's name stands in what it has said, for ever. */
export const simulated = (name: string): string => `simulated ${name}`;
