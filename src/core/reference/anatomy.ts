/** A joint or bone that the knife goes by. */
export interface Landmark {
  name: string;
  /** What the fingers look for. */
  feel: string;
  /** Where the knife goes in; absent where it only marks a line. */
  knife?: string;
  /** What usually goes wrong. */
  miss?: string;
}

/** Joints of four-footed game, by the keys of the drawings. */
export const JOINTS: Readonly<Record<string, Landmark>> = {
  atlas: {
    name: 'First neck joint',
    feel: 'behind the skull, where it nods',
    knife: 'straight down on both sides, then twist',
    miss: 'one joint too far back'
  },
  shoulder: {
    name: 'Shoulder joint',
    feel: 'where the blade ends on the upper bone; swing the leg',
    knife: 'across the front of the knob'
  },
  elbow: {
    name: 'Elbow',
    feel: 'the point behind, and the hollow beside it',
    knife: 'round the point, into the hollow',
    miss: 'a finger too low: solid bone'
  },
  knee: {
    name: 'Knee of the front leg',
    feel: 'bend it: the crease in front',
    knife: 'across the crease',
    miss: 'above the joint'
  },
  hipBall: {
    name: 'Ball of the hip',
    feel: 'move the leg',
    knife: 'from inside, through the ring of cartilage; cut the cord',
    miss: 'straight down the middle, into the pelvis'
  },
  pelvisFront: {
    name: 'Pelvis, front point',
    feel: 'the outer corner in front',
    knife: 'clear it, then turn in to the spine',
    miss: 'hip piece left on the frame'
  },
  pelvisBack: {
    name: 'Pelvis, back point',
    feel: 'the outer corner behind',
    knife: 'clear it, then turn in to the spine',
    miss: 'hip piece left on the frame'
  },
  stifle: {
    name: 'Stifle',
    feel: 'bend it: two knobs with a white band between',
    knife: 'through the band, the sides, the back',
    miss: 'calf cut off with the shank, or left behind'
  },
  hock: {
    name: 'Hock',
    feel: 'below the bulge, the flat joint',
    knife: 'bend it and cut the front; leave the tendon behind',
    miss: 'through the tendon: nothing left to hang it by'
  },
  wingElbow: { name: 'Elbow of the wing', feel: 'fold the wing: the point', knife: 'through the fold' },
  lumbosacral: {
    name: 'Last joint before the pelvis',
    feel: 'the last give in the spine',
    knife: 'down each side, then bend or saw'
  }
};

/** What is taken out of the meat whole: a node, a gland, a vessel, what the shot left. */
export interface Gland {
  name: string;
  where: string;
  why: string;
  /** How it is taken out, where that is not as a node: whole, in its fat. */
  out?: string;
}

/** Things inside that must come out, by the keys of the drawings. */
export const GLANDS: Readonly<Record<string, Gland>> = {
  popliteal: {
    name: 'Node of the leg',
    where: 'in the fat between outside leg, back roll and inside leg',
    why: 'bitter: lift it out unopened in its fat'
  },
  hip: {
    name: 'Hip glands',
    where: 'in the fat between hip piece and hip corner',
    why: 'bitter'
  },
  prefemoral: { name: 'Node of the flank', where: 'in the fold before the leg', why: 'bitter' },
  prescapular: {
    name: 'Node before the shoulder',
    where: 'at the neck, where the shoulder lay',
    why: 'bitter, and it wraps the mincer plate'
  },
  axillary: { name: 'Armpit node', where: 'in the armpit, under the blade', why: 'bitter' },
  femoral: {
    name: 'Vessels of the leg',
    where: 'inside the leg, over the bone',
    why: 'old blood sours',
    out: 'Drawn out along their length; what runs from them is wiped away.'
  },
  insideRoundVein: {
    name: 'Vein of the inside leg',
    where: 'through the inside leg',
    why: 'a dark streak; it spoils jerky',
    out: 'Along the streak with the tip of the knife, lifted out whole.'
  },
  inguinal: {
    name: 'Nodes of the groin',
    where: 'in the fat of udder or scrotum',
    why: 'bitter, and the fat around them taints'
  },
  headNodes: {
    name: 'Nodes of the head',
    where: 'under the jaw and at the root of the tongue',
    why: 'never to the table: that is where disease shows'
  },
  gall: {
    name: 'Gall bladder',
    where: 'green, on the liver; deer have none',
    why: 'one drop makes the liver bitter'
  },
  sheath: {
    name: 'Gland of the sheath',
    where: 'a boar’s, before the vent',
    why: 'its smell stays in the meat'
  },
  scent: { name: 'Scent glands', where: 'two small ones beside the vent', why: 'they taint what they touch' },
  pellets: { name: 'Pellets and splinters', where: 'along every shot channel', why: 'teeth, and lead' },
  crop: { name: 'Crop', where: 'at the throat', why: 'spoiled grain' },
  preen: { name: 'Preen gland', where: 'on the root of the tail, on top', why: 'oil: it taints the skin' },
  axillaryVessels: { name: 'Vessels of the armpit', where: 'under the blade', why: 'old blood sours' }
};
