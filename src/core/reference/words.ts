import { AGEING } from './cooling';
import { inCelsius } from './heat';

/** A word of the trade or of this larder, in a plain sentence first and the figure behind it. */
export interface Word {
  key: string;
  /** As it stands on screen. */
  name: string;
  /** What it means, for somebody who has never heard it. */
  plain: string;
  /** How it is reckoned, or what it is not. */
  more?: string;
}

const rows: [key: string, name: string, plain: string, more?: string][] = [
  [
    'boneless',
    'boneless',
    'Meat off the bone that somebody will eat.',
    'Prime, slow, jerky and grind; a piece kept on the bone counts without its bone.'
  ],
  [
    'hanging',
    'hanging weight',
    'What hangs on the hook: hide, head, lower legs and guts off.',
    'Yields are quoted against it. Live and dressed weights are earlier stages.'
  ],
  ['dressed', 'dressed weight', 'Guts and pluck out, hide, head and legs still on.'],
  [
    'trimmed',
    'trimmed, as it comes off',
    'Trimmed: silver, hard fat, glands and scraps are off. As it comes off: they are still on.',
    'What was weighed in one state is only compared with what is expected in that state.'
  ],
  [
    'expected',
    'expected',
    'What animals like this one usually give.',
    'The range holds 8 of 10 such animals. “Default” is a table; “yours” is what your own closed animals have taught.'
  ],
  [
    'unaccounted',
    'not accounted for',
    'Grams the book had and the scale did not find, or the other way round.',
    'A wrong tare, drip, or a piece that nobody weighed.'
  ],
  ['frame', 'bare frame', 'Spine, ribs and pelvis once the meat is off.'],
  ['strap', 'strap', 'The long muscle on top of the spine, one each side.'],
  ['silver', 'silver', 'The tough white skin on a muscle. It does not melt in a pan.'],
  ['gland', 'gland', 'A soft grey or brown knot in the fat. One left in spoils a batch of mince.'],
  [
    'rind',
    'dried crust',
    'The dark dry skin that meat gets in moving air. It is cut off.',
    'Some call it rind. About 1 mm after three days.'
  ],
  [
    'gate',
    'before it is opened',
    'Eight questions whether an animal may be used at all: how it died, how it looked, how long ago.',
    'A yes to one holds it back until somebody trained has looked.'
  ],
  [
    'hold',
    'hold',
    'Kept back: nothing of it is given away, sold or fed until the hold is lifted.',
    'It does not say that the meat is bad, nor that it is good.'
  ],
  [
    'window',
    'window',
    'The time in which an animal is tender enough and its outside still good.',
    'Opens by ageing and looseness; closes by growth on the skin or by the usual last day.'
  ],
  [
    'ageing',
    'ageing',
    'Meat gets tender by itself in the cold.',
    `Counted from when the deep meat is down to ${inCelsius(AGEING.from)}; faster when warmer.`
  ],
  [
    'growth',
    'growth on the skin',
    'Bacteria on the outside, by temperature, moisture and time.',
    'Said in powers of ten (log): at 3 trim and hurry, at 4 the window closes, at 5 stop. A model of the record, not a test.'
  ],
  [
    'core',
    'core',
    'The warmest place deep in the ham, beside the bone.',
    'Seven degrees for large game, four for small game and birds, are usual; many codes ask four for all.'
  ],
  [
    'boneSour',
    'bone sour',
    'Meat that spoils from the bone outwards because the ham stayed warm too long.',
    'Sour smell or green colour deep in: discard, whatever a figure says.'
  ],
  ['degreeDays', 'degree-days', 'Degrees above zero, added up over days. A rough measure of ageing.'],
  ['sharpened', 'sharpened … ago', 'Minutes since the knife was last sharpened, by the press of E.'],
  [
    'model',
    'by the model',
    'Reckoned, not seen. It is drawn dashed; what a scale or a probe has said is drawn solid.'
  ],
  ['simulated', 'simulated', 'Said by a stand-in, to try things out. No scale, no probe.'],
  [
    'standard',
    'trim standard',
    'How close it is trimmed: 1 close, 2 clean, 3 spotless.',
    'Clean costs about 4 % of the boneless meat, spotless about 9 %.'
  ],
  ['likely', '8 of 10', 'Eight animals or outcomes of ten lie in the range, one below it and one above.']
];

/** Words in the order of the alphabet as they stand on screen. */
export const WORDS: readonly Word[] = rows
  .map(([key, name, plain, more]): Word => ({ key, name, plain, ...(more ? { more } : {}) }))
  .sort((a, b) => a.name.localeCompare(b.name));
