import { under } from '$core/units';
import type { GroupKey } from '../species';
import { ALL_GLANDS } from '../glands';
import type { Procedure, Step } from './step';

/** What is known of a step beyond what to do; short enough for a card that is read from a metre. */
export interface StepNote {
  /** What the fingers or eyes find. */
  feel?: string;
  /** What usually goes wrong. */
  wrong?: string;
  /** Why it comes now and not later. */
  why?: string;
  /** What holds the piece at the last, in order. */
  holds?: readonly string[];
}

/** What one does who finds the knife in a muscle: said at every step that takes something off. Usual practice. */
export const MEND =
  'In the muscle? Stop. Go back to the last white seam or bare bone and enter again from there. The torn flap stays on its own muscle; what is gouged out is weighed as scored.';

type Row = [feel: string, wrong: string, why: string, ...holds: string[]];

/** Notes by the step’s key: `group:key` where one group has its own, `key@variant` where a way of doing it has. Usual practice. */
const ROWS: Readonly<Record<string, Row>> = {
  // A hind leg.
  clean: ['Dry rim, hair, loose fat', 'Lean is shaved off too', 'Dirt stays off the open faces'],
  heel: [
    'The belly that runs into the hock cord',
    'It goes with the shank',
    'The lower leg is its handle',
    'back of the femur'
  ],
  hindShank: [
    'Bend it: a gap under the thumb below the kneecap',
    'The knife stands in solid bone',
    'The leg lies flat without it',
    'ligaments at the sides'
  ],
  'hindShank@hook': [
    'Bend it: a gap under the thumb below the kneecap',
    'Taken early, the leg falls off its hook',
    'Last: the leg hangs by it',
    'ligaments at the sides'
  ],
  topRoundCap: ['A thin sheet with a gap of its own', 'Half of it stays on', 'It bares the inside leg'],
  topRound: [
    'The gap to the front ball',
    'The vein is nicked',
    'It is the way to the bone and the node',
    'femur',
    'rim of the pelvis'
  ],
  insideWhole: [
    'The gap to the front ball',
    'The vein is nicked',
    'It is the way to the bone and the node',
    'femur',
    'rim of the pelvis'
  ],
  eyeRound: [
    'A roll, loose on two sides',
    'The node beside it is cut',
    'The node lies bare now',
    'both ends'
  ],
  bottomRound: [
    'A thick outer sheet',
    'The rump end is lost with the scraps',
    'It clears the femur',
    'hip end',
    'stifle'
  ],
  bottomWhole: [
    'A thick outer sheet with a roll beside it',
    'The node between them is cut',
    'It clears the femur',
    'hip end',
    'stifle'
  ],
  rumpEnd: [
    'The band thickens towards the hip',
    'Cut aslant: no square roast',
    'It is squared while it lies flat'
  ],
  femur: [
    'A shaft with a knob at each end',
    'Meat stays behind the knobs',
    'Without it the rest opens by hand',
    'ball of the hip',
    'back of the stifle'
  ],
  sirloinTip: [
    'The kneecap, and a white line from it',
    'The kneecap stays in',
    'The bone no longer pulls on it',
    'tendon of the kneecap'
  ],
  tipSide: [
    'A white line from the kneecap',
    'Its capsule stays on and shrinks',
    'It lifts off while the ball is firm',
    'tendon of the kneecap'
  ],
  tipCore: [
    'A slanting sheet inside, on the bone side',
    'Cut across both lobes',
    'The bone no longer pulls on it',
    'femur',
    'tendon of the kneecap'
  ],
  triTip: ['A wedge of fat before the hip', 'The node in the fat is cut', 'It frees the hip piece'],
  topSirloin: [
    'Fibres fan out from the hip',
    'Its tail stays on the bone',
    'Its neighbours are gone',
    'hip bone'
  ],
  hipWhole: [
    'Fibres fan out from the hip',
    'Its tail stays on the bone',
    'It hangs uppermost, its own weight opens it',
    'hip bone'
  ],
  ballAndHip: [
    'Kneecap at one end, hip at the other',
    'The kneecap stays in',
    'The bone no longer pulls on it',
    'tendon of the kneecap',
    'hip bone'
  ],
  hipBone: [
    'Rim of the pelvis, then the ring of the ball',
    'The hip piece goes with the bone',
    'The leg lies flat and the ball shows',
    'rim',
    'ring',
    'cord'
  ],
  legBoned: [
    'The shaft, through the inner seam',
    'Meat stays behind the knobs',
    'Whole, it opens or rolls as it lies',
    'ball of the hip',
    'back of the stifle'
  ],
  spread: [
    'The seam gives to the thumb down to bone',
    'Cut through the inside leg',
    'Open, a ham cools and shows its seams'
  ],
  roundWhole: [
    'Round as it lay on the bone',
    'The node stays inside',
    'The bone is out, the round keeps its shape'
  ],
  roundSteak: [
    'One long stroke, blade longer than the face',
    'Sawn: ragged steps',
    'Firm and cold it cuts even'
  ],
  haunchShort: ['Joint bare, outside dry', 'The node stays in its fat', 'The shank is off: it fits the oven'],
  legTrim: ['Tendon and node feel hard', 'A node is minced along', 'Everything larger is off'],

  // A shoulder.
  flatIron: [
    'The ridge under the skin',
    'The knife climbs the ridge',
    'The widest face first',
    'rear edge of the blade'
  ],
  mockTender: [
    'A roll before the ridge',
    'Cut short of the joint',
    'It gives the blade its handholds',
    'joint end'
  ],
  underBlade: [
    'Flat bone under the knife',
    'The soft top rim stays fleshy',
    'Node and vessels lie bare',
    'soft rim at the top'
  ],
  blade: [
    'Bare bone on both sides',
    'Pulled before its sides are free',
    'What is left lies flat',
    'joint of the shoulder'
  ],
  foreShank: [
    'The hollow beside the elbow’s point',
    'A finger too low: solid bone',
    'The arm lies flat without it',
    'back of the joint'
  ],
  armRoast: [
    'Thick meat behind the upper bone',
    'A sheet of it stays on the bone',
    'The blade is out of the way',
    'upper bone'
  ],
  shoulderShort: ['Square edges', 'Node and vessels stay inside', 'The shank is off: it fits the pot'],
  shoulderTrim: ['Nodes and cord feel hard', 'The armpit node is minced along', 'Everything larger is off'],
  shoulderBoned: [
    'Bare bone front and back',
    'The pocket of the blade is cut through',
    'One piece ties into a roast'
  ],
  armSlices: [
    'The long bone, straight across it',
    'Meat sawn with the bone: ragged',
    'The blade is still its handle'
  ],
  bladeSlices: ['The flat bone, from its joint up', 'Dust is left on the slices', 'It is what is left'],
  bladeJoint: ['The last joint, the blade in it', 'Sawn where a joint would do', 'It is what is left'],
  armJoint: [
    'The knob turns as the leg is swung',
    'Cut below the knob: solid bone',
    'Between two joints: pot size'
  ],

  // A carcass in quarters.
  tenderloin: [
    'Bone on two sides: spine above, ribs before',
    'The thick head stays under the hip',
    'It dries first',
    'head under the hip'
  ],
  shoulder: [
    'The fibres part as the leg is lifted',
    'The strap is scored',
    'The front of the strap lies under it',
    'soft top edge of the blade'
  ],
  neckRoast: [
    'Knuckles of bone under the knife',
    'The node is cut into',
    'It parts cleanly from the strap now',
    'cord of the nape'
  ],
  flankWhole: ['Last rib, corner of the hip', 'Node left, or the strap’s edge', 'It bares the ribs'],
  brisket: ['A fat seam over the breastbone', 'A sheet stays on the rib ends', 'Nothing hangs over it now'],
  strap: [
    'The crest of the spine, then the ribs',
    'A film stays in the corner of the spine',
    'The blade is away',
    'corner at the spine'
  ],
  ribMeat: ['A strip in each gap', 'An hour for a bowl of mince', 'The ribs lie bare'],
  hindLeg: [
    'Two corners of the hip, then the ball',
    'The hip piece stays on the frame',
    'Heaviest last: it balances',
    'ring of the ball',
    'cord'
  ],
  'hindLeg@second': [
    'Two corners of the hip, then the ball',
    'The hip piece stays on the frame',
    'Warmest: apart it cools sooner',
    'ring of the ball',
    'cord'
  ],
  frame: [
    'What you can pinch you can take',
    'Closed with the corners of the spine full',
    'Nothing else is on it'
  ],
  rack: [
    'The line of the ribs, all of one length',
    'The saw runs through meat',
    'Shoulder and flank are off'
  ],
  saddleFull: [
    'The last give before the pelvis',
    'The saw runs through meat',
    'Legs are off, the flanks away'
  ],
  saddleBone: ['The last give before the pelvis', 'The saw runs through meat', 'Legs and racks are off'],
  shortRibs: ['Ribs below the rack’s line', 'Dust is left on the meat', 'The rack’s line is sawn already'],
  ribSide: [
    'Rib by rib at its joint with the spine',
    'Belly cut short',
    'Strap and belly are off',
    'joints at the spine'
  ],
  chine: ['The edge of the spine beside the eye', 'The eye is nicked', 'The chops part by rib after it'],

  // Dressing, and before it.
  gate: [
    'Its back, its eyes, its joints, its smell',
    'Opened first, asked later',
    'Unopened, nothing is lost by asking'
  ],
  tag: ['–', 'The hour is written down from memory', 'Before it moves: everything is still to be seen'],
  position: [
    'It lies still, the belly upwards',
    'It rolls onto the knife hand',
    'Both hands are free after it'
  ],
  vent: ['The gut is slack all round', 'The gut is pierced', 'It leaves with the rest in one piece'],
  hideOpen: [
    'Two fingers under the skin',
    'Hair is cut and falls in',
    'The belly wall shows before it is cut'
  ],
  sex: ['Bag and cord lie loose', 'Milk or urine runs', 'Before the belly is open'],
  belly: ['The soft tip of the breastbone', 'The paunch is pricked', 'The bone guards the first cut'],
  diaphragm: [
    'A thin wall, fast to the ribs all round',
    'Half of it stays in',
    'There is no reach till the wall is open'
  ],
  gullet: [
    'The ringed windpipe, the gullet beside it',
    'The blade runs past the fingers',
    'The wall is open: the arm reaches it'
  ],
  chest: [
    'The ringed windpipe, the gullet beside it',
    'The blade runs past the fingers',
    'The wall is open: the arm reaches it'
  ],
  breastbone: [
    'The line of cartilage beside the middle',
    'The saw slips into the paunch',
    'An open chest drains and cools'
  ],
  rollOut: [
    'It hangs by the spine only',
    'Torn off: the end stays in',
    'Everything else is loose',
    'membrane along the spine'
  ],
  inside: [
    'Smooth, even, one colour; no smell',
    'Thrown away before it was looked at',
    'Organs and carcass lie together still'
  ],
  organs: ['Firm, smooth, cool', 'Nicked, or left lying in blood', 'Warm they spoil first'],
  'boar:organs': ['Firm, smooth, cool', 'The gall on the liver is cut', 'Warm they spoil first'],
  'rabbit:organs': ['Firm, smooth, cool', 'The gall on the liver is cut', 'Warm they spoil first'],
  'gamebird:organs': ['Firm, smooth, cool', 'The gall on the liver is cut', 'Warm they spoil first'],
  'waterfowl:organs': ['Firm, smooth, cool', 'The gall on the liver is cut', 'Warm they spoil first'],
  pelvis: ['A seam in the bridge’s middle', 'The bladder under it is cut', 'Nothing lies under it now'],
  drain: ['Dry to the back of the hand', 'Shut again: it stays warm inside', 'Wet it spoils, dry it keeps'],
  dressed: ['It hangs free', 'A foot on the ground is weighed along', 'Before it dries'],
  backOpen: [
    'The crest of the spine under the skin',
    'Hair is cut and falls on the meat',
    'Unopened, the back is the way in'
  ],
  headOff: [
    'Behind the skull, where it nods',
    'One joint too far back',
    'Less to turn, nothing drips on the meat',
    'cord of the nape'
  ],
  roll: ['Weight off and weight left', 'Rolled alone, or onto the meat', 'One side is bare'],
  lowerLegs: ['The crease in front, bent', 'The tendon is cut: no hook left', 'The skin is off above it'],
  air: ['Air on every side', 'Piled: the middle stays warm', 'Warmest now'],
  proof: ['Both sides in the picture', 'Forgotten', 'It is never so bare again'],
  abdomen: ['A look only', '–', 'Before it is left'],

  // Hung and skinned.
  hooks: ['The gap between tendon and bone', 'The tendon is cut through', 'The rest is done standing'],
  ring: ['Skin only: it slides over the cord', 'The tendon is nicked', 'Where the skin starts to roll'],
  hideDown: ['Fist between hide and meat', 'The knife scores the muscle', 'Warm, it comes off by itself'],
  foreOff: ['The crease of the knee', 'Above the joint: solid bone', 'The hide passes over the stump'],
  mount: ['Ask whose head it is', 'The throat is cut already', 'Nothing is cut in front of the shoulder yet'],
  afterHide: ['–', 'The skinning knife goes into the meat', 'From here on it is food'],
  afterScrape: ['–', 'The scraping blade goes into the meat', 'From here on it is food'],
  afterSkin: ['–', 'Fur on the board', 'From here on it is food'],
  hair: [
    'Against the light, along the legs',
    'Hosed: it spreads and stays wet',
    'Dry hair comes off, later it sticks'
  ],
  hanging: ['It hangs still', 'Head or feet are still on', 'Every yield is quoted against it'],
  hide: ['–', 'Weighed wet with the head of another', 'It says what skinning cost'],
  cold: ['Air on every side', 'Against the wall, or two touching', 'The log begins with the warm weight'],
  setup: ['Floor dry, nothing else open', 'Tubs not tared', 'Nothing is looked for with wet hands'],
  ready: ['Flex shoulder and hock', 'Limp at two hours is taken for loose', 'Cut stiff, it draws up short'],
  'edge-legs': ['It skids on silver', 'A blunt knife is pushed', 'The longest cuts are next'],

  // A test, and what a boar has besides.
  sample: ['The pillar beside the spine', 'Another animal’s bag', 'First: nothing is mixed yet'],
  backFat: ['White, firm, sweet', 'Lean is sliced along', 'Cold it comes off in sheets'],
  leafFat: ['A leaf along the kidneys', 'Torn in scraps', 'It comes away by hand when cold'],
  'cut:belly': [
    'The last rib, the edge of the loin',
    'The strap’s edge goes with it',
    'The ribs lie bare after it'
  ],
  collar: [
    'Knuckles of bone under the knife',
    'Its fat is left on the frame',
    'It parts cleanly from the loin now',
    'cord of the nape'
  ],
  jowl: ['Nodes under the jaw, hard', 'A node goes with the fat', 'Before the head leaves'],

  // Small game.
  wet: ['–', 'Hair flies', 'Wet hair stays on the skin'],
  pinch: ['Loose skin in the middle of the back', 'Cut into the strap', 'Both halves go their own way'],
  foreHalf: ['The skin slides as a sleeve', 'Torn at the elbows', 'The clean end first'],
  hindHalf: ['The skin slides as a sleeve', 'Vent dragged over the legs', 'The dirty end last'],
  nick: ['The gap behind the hock cord', 'The cord is cut', 'The skin starts where it is loosest'],
  peel: ['The skin slides as a sleeve', 'Torn at the shoulder', 'In one pull it stays whole'],
  tail: ['The bone in the root of the tail', 'The skin is cut through', 'Its skin does the pulling'],
  pull: ['Steady, no jerk', 'The tail tears off', 'The skin is loosest warm'],
  hind: ['The skin slides as a sleeve', 'Torn at the hock', 'The rest is off'],
  draw: ['The gut is slack', 'The gut is pierced', 'Warm it comes out in one'],
  liver: ['Smooth, even, no spots', 'Thrown away before it was looked at', 'It still belongs to one animal'],
  rabbitFore: [
    'The edge of the blade',
    'Ribs come along',
    'The front of the strap lies bare',
    'sheet of the chest',
    'squirrel: collarbone'
  ],
  rabbitHind: [
    'Front and back point, then the ball',
    'The knife is in the pelvis',
    'It is the handle till now',
    'ring of the ball'
  ],
  rabbitFlank: ['The last rib, the edge of the strap', 'The strap’s edge goes with it', 'Legs are away'],
  'rabbit:strap': [
    'The crest of the spine, then the ribs',
    'The rear end stays at the hip',
    'Fore legs are away'
  ],
  'rabbit:tenderloin': ['A thin roll under the spine', 'Forgotten', 'The strap is away'],
  side: ['Blade flat on the bone, spine to flank', 'A rib comes along', 'Legs are away'],
  slab: ['Blade flat on the bone, spine to flank', 'A rib comes along', 'Legs are away'],
  saddle: ['A joint between last rib and pelvis', 'Chopped: splinters', 'Legs and flanks are away'],

  // Birds.
  pluck: ['Skin held taut beside the feather', 'The skin tears at the breast', 'Dry and warm it goes best'],
  roughPluck: ['Large feathers of wing and tail', 'Torn skin', 'Wax and water reach the down'],
  scald: ['A breast feather comes by itself', 'Too hot: the skin tears', 'Wet heat opens the skin'],
  wax: ['Set hard, dull', 'Pulled while it is soft', 'It takes the down along'],
  chillBird: ['Cold to the keel', 'Wet in a pile', 'Scalded skin spoils first'],
  singe: ['No stubble under the thumb', 'The skin is browned', 'Dry, before it is opened'],
  skinOff: ['Two fingers under the skin', 'Breast meat tears with it', 'Feathers go with it'],
  partSkin: ['The keel under the skin', 'Feathers are cut in', 'The meat shows before it is cut'],
  look: ['Pink or dark, dry; no smell', 'Green or wet meat goes along', 'It still belongs to one bird'],
  crop: ['A bag before the breast', 'It bursts over the breast', 'Before the breast is touched'],
  breast: [
    'The keel and the wishbone',
    'The tender tears, or the crop is cut',
    'It has been looked at, the crop is out',
    'joint of the wing'
  ],
  tender: ['A small roll on the bone', 'The sinew stays in', 'The breast is off'],
  birdLeg: ['The joint stands out when bent', 'The oyster stays on the back', 'They held the bird till now'],
  wing: ['The knob under the shoulder', 'Cut into the breast', 'Legs are away'],
  crown: ['Ribs along the back', 'The breast is cut open', 'Legs and wings are away'],
  wholeBird: ['Clean inside, neck and feet off', 'A gland stays on the tail', 'Nothing else comes off'],

  glands: ['Firm beans in fat, paler than meat', 'Cut open: bitter through the batch', 'They lie bare now'],
  'gland-headNodes': [
    'Firm and pale, under the jaw',
    'Cut through, or left on the tongue',
    'They are looked at while they belong to one animal'
  ],
  'gland-femoral': [
    'A soft cord inside the leg',
    'Cut across: blood runs into the seam',
    'The seam is open, the cord lies bare'
  ],
  'gland-insideRoundVein': [
    'A dark streak through the muscle',
    'Sliced with it: a dark spot in every slice',
    'Before it is sliced or dried'
  ],
  'gland-gall': [
    'A green bag, thin as paper, on the liver',
    'Nicked: what it wets is cut off',
    'The liver is still in one piece'
  ],
  'gland-sheath': [
    'A soft purse before the vent, strong smell',
    'Pressed: it runs over the belly',
    'Before the skin is opened there'
  ],
  'gland-scent': [
    'Two small yellow knobs beside the vent',
    'Cut open: the smell stays on the knife',
    'They lie bare as the hind legs come off'
  ],
  'gland-pellets': [
    'A hard grain, a dark channel, a tuft of fur or feather',
    'Left in: a broken tooth, lead on the plate',
    'The channels lie open now'
  ],
  'gland-crop': [
    'A bag at the throat, soft or full of grain',
    'Torn: sour grain over the breast',
    'Before the breast is touched'
  ],
  'gland-preen': [
    'A soft knob on top of the tail’s root',
    'Left on: its oil taints the skin',
    'Before the skin is cooked'
  ],
  bone: ['A scraped bone is white', 'A film of lean stays on', 'Nothing else is on it']
};

/** A step's key without its side. A stop has words of its own thing, where that is no node; else those of a node. */
function baseOf(key: string): string {
  const base = key.replace(/-(left|right)(-\d)?$/, '');
  return base.startsWith('gland-') && !under(ROWS, base) ? ALL_GLANDS : base;
}
const line = (text: string | undefined): string | undefined => (text && text !== '–' ? text : undefined);

/**
 * What is known of a step.
 * @param step     key of a step, of a carcass with its side
 * @param group    of the animal; some steps are named alike and done otherwise
 * @param variant  of the order of work, where one does it otherwise
 */
export function noteOf(step: string, group?: GroupKey, variant?: string): StepNote | undefined {
  const base = baseOf(step);
  const row =
    (variant ? under(ROWS, `${base}@${variant}`) : undefined) ??
    (group ? under(ROWS, `${group}:${base}`) : undefined) ??
    under(ROWS, base);
  if (!row) return undefined;
  const [feel, wrong, why, ...holds] = row;
  return {
    ...(line(feel) ? { feel } : {}),
    ...(line(wrong) ? { wrong } : {}),
    ...(line(why) ? { why } : {}),
    ...(holds.length > 0 ? { holds } : {})
  };
}

/** An order of work with what is known of its steps; what a step says itself stands. */
export function withNotes(procedure: Procedure): Procedure {
  const group = procedure.groups[0];
  return {
    ...procedure,
    steps: procedure.steps.map((step): Step => {
      const cut = step.takes[0]?.cut;
      // A cut and a turn of the hand may go by one word: the belly is opened, and the belly comes off.
      const note =
        (cut ? noteOf(`cut:${cut}`) : undefined) ??
        noteOf(step.key, group, procedure.variant) ??
        (cut ? noteOf(cut, group, procedure.variant) : undefined);
      if (!note) return step;
      return { ...note, ...step };
    })
  };
}
