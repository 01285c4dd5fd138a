/** A verdict’s band ÷ the band that 8 of 10 lie in: 7 of 8 average animals lie inside. Own choice, by simulation; see `habits.test.ts`. */
export const WIDER = 1.2;
