import { cutOf } from '../cuts';
import type { GroupKey } from '../species';
import { TAKINGS, type TakingKey } from '../takings';
import { glandStop, type Procedure, type Step } from './step';

/** How one cut is made ready on the board. */
interface Card {
  cut: string;
  /** From which face, along what. */
  along: string;
  /** What comes out or off, in order, with what is said of it. */
  out: readonly (TakingKey | readonly [TakingKey, string])[];
  /** Vessels and nodes that lie bare now. */
  glands?: readonly string[];
  /** What it is parted into. */
  pieces?: readonly string[];
  /** Which way the grain runs. */
  grain: string;
  /** How far it is sliced, and what becomes of the rest. */
  until: string;
  feel: string;
  wrong: string;
}

const LARGE: readonly GroupKey[] = ['deer', 'boar'];
const BIRDS: readonly GroupKey[] = ['gamebird', 'pigeonlike', 'waterfowl'];

/** Cards of the board. Usual practice. */
const CARDS: readonly Card[] = [
  {
    cut: 'topRound',
    along: 'Bone face up: along the seam between its two lobes, opened by hand.',
    out: [
      ['soiled', 'The face that lay at the pelvis.'],
      'fat',
      'silver',
      ['tendon', 'The end tendon at the bone.'],
      'thin'
    ],
    glands: ['insideRoundVein'],
    pieces: ['topRoundMain', 'topRoundSmall'],
    grain: 'Lengthwise: slice straight across.',
    until: 'Slice until the end tendon shows; the rest to stew.',
    feel: 'A groove across the bone face',
    wrong: 'Cut through both lobes at once'
  },
  {
    cut: 'topRoundCap',
    along: 'From its outer edge, off by hand.',
    out: ['rim', 'fat', 'silver'],
    grain: 'Strips across.',
    until: 'All of it in strips, or to the mincer.',
    feel: 'A sheet that lifts by itself',
    wrong: 'Left on and chewed'
  },
  {
    cut: 'bottomRound',
    along: 'Silver side down, blade flat on it; then the bone face.',
    out: [
      'rim',
      'fat',
      ['silver', 'The thick band of the outer face.'],
      ['tendon', 'The inner tendon, drawn out.'],
      'thin'
    ],
    grain: 'Across for tender strips, with it for a chew.',
    until: 'The tapers to stew.',
    feel: 'A band as thick as a belt on one face',
    wrong: 'Red lean left on the band'
  },
  {
    cut: 'rumpEnd',
    along: 'Squared where the band thickens.',
    out: ['rim', 'fat', 'silver', ['soft', 'The soft bone at the hip end.']],
    grain: 'It turns: begin at the square face.',
    until: 'One roast, or beaten thin.',
    feel: 'Soft bone at one end',
    wrong: 'Sliced along its turning grain'
  },
  {
    cut: 'eyeRound',
    along: 'A tab of silver freed at the thick end, then all round.',
    out: ['rim', 'fat', 'silver', 'thin'],
    grain: 'Lengthwise: rounds across.',
    until: 'The thin third to stew.',
    feel: 'A clear ribbon under the blade',
    wrong: 'The ribbon comes off red'
  },
  {
    cut: 'tipSide',
    along: 'Along the white line from the kneecap, capsule off.',
    out: [['silver', 'The capsule round it.'], ['tendon', 'The gristle at the knee end.'], 'thin'],
    grain: 'Feathered: from the line outwards.',
    until: 'Gristle to stew; another school cooks it slowly whole.',
    feel: 'A white line down its middle',
    wrong: 'The capsule left on: it curls'
  },
  {
    cut: 'tipCore',
    along: 'Bone face up: along the slanting sheet inside it.',
    out: ['silver', ['tendon', 'The sheet between the halves.'], 'thin'],
    pieces: ['tipOuter', 'tipInner'],
    grain: 'Each half by its own grain.',
    until: 'What is white to stew.',
    feel: 'A sheet that runs aslant from the bone face',
    wrong: 'Steaks cut across both halves'
  },
  {
    cut: 'topSirloin',
    along: 'Gristle on the board, cut from the clean side.',
    out: [
      'fat',
      ['node', 'The glands in its fat, whole.'],
      ['tendon', 'Where the gristle lies double.'],
      'thin'
    ],
    pieces: ['topSirloinMain', 'hipStrips'],
    grain: 'A fan: turn the piece with it.',
    until: 'The doubled gristle to stew.',
    feel: 'Fibres spread like a fan',
    wrong: 'Sliced in one direction throughout'
  },
  {
    cut: 'triTip',
    along: 'Both faces; the chewy strip off its edge.',
    out: ['fat', ['node', 'The node in its fat, whole.'], ['silver', 'The chewy strip along the edge.']],
    grain: 'It bends midway: halve it there.',
    until: 'Each half across its own grain.',
    feel: 'The fibres bend in the middle',
    wrong: 'The node cut through'
  },
  {
    cut: 'heel',
    along: 'Between its heads, along the cord.',
    out: ['silver', ['tendon', 'The hock cord.']],
    pieces: ['heelHeads', 'heelCore'],
    grain: 'Mixed: dice it, or cook it whole.',
    until: 'All of it slow.',
    feel: 'A cord between two bellies',
    wrong: 'The cord minced along'
  },
  {
    cut: 'hindShank',
    along: 'Ringed above the joint; the end tendon off if it is to be minced.',
    out: ['rim', ['tendon', 'The end tendon, for the mincer only.']],
    grain: 'By the pot.',
    until: 'Whole, sawn in slices, or boned.',
    feel: 'The flat joint under the bulge',
    wrong: 'Tendon off for a braise: it is what binds it'
  },
  {
    cut: 'foreShank',
    along: 'Ringed above the joint; the end tendon off if it is to be minced.',
    out: ['rim', ['tendon', 'The end tendon, for the mincer only.']],
    grain: 'By the pot.',
    until: 'Whole, sawn in slices, or boned.',
    feel: 'The hollow beside the elbow’s point',
    wrong: 'Tendon off for a braise: it is what binds it'
  },
  {
    cut: 'flatIron',
    along: 'Blade flat along the centre tendon, first on one face of it, then on the other.',
    out: [
      ['silver', 'The shell on the outside.'],
      ['tendon', 'The centre tendon, in one sheet.']
    ],
    pieces: ['flatIronOuter', 'flatIronInner'],
    grain: 'Across.',
    until: 'All of it.',
    feel: 'A white sheet through the middle',
    wrong: 'The knife leaves the sheet: steps in the leaf'
  },
  {
    cut: 'mockTender',
    along: 'From the face that lay at the ridge; the cord at the joint end.',
    out: ['silver', ['tendon', 'The cord of the joint.']],
    grain: 'Lengthwise: thin steaks across, or a roll.',
    until: 'The joint third to stew.',
    feel: 'A cord at the thick end',
    wrong: 'Cut thick: it chews'
  },
  {
    cut: 'armRoast',
    along: 'From the bone face into the gap between long and side head.',
    out: ['fat', 'silver', 'tendon'],
    pieces: ['armLong', 'armSide'],
    grain: 'Across.',
    until: 'All of it; small ones stay whole.',
    feel: 'A gap that takes the thumb',
    wrong: 'Halved across both heads'
  },
  {
    cut: 'underBlade',
    along: 'From the face that lay at the blade; vessels out.',
    out: [['vein', 'The vessels of the armpit.'], 'fat', 'silver'],
    pieces: ['shoulderTender', 'bladeSheet'],
    grain: 'Strips across the sheet; the small roll whole.',
    until: 'The rest to the mincer.',
    feel: 'A small roll apart from the sheet',
    wrong: 'The small roll minced along'
  },
  {
    cut: 'strap',
    along: 'A tab of silver freed at the hip end, held taut, the edge tilted to it; the chain off its side.',
    out: ['rim', 'fat', ['silver', 'In one ribbon from hip to neck.'], ['thin', 'The chain along its side.']],
    pieces: ['strapRear', 'strapFront'],
    grain: 'Lengthwise: straight across.',
    until: 'Slice until it is too thin; the ends in strips.',
    feel: 'A clear ribbon under the blade',
    wrong: 'The ribbon comes off red and ridged'
  },
  {
    cut: 'tenderloin',
    along: 'Fat and tab off the head, then along the chain.',
    out: ['rim', 'fat', ['silver', 'The tab at the head.'], ['thin', 'The chain along its side.']],
    pieces: ['filletHead', 'filletTail'],
    grain: 'Lengthwise: across.',
    until: 'The tail folded under, or in strips.',
    feel: 'A thin cord of meat along one side',
    wrong: 'The head torn with its fat'
  },
  {
    cut: 'neckRoast',
    along: 'Inner face up: node and nape cord out, then rolled.',
    out: [
      ['node', 'The node before the shoulder, whole.'],
      'fat',
      ['tendon', 'The yellow cord of the nape.']
    ],
    pieces: ['neckRoll'],
    grain: 'All ways: wet heat.',
    until: 'Rolled, diced, or to the mincer.',
    feel: 'A yellow cord, tough as leather',
    wrong: 'The nape cord cooked along'
  },
  {
    cut: 'flankWhole',
    along: 'The belly strip lies in a sheath of its own: part it at its edge; the sheets by hand.',
    out: ['rim', ['silver', 'The skins between the sheets, pulled.'], 'fat'],
    pieces: ['flankSteak', 'flankFlap'],
    grain: 'Long: always across.',
    until: 'Rolled, dried, or to the mincer.',
    feel: 'A coarse strip in its own sleeve',
    wrong: 'Cut with the grain: a rope'
  },
  {
    cut: 'ribMeat',
    along: 'Silver and dry edge off each strip.',
    out: ['rim', 'fat', 'silver'],
    grain: 'Across, or to the mincer.',
    until: 'All of it.',
    feel: 'Thin strips, dry on one side',
    wrong: 'The dry side minced along'
  },
  {
    cut: 'brisket',
    along: 'Along the seam of fat between its two layers.',
    out: ['rim', ['fat', 'The seam between the layers.'], ['soft', 'Soft bone of the breast.']],
    pieces: ['brisketFlat', 'brisketPoint'],
    grain: 'Across.',
    until: 'Slow, or to the mincer.',
    feel: 'A seam of fat in the middle',
    wrong: 'Soft bone left on the edge'
  },
  {
    cut: 'breast',
    along: 'Off its tender; membrane pulled, shot and feather out.',
    out: [['shot', 'With a centimetre round each channel.'], 'blood', 'silver'],
    grain: 'Towards the tip: across.',
    until: 'Whole, skin on or off; large ones sliced.',
    feel: 'A hard grain between two fingers',
    wrong: 'A feather left in the channel'
  },
  {
    cut: 'rabbitHind',
    along: 'Inner thigh, along the bone to the knee; splinters out.',
    out: ['splinter', 'blood', 'fat'],
    pieces: ['rabbitThigh', 'rabbitShin'],
    grain: 'Along the bone: whole, or diced.',
    until: 'Young ones roast, the rest braise.',
    feel: 'The knee joint gives',
    wrong: 'Clipped beside the joint: splinters'
  },
  {
    cut: 'rabbitFore',
    along: 'Rib scraps and bloodshot off; splinters out.',
    out: ['splinter', 'blood'],
    grain: 'Along the bone: on it, or diced.',
    until: 'Slow.',
    feel: 'Sharp points at the blade’s edge',
    wrong: 'A splinter left in'
  }
];

/** What can hurt whoever takes it off, or eats what is left, beside the edge. */
const DANGERS: Partial<Readonly<Record<TakingKey, readonly string[]>>> = {
  soiled: ['gut'],
  blood: ['lead', 'pellets'],
  shot: ['pellets'],
  splinter: ['pellets'],
  node: ['prion']
};

const taking = (entry: Card['out'][number], parted: boolean): Step => {
  const [key, said] = typeof entry === 'string' ? [entry, undefined] : entry;
  const { name } = TAKINGS[key];
  return {
    key: `off-${key}`,
    title: name,
    doing: said ?? 'Taken off and laid on the scale; nothing of it: skip.',
    cautions: [...(DANGERS[key] ?? []), 'knife'],
    takes: [],
    off: key,
    kit: ['boningKnife'],
    wrong: 'Lean goes with it',
    why: parted ? 'Before it is parted' : 'Before it is sliced or wrapped'
  };
};

/** A card as an order of work: what comes out, what it is parted into, and the rest. */
function asProcedure(card: Card): Procedure {
  const cut = cutOf(card.cut);
  const groups = cut?.groups ?? LARGE;
  const bird = groups.some((g) => BIRDS.includes(g));
  return {
    key: `B-${card.cut}`,
    name: `On the board: ${cut?.names.plain.toLowerCase() ?? card.cut}`,
    why: card.along,
    groups,
    pieces: [card.cut],
    position: 'table',
    steps: [
      ...(card.glands ? [glandStop(card.glands, { cautions: ['knife'] })] : []),
      ...card.out.map((entry) => taking(entry, card.pieces !== undefined)),
      ...(card.pieces ?? []).map((piece): Step => ({
        key: piece,
        title: cutOf(piece)?.names.plain ?? piece,
        doing: card.along,
        look: card.grain,
        cautions: bird ? ['pellets', 'knife'] : ['knife'],
        takes: [{ kind: 'piece', cut: piece }],
        kit: ['boningKnife', 'slicingKnife'],
        feel: card.feel,
        wrong: card.wrong,
        why: 'The silver is off: the seam shows'
      })),
      {
        key: 'rest',
        title: card.pieces ? 'What is left' : 'Off the board',
        doing: card.pieces
          ? 'Scraps that are no piece: say where they go, and the board is clear.'
          : 'Lay it back on the scale: what is missing came off as silver. Untouched, say so.',
        look: `${card.grain} ${card.until}`,
        cautions: ['knife'],
        takes: [],
        closes: true,
        feel: card.feel,
        wrong: card.wrong,
        why: 'Everything else is off it'
      }
    ]
  };
}

/** A card for every muscle and trunk cut that is worked on the board. */
export const BOARD_CARDS: readonly Procedure[] = CARDS.map(asProcedure);

/** Which way a cut's grain runs and how far it is sliced, as its card of the board has it. */
export const boardGrain = (cut: string): Pick<Card, 'grain' | 'until'> | undefined =>
  CARDS.find((card) => card.cut === cut);
