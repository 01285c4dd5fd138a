import { under } from '$core/units';

/** What the knife looks for along a muscle. */
export interface SliceNotes {
  /** How its grain runs, for the hand that turns it. */
  grain: string;
  /** The grain lies along the piece, so that slices straight across it are across the grain. */
  along: boolean;
  /** Where slicing stops. */
  until: string;
  /** The same as a share of its length, where it is always about there. */
  stop?: number;
  /** What becomes of what is past that, and of ends too small. */
  rest: 'stew' | 'strips';
}

const PLAIN: SliceNotes = {
  grain: 'lengthwise: straight across',
  along: true,
  until: 'it tapers',
  rest: 'stew'
};
/** By cut. Usual practice. */
const NOTES: Readonly<Record<string, Partial<SliceNotes>>> = {
  topRound: { until: 'the end tendon begins' },
  insideWhole: { until: 'the end tendon begins' },
  rumpEnd: { grain: 'turns: begin at the square face', along: false, until: 'the band thickens' },
  eyeRound: { until: 'the thin third begins', stop: 0.67 },
  tipSide: { grain: 'feathered from its middle: slant the knife', along: false, until: 'the gristle begins' },
  tipCore: { grain: 'two pieces, each by its own: part them', along: false, until: 'the white sheet begins' },
  topSirloin: { grain: 'a fan: turn the piece with it', along: false, until: 'the gristle doubles' },
  triTip: { grain: 'bends midway: halve it there, then across each', along: false },
  heel: { grain: 'all ways: dice it, or keep it whole', along: false },
  mockTender: { until: 'the third at the joint begins', stop: 0.67 },
  neckRoast: { grain: 'all ways: it wants wet heat', along: false },
  strap: { until: 'it is too thin', rest: 'strips' },
  tenderloin: { until: 'its tail begins; that is folded under', rest: 'strips' },
  flankSteak: { grain: 'long: slice thinly across', rest: 'strips' },
  flankFlap: { grain: 'in sheets that cross: part them first', along: false, rest: 'strips' },
  breast: { rest: 'strips' },
  tender: { rest: 'strips' }
};
export const notesOf = (cut: string): SliceNotes => ({ ...PLAIN, ...under(NOTES, cut) });
