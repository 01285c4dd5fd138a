import { glandStop } from './step';
import { CLEAN, off, seam } from './seam';

/** Nodes and vessels of a shoulder: what the blade bares, and what hangs on its front edge. */
const FRONT_NODE = glandStop(['prescapular']);
const ARMPIT = glandStop(['axillary', 'axillaryVessels']);

const SHOULDER = 'shoulder' as const;

export const BONE_SHOULDER = seam(
  SHOULDER,
  {
    key: 'S2',
    name: 'Bone a shoulder',
    why: 'Muscle by muscle off the blade: two flat steaks, a roast, the rest to stew or grind.'
  },
  [
    CLEAN,
    FRONT_NODE,
    off('flatIron'),
    off('mockTender'),
    off('underBlade'),
    ARMPIT,
    off('foreShank'),
    off('armRoast'),
    off('shoulderTrim')
  ]
);

export const SHOULDER_WHOLE = seam(
  SHOULDER,
  {
    key: 'S2-whole',
    name: 'Shank off, kept on the blade',
    why: 'One slow roast instead of six pieces: the least work, for shoulders up to 3 kg or that will be pulled.'
  },
  [CLEAN, FRONT_NODE, ARMPIT, off('foreShank'), off('shoulderShort'), off('shoulderTrim')]
);

export const SHOULDER_THREE = seam(
  SHOULDER,
  {
    key: 'S2-three',
    name: 'Three joints on the bone',
    why: 'At elbow and shoulder joint by knife: three pieces that fit a pot. From about 5 kg on; from 8 kg by muscle.'
  },
  [CLEAN, FRONT_NODE, ARMPIT, off('foreShank'), off('armJoint'), off('bladeJoint'), off('shoulderTrim')]
);

export const SHOULDER_ONE = seam(
  SHOULDER,
  {
    key: 'S2-one',
    name: 'Boned and tied in one',
    why: 'Blade and upper bone out, the rest one tied roast without a bone to carve round.'
  },
  [CLEAN, FRONT_NODE, ARMPIT, off('foreShank'), off('shoulderBoned'), off('shoulderTrim')]
);

export const SHOULDER_SAWN = seam(
  SHOULDER,
  {
    key: 'S2-saw',
    name: 'Sawn in slices',
    why: 'Arm and blade in slices on the bone for braising. Not where a prion disease is known; the dust is wiped off every slice.'
  },
  [
    CLEAN,
    FRONT_NODE,
    ARMPIT,
    off('foreShank'),
    off('armSlices', { cautions: ['saw', 'prion'] }),
    off('bladeSlices', { cautions: ['saw', 'prion'] }),
    off('shoulderTrim')
  ]
);

export const SHOULDER_MINCE = seam(
  SHOULDER,
  {
    key: 'S2-mince',
    name: 'All to mince',
    why: 'Boned, glands and heavy silver out, cut in cubes: the quickest. It costs two flat steaks and a roast.'
  },
  [
    CLEAN,
    FRONT_NODE,
    ARMPIT,
    off('foreShank', {
      tub: 'grind',
      boned: true,
      doing: 'Off at the elbow; boned with the rest, its end tendon away.'
    }),
    off('shoulderBoned', {
      tub: 'grind',
      doing: 'All of it in cubes for the mincer, heavy silver and tendon out.'
    }),
    off('shoulderTrim')
  ]
);
